package plainsieve.server.api;

import java.util.List;
import java.util.Map;
import plainsieve.server.authoring.FixedOffers;
import plainsieve.server.project.ChoiceBody;
import plainsieve.server.project.ParameterDefinition;
import plainsieve.server.project.Report;
import plainsieve.server.project.ReportDefinition;
import plainsieve.server.project.Uses;
import plainsieve.server.sent.SentLog;
import plainsieve.sources.Catalogue;

/** What the API sends and takes, where that is not a record of the project itself. */
final class Bodies {
    private Bodies() {}

    record SourceBody(String id, String kind, String address) {}

    /** @param message the version when it answers, else what is wrong and what to do */
    record SourceHealth(boolean answers, String message, long millis) {}

    record NewSource(String id, String kind, String host, int port, String database, String user, String password) {}

    record SourceContents(List<Catalogue.Table> tables, List<Catalogue.Function> functions) {}

    record RunnableStatement(String text) {}

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
            List<String> parameters,
            List<ParameterMark> marks,
            List<ProblemBody> problems,
            List<NoticeBody> notices,
            List<FixedOffers.Offer> fixed) {}

    /**
     * A notice with its place; line 0 and start -1 when it has none.
     *
     * @param fix what the safe rewrite does, as on a button; empty when there is none
     * @param edits the safe rewrite
     * @param parameter the parameter it is about; empty when it is about none
     * @param mendType the type that the parameter gets in place of edits; else empty
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
            List<EditBody> edits,
            String parameter,
            String mendType) {}

    /**
     * Fixed values that viewers shall choose.
     *
     * @param starts where they begin in the text; all of them when there are none
     */
    record FixedChosen(String text, List<Integer> starts, Map<String, ChoiceBody> choices) {}

    /** What was made of fixed values and shall be taken back. */
    record FixedTakenBack(String text, int version, List<String> names) {}

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

    /**
     * @param needs the parameters that its list and its formulas depend on
     * @param notices what its author should know of it
     */
    record ParameterUse(
            ParameterDefinition definition, List<Uses.Use> uses, List<String> needs, List<String> notices) {}

    record ReportCard(String id, String name, String audience, List<SaidPart> question) {}

    /** A piece of a question line, with the parameters whose choice it says. */
    record SaidPart(String text, List<String> parameters) {}

    /**
     * @param viewParameters for each view the parameters its statement depends on
     * @param needs for each parameter those that its list and its formulas depend on
     */
    record ReportBody(
            String id,
            String name,
            String audience,
            String question,
            ReportDefinition definition,
            List<ParameterDefinition> parameters,
            Map<String, List<String>> viewParameters,
            Map<String, List<String>> needs,
            long cap) {}

    /** Choices to say in words. @param signed the signed part of the link; may be empty */
    record Asked(Map<String, ChoiceBody> choices, String signed) {}

    /**
     * A report's question with its choices.
     *
     * @param quiet parameters that the sentence could mention, but does not while they are blank
     * @param choices complete: with defaults, and by present names where a link used a former one
     * @param fixed parameters whose choice the link fixes
     * @param dropped chosen values that were taken out, because they are no longer on their list
     */
    record QuestionBody(
            List<SaidPart> parts,
            List<String> quiet,
            String sentence,
            Map<String, ChoiceBody> choices,
            List<String> fixed,
            Map<String, List<String>> dropped,
            List<ProblemBody> problems) {}

    /**
     * Asks for values of a list.
     *
     * @param choices what is chosen; the list's parents are among them
     * @param trial whether trial values stand in for what is not chosen
     * @param search what the labels must contain; may be empty
     * @param start how many values to pass over
     * @param refresh whether the source is asked even if the last answer is fresh
     */
    record ListAsked(
            Map<String, ChoiceBody> choices,
            String reportId,
            String signed,
            boolean trial,
            String search,
            int start,
            boolean refresh) {}

    /** A file with every row. @param above whether a CSV begins with the question and the choices */
    record NewDownload(
            String runId,
            Map<String, ChoiceBody> choices,
            String signed,
            List<FilterBody> filters,
            String sortBy,
            boolean descending,
            String format,
            boolean above) {}

    record DownloadBody(String id, String fileName) {}

    record NewSelection(String name, Map<String, ChoiceBody> choices) {}

    record SignedToken(String token) {}

    record NewSignedLink(Map<String, ChoiceBody> choices) {}

    /** @param seen the settings that a change was made from; missing when it holds whatever they are */
    record ReportSettings(String question, String start, boolean onDemand, List<String> signed, ReportSettings seen) {
        boolean isOf(Report report) {
            ReportDefinition definition = report.definition();
            return report.question().equals(question)
                    && definition.start().equals(start)
                    && definition.onDemand() == onDemand
                    && definition.signed().equals(signed);
        }
    }

    /** A name in a text, for which a parameter is wanted. */
    record ProposalAsked(String text, String name) {}

    /** How a hand-typed list differs from the data; not complete when the column has more values than were looked at. */
    record ListComparison(List<String> notOccurring, List<String> notListed, boolean complete) {}

    /**
     * @param sortBy an output column, or empty for the query's own order
     * @param filters what a reader picked from bars
     */
    record ViewRun(
            String runId,
            Map<String, ChoiceBody> choices,
            String sortBy,
            boolean descending,
            List<FilterBody> filters,
            String signed) {
        ViewRun {
            filters = filters == null ? List.of() : List.copyOf(filters);
            signed = signed == null ? "" : signed;
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
