package plainsieve.files;

import com.fasterxml.jackson.annotation.JsonInclude;
import java.util.List;

/**
 * The stored copies of a project, {@code copies.yaml} beside its {@code project.yaml}. Their rows are not included: copies are created
 * by the importing server. Described in docs/project-files.md.
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
     * A stored copy.
     *
     * @param query the ID of the stored query
     * @param partitionBy the partition column, a colon and the period; empty: not partitioned
     * @param refreshedPartitions the number of latest partitions that are refreshed each time
     * @param cron a cron expression with five fields; empty without a schedule
     * @param timeZone of the schedule, an IANA name
     * @param missedRuns leave to skip missed runs; empty to catch up
     * @param after the ID of the copy after which it is refreshed; empty for none
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

        /** The same, refreshed after another copy; empty for none. */
        public CopyEntry after(String other) {
            return new CopyEntry(
                    id, name, query, partitionBy, refreshedPartitions, cron, timeZone, missedRuns, other, paused);
        }
    }
}
