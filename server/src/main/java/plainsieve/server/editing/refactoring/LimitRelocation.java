package plainsieve.server.editing.refactoring;

import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.rewrite.AuthorLimit;
import plainsieve.core.steps.parse.StepLines;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.Type;
import plainsieve.core.view.View;
import plainsieve.core.view.ViewContent;
import plainsieve.server.definitions.edits.ParameterEdits;
import plainsieve.server.definitions.edits.QueryEdits;
import plainsieve.server.definitions.edits.ReportEdits;
import plainsieve.server.definitions.model.Query;
import plainsieve.server.definitions.model.Report;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.editing.assist.ParameterProposals;

/**
 * Moves the row limit of a query to the tables that show its rows. Figures, charts and groups of a query with a row limit
 * are computed from those rows only; a limit of a table leaves them complete.
 */
@Service
public class LimitRelocation {
    private final QueryEdits queries;
    private final ParameterEdits parameters;
    private final ReportEdits reports;

    LimitRelocation(QueryEdits queries, ParameterEdits parameters, ReportEdits reports) {
        this.queries = queries;
        this.parameters = parameters;
        this.reports = reports;
    }

    /**
     * A query with a row limit that is shown by figures, charts or groups.
     *
     * @param limit in the text: {@code :row_limit}, {@code 500}; empty for an expression
     * @param views the affected views
     * @param tables whether any report shows a table of the query
     * @param movable whether {@link #move} is possible
     */
    public record LimitedQuery(Query query, String limit, List<View> views, boolean tables, boolean movable) {
        /** The problem as a sentence. */
        public String message() {
            String titles = String.join(
                    ", ",
                    views.stream().map(view -> "“" + view.titleOrKind() + "”").toList());
            return "“%s” has a row limit%s, so %s %s computed from those rows only."
                    .formatted(
                            query.name(),
                            limit.isEmpty() ? "" : " (" + limit + ")",
                            titles,
                            views.size() == 1 ? "is" : "are");
        }

        /** The label of the button. */
        public String fix() {
            return tables ? "Move the limit to the table" : "Remove the limit from the query";
        }
    }

    /** The queries of a report whose row limits falsify some of its views. */
    public static List<LimitedQuery> of(Project project, Report report) {
        return report.queryIds().stream()
                .sorted()
                .map(project::query)
                .flatMap(query -> limited(project, report, query).stream())
                .toList();
    }

    private static Optional<LimitedQuery> limited(Project project, Report report, Query query) {
        List<View> views = report.queriedViews().stream()
                .filter(view -> view.queryId().equals(query.id()) && !(view.shown() instanceof ViewContent.Table))
                .toList();
        Optional<AuthorLimit> limit = views.isEmpty() ? Optional.empty() : limit(project, query, query.liveText());
        return limit.map(own -> new LimitedQuery(
                query,
                own.parameter().map(name -> ":" + name).orElseGet(() -> own.rows().stream()
                        .mapToObj(Long::toString)
                        .findFirst()
                        .orElse("")),
                views,
                project.reports().stream().anyMatch(other -> hasTable(other, query)),
                without(project, query, query.liveText()).isPresent()));
    }

    private static Optional<AuthorLimit> limit(Project project, Query query, String text) {
        try {
            return project.prepare(query, text).ownLimit();
        } catch (ProblemException e) {
            // Running the query reports why the text cannot be read.
            return Optional.empty();
        }
    }

    private static Optional<String> without(Project project, Query query, String text) {
        try {
            return StepLines.isSteps(text)
                    ? StepLines.withoutLastLimit(text)
                    : project.prepare(query, text).textWithoutOwnLimit();
        } catch (ProblemException e) {
            // As above; such a text stays unchanged.
            return Optional.empty();
        }
    }

    private static boolean hasTable(Report report, Query query) {
        return report.views().stream().anyMatch(view -> isTable(view, query));
    }

    private static boolean isTable(View view, Query query) {
        return view.queryId().equals(query.id()) && view.shown() instanceof ViewContent.Table;
    }

    /**
     * Moves the limit from the live text and the draft to every table of the query that has none, in every report. A
     * number becomes a parameter that opens with it.
     *
     * @param query with the version that was seen
     * @throws ProblemException when the limit cannot be moved
     */
    @Transactional
    public void move(Project project, Query query) {
        String limited = Stream.of(query.liveText(), query.draftText())
                .filter(text -> without(project, query, text).isPresent())
                .findFirst()
                .orElseThrow(() -> notMovable(query));
        AuthorLimit limit = limit(project, query, limited).orElseThrow();
        String name = limit.parameter()
                .orElseGet(() -> parameter(project, limit.rows().orElseThrow()));
        queries.change(
                project,
                query.saying(
                        without(project, query, query.draftText()).orElse(query.draftText()),
                        without(project, query, query.liveText()).orElse(query.liveText())));
        project.reports().stream()
                .sorted(Comparator.comparing(Report::id))
                .filter(report -> hasTable(report, query)
                        || hasTable(project.draft(report.id()).report(), query))
                .forEach(report -> reports.change(
                        project, project.draft(report.id()).report(), seen -> limited(seen, query, name)));
    }

    private static ProblemException notMovable(Query query) {
        return new ProblemException(
                Problem.of(
                        ProblemKind.NOT_SUPPORTED,
                        "The row limit of “%s” cannot be moved.".formatted(query.name()),
                        "Only a limit that is one number or one parameter, without an offset, can be moved. Change the query."));
    }

    private String parameter(Project project, long rows) {
        String name = IntStream.iterate(1, i -> i + 1)
                .mapToObj(i -> i == 1 ? "row_limit" : "row_limit_" + i)
                .filter(candidate -> !project.parameters().containsKey(candidate))
                .findFirst()
                .orElseThrow();
        ParameterDefinition definition = ParameterProposals.definition(
                        Parameter.of(name, Type.INTEGER).withEveryRowValue(0))
                .inPlaceOf(ChoiceText.of(List.of(Long.toString(rows))), "");
        return parameters.add(project, definition).name();
    }

    private static Report limited(Report report, Query query, String parameter) {
        return report.withViews(report.views().stream()
                .map(view -> isTable(view, query) ? limited(view, (ViewContent.Table) view.shown(), parameter) : view)
                .toList());
    }

    private static View limited(View view, ViewContent.Table table, String parameter) {
        return table.rowLimit().isEmpty() ? view.showing(new ViewContent.Table(parameter, table.columns())) : view;
    }
}
