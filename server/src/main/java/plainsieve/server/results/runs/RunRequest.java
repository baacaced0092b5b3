package plainsieve.server.results.runs;

import java.util.List;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.rewrite.ResultShape;
import plainsieve.core.value.Type;
import plainsieve.server.definitions.model.Query;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.sources.sent.Purpose;
import plainsieve.server.sources.sent.StatementOrigin;

/**
 * A requested run.
 *
 * @param runId assigned by the caller, to cancel it
 * @param project the snapshot for the whole run
 * @param text the text to run
 * @param asked the choices and the caller
 * @param shape of the result
 * @param purpose the cause
 */
public record RunRequest(
        String runId,
        Project project,
        Text text,
        RequestedChoices asked,
        RowSelection shape,
        Purpose purpose,
        long cap) {
    /** A query, and the text of it that is run, SQL or steps: live for readers, the draft on the bench. */
    public record Text(Query query, String written) {
        public static Text live(Query query) {
            return new Text(query, query.liveText());
        }
    }

    /**
     * The requested rows.
     *
     * @param limitParameter the parameter that limits a view on its own; empty when none does
     * @param filters filters that a reader added on output columns
     */
    public record RowSelection(String limitParameter, ResultShape wanted, List<ColumnFilter> filters) {
        public static final RowSelection ALL_ROWS = new RowSelection("", ResultShape.allRows(), List.of());

        public RowSelection {
            filters = List.copyOf(filters);
        }
    }

    /** Only rows whose output column has one of these values. */
    public record ColumnFilter(String column, Type type, ChoiceText values) {}

    /** The same with fewer rows at most. */
    public RunRequest capped(long rows) {
        return new RunRequest(runId, project, text, asked, shape, purpose, Math.min(cap, rows));
    }

    StatementOrigin origin() {
        return new StatementOrigin(
                project, asked.caller(), text.query().sourceId(), text.query().id(), purpose);
    }
}
