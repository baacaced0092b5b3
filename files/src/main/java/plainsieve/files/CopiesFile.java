package plainsieve.files;

import com.fasterxml.jackson.annotation.JsonInclude;
import java.util.List;

/**
 * The stored copies of a project, {@code copies.yaml} beside its {@code project.yaml}. What is in them is no part of it: they are made
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
     * @param by the column that it is cut by, and the stretch behind a colon; empty for whole
     * @param again how many of the last parts are asked for each time
     * @param every a line of five fields; empty where it has no times
     * @param zone in which they are meant, a name of the IANA database
     * @param missed leave, where times that were missed are left out; empty where they are caught up
     * @param after the id of the copy behind which it is made; empty for none
     */
    @JsonInclude(JsonInclude.Include.NON_EMPTY)
    public record CopyEntry(
            String id,
            String name,
            String query,
            String by,
            @JsonInclude(JsonInclude.Include.NON_DEFAULT) int again,
            String every,
            String zone,
            String missed,
            String after,
            @JsonInclude(JsonInclude.Include.NON_DEFAULT) boolean paused) {
        public CopyEntry {
            id = ParameterEntry.orEmpty(id);
            name = ParameterEntry.orEmpty(name);
            query = ParameterEntry.orEmpty(query);
            by = ParameterEntry.orEmpty(by);
            every = ParameterEntry.orEmpty(every);
            zone = ParameterEntry.orEmpty(zone);
            missed = ParameterEntry.orEmpty(missed);
            after = ParameterEntry.orEmpty(after);
        }

        /** The same, made behind another copy; empty for none. */
        public CopyEntry after(String other) {
            return new CopyEntry(id, name, query, by, again, every, zone, missed, other, paused);
        }
    }
}
