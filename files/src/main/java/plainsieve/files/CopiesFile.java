package plainsieve.files;

import com.fasterxml.jackson.annotation.JsonInclude;
import java.util.List;

/**
 * The stored copies of a project, {@code copies.yaml} beside its {@code project.yaml}. Their rows are not included: copies are created
 * where it comes in. Described in docs/project-files.md.
 */
@JsonInclude(JsonInclude.Include.NON_EMPTY)
public record CopiesFile(List<CopyEntry> copies) {
    public static final String NAME = "copies.yaml";

    /** There are none. */
    public static final CopiesFile NONE = new CopiesFile(List.of());

    public CopiesFile {
        copies = copies == null ? List.of() : List.copyOf(copies);
    }

    /**
     * A copy.
     *
     * @param query the id of the query whose answer it keeps
     * @param partitionBy the partition column, a colon and the period; empty: not partitioned
     * @param refreshedPartitions the number of latest partitions that are refreshed each time
     * @param cron a line of five fields; empty where it has no times
     * @param timeZone in which they are meant, a name of the IANA database
     * @param missedRuns leave, where times that were missed are left out; empty where they are caught up
     * @param after the id of the copy behind which it is made; empty for none
     */
    @JsonInclude(JsonInclude.Include.NON_EMPTY)
    public record CopyEntry(
            String id,
            String name,
            String query,
            String partitionBy,
            @JsonInclude(JsonInclude.Include.NON_DEFAULT) int refreshedPartitions,
            String cron,
            String timeZone,
            String missedRuns,
            String after,
            @JsonInclude(JsonInclude.Include.NON_DEFAULT) boolean paused) {
        public CopyEntry {
            id = ParameterEntry.orEmpty(id);
            name = ParameterEntry.orEmpty(name);
            query = ParameterEntry.orEmpty(query);
            partitionBy = ParameterEntry.orEmpty(partitionBy);
            cron = ParameterEntry.orEmpty(cron);
            timeZone = ParameterEntry.orEmpty(timeZone);
            missedRuns = ParameterEntry.orEmpty(missedRuns);
            after = ParameterEntry.orEmpty(after);
        }

        /** The same, made behind another copy; empty for none. */
        public CopyEntry after(String other) {
            return new CopyEntry(
                    id, name, query, partitionBy, refreshedPartitions, cron, timeZone, missedRuns, other, paused);
        }
    }
}
