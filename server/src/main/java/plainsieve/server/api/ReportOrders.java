package plainsieve.server.api;

import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import org.springframework.stereotype.Component;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.Type;
import plainsieve.server.Settings;
import plainsieve.server.project.Parameters;
import plainsieve.server.project.Queries;
import plainsieve.server.project.Report;
import plainsieve.server.project.ReportDefinition;
import plainsieve.server.project.Reports;
import plainsieve.server.records.QueryRow;
import plainsieve.server.runs.AskedChoices;
import plainsieve.server.runs.RunOrder;
import plainsieve.server.runs.SignedChoices;
import plainsieve.server.runs.ViewWanted;
import plainsieve.server.sent.Purpose;

/** Makes run orders of what readers of a report ask for. */
@Component
class ReportOrders {
    private final Reports reports;
    private final Queries queries;
    private final Parameters parameters;
    private final SignedChoices signed;
    private final Settings settings;

    ReportOrders(Reports reports, Queries queries, Parameters parameters, SignedChoices signed, Settings settings) {
        this.parameters = parameters;
        this.reports = reports;
        this.queries = queries;
        this.signed = signed;
        this.settings = settings;
    }

    /** A reader's choices, with those that a signed link fixes. */
    AskedChoices asked(Report report, Map<String, ChoiceText> choices, String token) {
        Map<String, ChoiceText> fixed = new HashMap<>();
        Map<String, String> former = parameters.formerNames();
        signed.read(report.id(), token)
                .forEach((name, choice) -> fixed.put(former.getOrDefault(name, name), choice.toText()));
        return new AskedChoices(
                reports.parametersOf(report),
                choices,
                fixed,
                new LinkedHashSet<>(report.definition().signed()),
                false);
    }

    /** Choices of an author who makes a signed link. */
    AskedChoices signing(Report report, Map<String, ChoiceText> choices) {
        return new AskedChoices(reports.parametersOf(report), choices, choices, Set.of(), false);
    }

    RunOrder view(Report report, String viewId, Bodies.ViewRun body) {
        ReportDefinition.View view = report.view(viewId);
        QueryRow query = queries.get(view.queryId());
        return new RunOrder(
                body.runId(),
                query,
                query.liveText(),
                asked(report, ReportsApi.texts(body.choices()), body.signed()),
                view.limitParameter(),
                ViewWanted.of(view, body.sortBy(), body.descending()),
                filters(body.filters()),
                new Purpose("report", report.id(), view.id()),
                settings.readerCap());
    }

    /** Every row of a table, whatever its own limit and the cap are. */
    RunOrder download(Report report, String viewId, Bodies.NewDownload body) {
        ReportDefinition.View view = report.view(viewId);
        QueryRow query = queries.get(view.queryId());
        return new RunOrder(
                body.runId(),
                query,
                query.liveText(),
                asked(report, ReportsApi.texts(body.choices()), body.signed()),
                "",
                ViewWanted.of(view, body.sortBy(), body.descending()),
                filters(body.filters() == null ? List.of() : body.filters()),
                new Purpose(Purpose.DOWNLOAD, report.id(), view.id()),
                Statement.NO_CAP);
    }

    private static List<RunOrder.ColumnFilter> filters(List<Bodies.FilterBody> filters) {
        return filters.stream().map(ReportOrders::filter).toList();
    }

    private static RunOrder.ColumnFilter filter(Bodies.FilterBody body) {
        Type type = Type.ofWord(body.type()).orElse(Type.TEXT);
        List<String> values = body.values().stream().filter(Objects::nonNull).toList();
        boolean withoutValue = values.size() < body.values().size();
        return new RunOrder.ColumnFilter(
                body.column(), type, new ChoiceText(ChoiceText.Kind.VALUES, values, withoutValue));
    }
}
