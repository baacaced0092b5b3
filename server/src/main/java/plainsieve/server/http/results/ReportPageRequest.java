package plainsieve.server.http.results;

import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import plainsieve.server.body.QuestionBodies;
import plainsieve.server.results.runs.RunRequest;
import plainsieve.server.sources.Cancellations;

/**
 * The requests of a page in one request body.
 *
 * @param run by which the caller can stop all of it
 * @param question says its question, where that is asked for, too
 */
public record ReportPageRequest(
        Cancellations.RunKey run, List<View> views, Optional<Supplier<QuestionBodies.QuestionBody>> question) {
    /**
     * A view of it.
     *
     * @param leads whether its rows are what is looked at first: the others have the source once they come
     * @param refresh whether to ignore a cached result
     * @param order throws what cannot be ordered
     */
    public record View(boolean leads, boolean refresh, Supplier<RunRequest> order) {}
}
