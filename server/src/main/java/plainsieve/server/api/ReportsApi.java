package plainsieve.server.api;

import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.Schema;
import io.swagger.v3.oas.annotations.responses.ApiResponse;
import jakarta.servlet.http.HttpServletResponse;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.rewrite.Measure;
import plainsieve.core.rewrite.Wanted;
import plainsieve.core.value.Type;
import plainsieve.server.Settings;
import plainsieve.server.project.ChoiceBody;
import plainsieve.server.project.ParameterDefinition;
import plainsieve.server.project.Parameters;
import plainsieve.server.project.Queries;
import plainsieve.server.project.Report;
import plainsieve.server.project.ReportDefinition;
import plainsieve.server.project.Reports;
import plainsieve.server.records.QueryRow;
import plainsieve.server.runs.RunOrder;

/** Reports, and the runs of their views. */
@RestController
@RequestMapping("/api/reports")
class ReportsApi {
    private final Reports reports;
    private final Queries queries;
    private final Parameters parameters;
    private final Streams streams;
    private final Settings settings;

    ReportsApi(Reports reports, Queries queries, Parameters parameters, Streams streams, Settings settings) {
        this.reports = reports;
        this.queries = queries;
        this.parameters = parameters;
        this.streams = streams;
        this.settings = settings;
    }

    @GetMapping
    List<Bodies.ReportCard> all() {
        Map<String, ParameterDefinition> known = parameters.all();
        return reports.all().stream()
                .map(report -> new Bodies.ReportCard(
                        report.id(), report.name(), report.audience(), report.question(), used(report, known)))
                .toList();
    }

    @GetMapping("/{id}")
    Bodies.ReportBody one(@PathVariable String id) {
        Report report = reports.get(id);
        Map<String, List<String>> byView = new HashMap<>();
        report.definition().views().forEach(view -> byView.put(view.id(), List.copyOf(reports.parametersOf(view))));
        return new Bodies.ReportBody(
                report.id(),
                report.name(),
                report.audience(),
                report.question(),
                report.definition(),
                used(report, parameters.all()),
                byView,
                settings.readerCap());
    }

    /** The parameters of a report, without the trial values, which are the author's own. */
    private List<ParameterDefinition> used(Report report, Map<String, ParameterDefinition> known) {
        return reports.parametersOf(report).stream()
                .filter(known::containsKey)
                .map(known::get)
                .map(ParameterDefinition::forReaders)
                .toList();
    }

    @PostMapping("/{id}/views/{viewId}/run")
    @ApiResponse(
            responseCode = "200",
            content = @Content(mediaType = "application/x-ndjson", schema = @Schema(implementation = RunEvent.class)))
    void run(
            @PathVariable String id,
            @PathVariable String viewId,
            @RequestBody Bodies.ViewRun body,
            HttpServletResponse response) {
        Report report = reports.get(id);
        ReportDefinition.View view = report.view(viewId);
        QueryRow query = queries.get(view.queryId());
        streams.run(
                new RunOrder(
                        body.runId(),
                        query,
                        query.liveText(),
                        reports.parametersOf(report),
                        texts(body.choices()),
                        view.limitParameter(),
                        wanted(view, body),
                        body.filters().stream().map(ReportsApi::filter).toList(),
                        new RunOrder.Purpose("report", report.id(), view.id()),
                        settings.readerCap()),
                response);
    }

    private static RunOrder.ColumnFilter filter(Bodies.FilterBody body) {
        Type type = Type.ofWord(body.type()).orElse(Type.TEXT);
        List<String> values = body.values().stream().filter(Objects::nonNull).toList();
        boolean withoutValue = values.size() < body.values().size();
        return new RunOrder.ColumnFilter(
                body.column(), type, new ChoiceText(ChoiceText.Kind.VALUES, values, withoutValue));
    }

    static Map<String, ChoiceText> texts(Map<String, ChoiceBody> choices) {
        Map<String, ChoiceText> texts = new HashMap<>();
        choices.forEach((name, choice) -> texts.put(name, choice.toText()));
        return texts;
    }

    private static Wanted wanted(ReportDefinition.View view, Bodies.ViewRun body) {
        if (view.kind().equals("table")) {
            Optional<Wanted.Sort> sort = body.sortBy().isEmpty()
                    ? Optional.empty()
                    : Optional.of(new Wanted.Sort(body.sortBy(), body.descending()));
            return new Wanted.Rows(sort, Optional.empty());
        }
        List<String> keys = view.groupBy().isEmpty() ? List.of() : List.of(view.groupBy());
        List<Measure> measures = new ArrayList<>();
        view.measures().forEach(figure -> measures.add(measure(figure)));
        return Wanted.totals(keys, measures, true);
    }

    private static Measure measure(ReportDefinition.Figure figure) {
        return new Measure(
                Measure.Function.valueOf(figure.function().toUpperCase(Locale.ROOT)),
                Optional.of(figure.column()).filter(column -> !column.isEmpty()));
    }
}
