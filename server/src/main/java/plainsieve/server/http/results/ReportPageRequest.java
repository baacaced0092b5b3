package plainsieve.server.http.results;

import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import plainsieve.server.body.QuestionBodies;
import plainsieve.server.results.runs.RunRequest;
import plainsieve.server.sources.Cancellations;

/**
 * The views of a page in one request.
 *
 * @param run the ID that cancels all of them
 * @param question renders the question, if it is requested
 */
public record ReportPageRequest(
        Cancellations.RunKey run, List<View> views, Optional<Supplier<QuestionBodies.QuestionBody>> question) {
    /**
     * A view of the page.
     *
     * @param leads whether it has priority: others start when its rows arrive
     * @param refresh whether to ignore a cached result
     * @param order throws for invalid requests
     */
    public record View(boolean leads, boolean refresh, Supplier<RunRequest> order) {}
}
