package plainsieve.server.api.author;

import java.util.List;
import java.util.Optional;
import plainsieve.server.api.author.ScheduleBodies.LastJob;
import plainsieve.server.api.author.ScheduleBodies.ScheduleBody;
import plainsieve.server.copies.StoredCopies;

/** Stored copies on the wire. */
final class CopyBodies {
    private CopyBodies() {}

    /** The content of a copy. @param asOf ISO 8601; empty if there is none @param days the possible partition columns */
    record CopyContent(String asOf, long rows, int partitions, List<String> dateColumns) {
        static CopyContent of(Optional<StoredCopies.State> state) {
            return state.map(known ->
                            new CopyContent(known.asOf().toString(), known.rows(), known.parts(), known.days()))
                    .orElse(new CopyContent("", 0, 0, List.of()));
        }
    }

    /**
     * A copy.
     *
     * @param parameters the parameters of the query: they have what they open with for viewers
     * @param table what queries call it
     * @param source which source they ask
     * @param partitionBy the column that it is cut by, and the stretch behind a colon; empty for whole
     * @param refreshedPartitions how many of the last parts are asked for each time
     * @param heldResult what waits for someone to look at it
     * @param nextRun ISO 8601; empty where no time is known
     */
    record CopyBody(
            String id,
            String name,
            String queryId,
            List<String> parameters,
            String table,
            String source,
            String partitionBy,
            int refreshedPartitions,
            ScheduleBody schedule,
            boolean paused,
            int version,
            CopyContent content,
            CopyContent heldResult,
            LastJob lastJob,
            String nextRun) {}
}
