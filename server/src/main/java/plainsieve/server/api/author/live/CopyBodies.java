package plainsieve.server.api.author.live;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import java.util.List;
import java.util.Optional;
import plainsieve.files.forms.CopyForm;
import plainsieve.server.body.DefinitionBody;
import plainsieve.server.jobs.copies.StoredCopies;

/** Stored copies on the wire. */
final class CopyBodies {
    private CopyBodies() {}

    /** The content of a copy. @param asOf ISO 8601; empty if there is none @param dateColumns the possible partition columns */
    record CopyContent(String asOf, long rows, int partitions, List<String> dateColumns) {
        static CopyContent of(Optional<StoredCopies.State> state) {
            return state.map(known ->
                            new CopyContent(known.asOf().toString(), known.rows(), known.parts(), known.days()))
                    .orElse(new CopyContent("", 0, 0, List.of()));
        }
    }

    /**
     * A stored copy.
     *
     * @param parameters the parameters of the query, which have their defaults
     * @param table its name in queries
     * @param source the source of that table
     * @param heldResult a result that is held for review
     * @param nextRun ISO 8601; empty if not scheduled
     */
    record CopyBody(
            @JsonUnwrapped CopyForm definition,
            List<String> parameters,
            String table,
            String source,
            CopyContent content,
            CopyContent heldResult,
            LastJob lastJob,
            String nextRun)
            implements DefinitionBody<CopyForm> {}
}
