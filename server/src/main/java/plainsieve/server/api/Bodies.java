package plainsieve.server.api;

import java.util.List;
import java.util.Map;
import plainsieve.server.project.ChoiceBody;
import plainsieve.server.project.ParameterDefinition;
import plainsieve.server.project.ReportDefinition;
import plainsieve.server.project.Uses;
import plainsieve.server.runs.SentLog;
import plainsieve.sources.Column;

/** What the API sends and takes, where that is not a record of the project itself. */
final class Bodies {
    private Bodies() {}

    record SourceBody(String id, String kind, String address) {}

    /** @param message the version when it answers, else what is wrong and what to do */
    record SourceHealth(boolean answers, String message, long millis) {}

    record NewSource(String id, String kind, String host, int port, String database, String user, String password) {}

    record TableBody(String schema, String name, List<Column> columns) {}

    record QueryCard(String id, String name, String sourceId) {}

    /** @param changed whether the draft differs from what reports send */
    record QueryBody(
            String id, String name, String sourceId, String sourceName, String text, boolean changed, int version) {}

    record NewQuery(String name, String sourceId, String text) {}

    record DraftChange(String text, int version) {}

    record LiveChange(int version) {}

    record QueryText(String text) {}

    /** What a text contains, for the editor. */
    record QueryCheck(
            List<String> parameters, List<ParameterMark> marks, List<ProblemBody> problems, List<NoticeBody> notices) {}

    /**
     * A notice with its place; line 0 and start -1 when it has none.
     *
     * @param fix what the safe rewrite does, as on a button; empty when there is none
     * @param edits the safe rewrite
     */
    record NoticeBody(
            String kind,
            String message,
            String advice,
            boolean blocks,
            int line,
            int start,
            int end,
            String fix,
            List<EditBody> edits) {}

    record EditBody(int start, int end, String replacement) {}

    record ParameterMark(String name, int start, int end) {}

    /** A problem with its place; line 0 and start -1 when it has none. */
    record ProblemBody(
            String kind,
            String message,
            String advice,
            String parameter,
            int line,
            int column,
            int start,
            int end,
            String excerpt) {}

    record ParameterUse(ParameterDefinition definition, List<Uses.Use> uses) {}

    record ReportCard(String id, String name, String audience, String question, List<ParameterDefinition> parameters) {}

    /** @param viewParameters for each view the parameters its statement depends on */
    record ReportBody(
            String id,
            String name,
            String audience,
            String question,
            ReportDefinition definition,
            List<ParameterDefinition> parameters,
            Map<String, List<String>> viewParameters,
            long cap) {}

    /**
     * @param sortBy an output column, or empty for the query's own order
     * @param filters what a reader picked from bars
     */
    record ViewRun(
            String runId,
            Map<String, ChoiceBody> choices,
            String sortBy,
            boolean descending,
            List<FilterBody> filters) {
        ViewRun {
            filters = filters == null ? List.of() : List.copyOf(filters);
        }
    }

    /** Only rows whose output column has one of these values; null stands for rows without a value. */
    record FilterBody(String column, String type, List<String> values) {}

    record BenchRun(String runId, String text, Map<String, ChoiceBody> choices) {}

    record SentLine(
            long id,
            String at,
            String sourceId,
            String queryId,
            String queryName,
            String reportId,
            String viewId,
            String cause,
            String text,
            List<SentLog.SentValue> values,
            String outcome,
            String problem,
            long fetched,
            long shown,
            double databaseMs,
            double totalMs) {}
}
