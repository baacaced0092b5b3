package plainsieve.server.http.reportpage;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.rewrite.OutputColumnComparison;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.rewrite.ResultShape;
import plainsieve.core.rewrite.UnmatchedOuterJoin;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Type;
import plainsieve.core.view.View;
import plainsieve.core.view.ViewContent;
import plainsieve.server.body.ReportBodies.QueryLimitBody;
import plainsieve.server.body.ReportBodies.ReportLinkBody;
import plainsieve.server.definitions.model.Query;
import plainsieve.server.definitions.model.Report;
import plainsieve.server.definitions.project.Project;

/** Additional facts about a report's views. */
final class ViewContext {
    private final Project project;
    private final Report report;

    ViewContext(Project project, Report report) {
        this.project = project;
        this.report = report;
    }

    /** Links to existing reports; others filter, as if no link was defined. */
    Map<String, ReportLinkBody> leads() {
        Map<String, ReportLinkBody> leads = new HashMap<>();
        for (View view : report.views()) {
            view.link()
                    .filter(clickThrough -> project.hasReport(clickThrough.reportId()))
                    .ifPresent(clickThrough -> {
                        Report target = project.report(clickThrough.reportId());
                        Set<String> known = project.parametersOf(target);
                        List<String> carried = project.parametersOf(report).stream()
                                .filter(name -> known.contains(name) && !name.equals(clickThrough.parameter()))
                                .filter(name -> project.parameters().containsKey(name)
                                        && !project.parameter(name).isComputed())
                                .filter(name ->
                                        !target.opening().signedParameters().contains(name))
                                .toList();
                        if (clickThrough.isForFurtherRows() || known.contains(clickThrough.parameter())) {
                            leads.put(
                                    view.id(),
                                    new ReportLinkBody(target.id(), target.name(), clickThrough.parameter(), carried));
                        }
                    });
        }
        return leads;
    }

    /** For each view whose groups may be null because of an unmatched outer join, the joined table. */
    Map<String, String> partners() {
        Map<String, String> partners = new HashMap<>();
        for (View view : report.queriedViews()) {
            view.shown().grouping().stream()
                    .findFirst()
                    .flatMap(key -> partner(view, ResultShape.Key.read(key).column()))
                    .ifPresent(table -> partners.put(view.id(), table));
        }
        return partners;
    }

    private Optional<String> partner(View view, String column) {
        try {
            return UnmatchedOuterJoin.of(prepared(view).query(), column);
        } catch (ProblemException e) {
            // A text that cannot be read is reported where it is run.
            return Optional.empty();
        }
    }

    /** For each line, the two parameters of the date range on its axis: they are compared with the displayed column. */
    Map<String, List<String>> spans() {
        Map<String, List<String>> spans = new HashMap<>();
        report.queriedViews().stream()
                .filter(view -> view.shown() instanceof ViewContent.Line)
                .forEach(view -> span(view).ifPresent(range -> spans.put(view.id(), range)));
        return spans;
    }

    private Optional<List<String>> span(View view) {
        try {
            PreparedQuery prepared = prepared(view);
            OutputColumnComparison output = new OutputColumnComparison(prepared.query(), prepared.dialect());
            String column = ResultShape.Key.read(view.shown().grouping().get(0)).column();
            return project.parametersOf(view).stream()
                    .filter(project.parameters()::containsKey)
                    .map(project::parameter)
                    .filter(ViewContext::isRangeOfDays)
                    .filter(range -> output.isCompared(column, range.name()))
                    .findFirst()
                    .map(range -> List.of(range.name(), range.rangeEnd()));
        } catch (ProblemException e) {
            // A text that cannot be read is reported where it is run.
            return Optional.empty();
        }
    }

    private static boolean isRangeOfDays(ParameterDefinition parameter) {
        return parameter.type() == Type.DATE && !parameter.rangeEnd().isEmpty();
    }

    /** For each view of figures or groups, the row limit of its query, if any: the view is computed from those rows only. */
    Map<String, QueryLimitBody> limited() {
        Map<String, QueryLimitBody> limited = new HashMap<>();
        report.queriedViews().stream()
                .filter(view -> !(view.shown() instanceof ViewContent.Table))
                .forEach(view -> limit(view).ifPresent(limit -> limited.put(view.id(), limit)));
        return limited;
    }

    private Optional<QueryLimitBody> limit(View view) {
        try {
            return prepared(view)
                    .ownLimit()
                    .map(limit -> new QueryLimitBody(
                            limit.parameter().orElse(""), limit.rows().orElse(0)));
        } catch (ProblemException e) {
            // Running the view reports why the text cannot be read.
            return Optional.empty();
        }
    }

    private PreparedQuery prepared(View view) {
        Query query = project.query(view.queryId());
        return project.prepare(query, query.liveText());
    }
}
