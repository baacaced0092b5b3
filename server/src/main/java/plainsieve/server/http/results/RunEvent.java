package plainsieve.server.http.results;

import io.swagger.v3.oas.annotations.media.Schema;
import java.util.List;
import plainsieve.core.statement.Placement;
import plainsieve.server.body.ProblemBody;
import plainsieve.server.body.QuestionBodies;
import plainsieve.server.body.SentBodies;
import plainsieve.sources.Column;

/**
 * One line of a result, which is a stream of JSON lines: begun, then rows, rows, …, then done or failed. Long runs
 * report their progress before and in between: waiting, or going; cached results report their time. In the response of a page, a line
 * names the view of the following lines.
 */
@Schema(
        oneOf = {
            RunEvent.Section.class,
            RunEvent.Question.class,
            RunEvent.Queued.class,
            RunEvent.Progress.class,
            RunEvent.Cached.class,
            RunEvent.Started.class,
            RunEvent.Rows.class,
            RunEvent.Done.class,
            RunEvent.Failed.class
        })
public sealed interface RunEvent {
    String event();

    /** The following lines belong to one run of the page. @param index its position in the request, from 0; -1 for the question */
    @Schema(name = "RunSection")
    record Section(@Schema(allowableValues = "section") String event, int index) implements RunEvent {
        static final int QUESTION = -1;
    }

    /** The question of a page. */
    @Schema(name = "RunQuestion")
    record Question(@Schema(allowableValues = "question") String event, QuestionBodies.QuestionBody question)
            implements RunEvent {}

    /** @param position number of runs ahead in the queue */
    @Schema(name = "RunQueued")
    record Queued(@Schema(allowableValues = "queued") String event, int position) implements RunEvent {}

    /** The statement is running. */
    @Schema(name = "RunProgress")
    record Progress(@Schema(allowableValues = "progress") String event) implements RunEvent {}

    /** The result is from the cache. @param at when it was queried, ISO 8601 */
    @Schema(name = "RunCached")
    record Cached(@Schema(allowableValues = "cached") String event, String at) implements RunEvent {}

    /**
     * The statement was sent; rows follow.
     *
     * @param text the statement; empty for viewers, as are its values and placements
     */
    @Schema(name = "RunStarted")
    record Started(
            @Schema(allowableValues = "started") String event,
            long sentId,
            String text,
            List<SentBodies.SentValueBody> values,
            List<Placement> placements,
            List<Column> columns)
            implements RunEvent {}

    /** @param rows each value null, a boolean, a number, or text; integers beyond 2^53 and decimals are text */
    @Schema(name = "RunRows")
    record Rows(@Schema(allowableValues = "rows") String event, List<Object[]> rows) implements RunEvent {}

    /**
     * @param localRows rows fetched to compute the result here; -1 if the source computed it
     * @param readRows rows that the source read; -1 if unknown
     * @param readBytes the same in bytes
     */
    @Schema(name = "RunDone")
    record Done(
            @Schema(allowableValues = "done") String event,
            long localRows,
            long readRows,
            long readBytes,
            long fetchedRows,
            long shownRows,
            boolean more,
            double databaseMs,
            double totalMs,
            String at)
            implements RunEvent {}

    @Schema(name = "RunFailed")
    record Failed(
            @Schema(allowableValues = "failed") String event, String message, String advice, List<ProblemBody> problems)
            implements RunEvent {}
}
