package plainsieve.server.api.reader;

import io.swagger.v3.oas.annotations.media.Schema;
import java.util.List;
import plainsieve.core.statement.Placement;
import plainsieve.server.api.body.SentBodies;
import plainsieve.sources.Column;

/** One line of a run's answer, which is a stream of JSON lines: begun, then rows, rows, …, then done or failed. */
@Schema(oneOf = {RunEvent.Begun.class, RunEvent.Rows.class, RunEvent.Done.class, RunEvent.Failed.class})
public sealed interface RunEvent {
    String event();

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

    @Schema(name = "RunDone")
    record Done(
            @Schema(allowableValues = "done") String event,
            long fetched,
            long shown,
            boolean more,
            double databaseMs,
            double totalMs,
            String at)
            implements RunEvent {}

    @Schema(name = "RunFailed")
    record Failed(@Schema(allowableValues = "failed") String event, String message, String advice)
            implements RunEvent {}
}
