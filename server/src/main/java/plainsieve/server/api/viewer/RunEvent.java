package plainsieve.server.api.viewer;

import io.swagger.v3.oas.annotations.media.Schema;
import java.util.List;
import plainsieve.core.statement.Placement;
import plainsieve.server.api.body.ProblemBody;
import plainsieve.server.api.body.QuestionBodies;
import plainsieve.server.api.body.SentBodies;
import plainsieve.sources.Column;

/**
 * One line of a run's answer, which is a stream of JSON lines: begun, then rows, rows, …, then done or failed. What takes longer
 * says how it precedes and in between: waiting, or going; what is kept says since when. In the answer of a whole page a line says
 * of what those are that follow it.
 */
@Schema(
        oneOf = {
            RunEvent.Of.class,
            RunEvent.Said.class,
            RunEvent.Waiting.class,
            RunEvent.Going.class,
            RunEvent.Kept.class,
            RunEvent.Begun.class,
            RunEvent.Rows.class,
            RunEvent.Done.class,
            RunEvent.Failed.class
        })
public sealed interface RunEvent {
    String event();

    /** The lines after it are of one of those that a page asks for. @param asked its place among them, from 0 on; -1 is the question */
    @Schema(name = "RunOf")
    record Of(@Schema(allowableValues = "of") String event, int asked) implements RunEvent {
        static final int QUESTION = -1;
    }

    /** The question of a page. */
    @Schema(name = "RunSaid")
    record Said(@Schema(allowableValues = "said") String event, QuestionBodies.QuestionBody question)
            implements RunEvent {}

    /** @param before how many runs go in to the source before this one */
    @Schema(name = "RunWaiting")
    record Waiting(@Schema(allowableValues = "waiting") String event, int before) implements RunEvent {}

    /** The source is at work. */
    @Schema(name = "RunGoing")
    record Going(@Schema(allowableValues = "going") String event) implements RunEvent {}

    /** What follows was asked before, and is kept for a while. @param at when it had come */
    @Schema(name = "RunKept")
    record Kept(@Schema(allowableValues = "kept") String event, String at) implements RunEvent {}

    /**
     * Rows begin.
     *
     * @param text the statement; empty for viewers, as are its values and placements
     */
    @Schema(name = "RunBegun")
    record Begun(
            @Schema(allowableValues = "begun") String event,
            long sentId,
            String text,
            List<SentBodies.SentValueBody> values,
            List<Placement> placements,
            List<Column> columns)
            implements RunEvent {}

    /** @param rows each value null, a boolean, a number, or text; whole numbers beyond 2^53 and decimals come as text */
    @Schema(name = "RunRows")
    record Rows(@Schema(allowableValues = "rows") String event, List<Object[]> rows) implements RunEvent {}

    /**
     * @param gathered rows that had to be fetched for these to be made of them here; -1 where the source itself made them
     * @param readRows rows that the source read of its tables for them; -1 where it does not tell
     * @param readBytes the same in bytes
     */
    @Schema(name = "RunDone")
    record Done(
            @Schema(allowableValues = "done") String event,
            long gathered,
            long readRows,
            long readBytes,
            long fetched,
            long shown,
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
