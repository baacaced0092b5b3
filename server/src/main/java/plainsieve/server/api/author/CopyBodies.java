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
    record Content(String asOf, long rows, int parts, List<String> days) {
        static Content of(Optional<StoredCopies.State> state) {
            return state.map(known -> new Content(known.asOf().toString(), known.rows(), known.parts(), known.days()))
                    .orElse(new Content("", 0, 0, List.of()));
        }
    }

    /**
     * A copy.
     *
     * @param opensWith the parameters of the query: they have what they open with for viewers
     * @param table what queries call it
     * @param source which source they ask
     * @param by the column that it is cut by, and the stretch behind a colon; empty for whole
     * @param again how many of the last parts are asked for each time
     * @param keptBack what waits for someone to look at it
     * @param next ISO 8601; empty where no time is known
     */
    record CopyBody(
            String id,
            String name,
            String queryId,
            List<String> opensWith,
            String table,
            String source,
            String by,
            int again,
            ScheduleBody schedule,
            boolean paused,
            int version,
            Content content,
            Content keptBack,
            LastJob last,
            String next) {}
}
