package plainsieve.server.demo;

import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import plainsieve.core.dialect.Dialect;
import plainsieve.server.project.ChoiceBody;
import plainsieve.server.project.Json;
import plainsieve.server.project.ListDefinition;
import plainsieve.server.project.ParameterDefinition;
import plainsieve.server.project.Parameters;
import plainsieve.server.project.Queries;
import plainsieve.server.project.ReportDefinition;
import plainsieve.server.project.ReportDefinition.ColumnWords;
import plainsieve.server.project.ReportDefinition.Control;
import plainsieve.server.project.ReportDefinition.Figure;
import plainsieve.server.project.ReportDefinition.View;
import plainsieve.server.records.ReportRecords;
import plainsieve.server.records.ReportRow;
import plainsieve.server.runs.SourceRegistry;
import plainsieve.sources.SourceSettings;

/** The demo's parameters, lists, queries and reports. */
@Component
class DemoProject {
    private static final String LATE_CROSSINGS = """
            select p.name as port, v.name as vessel,
                   c.departed_at, c.delay_min, c.passengers
            from crossings c
            join ports p using (port_id)
            left join vessels v using (vessel_id)
            where p.name in (:port)
              and c.departed_at >= :from
              and c.departed_at < %s
              and c.state = 'SAILED'
              and c.delay_min >= :min_delay
              and v.name = :vessel
            order by c.departed_at, c.crossing_id""";

    private static final String QUESTION = "Sailed crossings from {port} between {from} and {to}, late by at least"
            + " {min_delay}, on {vessel}; the table shows {rows}.";

    private final SourceRegistry sources;
    private final Queries queries;
    private final Parameters parameters;
    private final ReportRecords reports;
    private final Json json;

    DemoProject(SourceRegistry sources, Queries queries, Parameters parameters, ReportRecords reports, Json json) {
        this.sources = sources;
        this.queries = queries;
        this.parameters = parameters;
        this.reports = reports;
        this.json = json;
    }

    /** Adds the embedded source with its parameters, lists and report: all of it or nothing. */
    @Transactional
    public void addFerries(SourceSettings settings) {
        sources.add(settings);
        addParametersAndLists(settings.id());
        addLateCrossings("", settings, "for harbour offices");
    }

    /** Adds a further source with its report: all of it or nothing. */
    @Transactional
    public void addServer(SourceSettings settings, String suffix, String audience) {
        sources.add(settings);
        addLateCrossings(suffix, settings, audience);
    }

    private void addParametersAndLists(String sourceId) {
        String ports = queries.add("Port names", sourceId, "select name from ports order by name")
                .id();
        String vessels = queries.add("Vessel names", sourceId, "select name from vessels order by name")
                .id();
        ChoiceBody twoPorts = ChoiceBody.of("Ardlow", "Skerrin");
        add("port", "Port", "text", true, "any port", "", ListDefinition.ofQuery(ports), "", twoPorts);
        add("from", "From", "date", false, "the first day", "", ListDefinition.any(), "", ChoiceBody.of("2026-03-01"));
        add("to", "To", "date", false, "the last day", "", ListDefinition.any(), "", ChoiceBody.of("2026-03-31"));
        add(
                "min_delay",
                "Late by at least",
                "integer",
                false,
                "any time",
                "min",
                ListDefinition.any(),
                "",
                ChoiceBody.of("15"));
        add(
                "vessel",
                "Vessel",
                "text",
                false,
                "any vessel",
                "",
                ListDefinition.ofQuery(vessels),
                "",
                ChoiceBody.blank());
        add(
                "rows",
                "Rows of the table",
                "integer",
                false,
                "every row",
                "rows",
                ListDefinition.any(),
                "0",
                ChoiceBody.of("1000"));
    }

    private void add(
            String name,
            String label,
            String type,
            boolean many,
            String blankWords,
            String unit,
            ListDefinition list,
            String everyRow,
            ChoiceBody start) {
        parameters.add(new ParameterDefinition(
                name, label, "", type, many, "no-filter", blankWords, unit, list, everyRow, start, start, 0));
    }

    private void addLateCrossings(String suffix, SourceSettings settings, String audience) {
        String dayAfter = Dialect.named(settings.kind().dialect()).orElseThrow().dayAfter(":to");
        String text = LATE_CROSSINGS.formatted(dayAfter);
        String query =
                queries.add("Late crossings" + suffix, settings.id(), text).id();
        List<Control> controls = List.of(
                new Control("slicer", "Port", List.of("port")),
                new Control("dates", "Departed", List.of("from", "to")),
                new Control("number", "Late by at least", List.of("min_delay")),
                new Control("dropdown", "Vessel", List.of("vessel")),
                new Control("rows", "Rows of the table", List.of("rows")));
        String id = "late-crossings" + suffix.replace(' ', '-');
        ReportDefinition definition = new ReportDefinition(controls, views(query));
        reports.add(new ReportRow(
                id,
                "Late crossings" + suffix,
                audience,
                QUESTION,
                json.write(definition),
                reports.all().size() + 1));
    }

    private static List<View> views(String query) {
        List<View> views = new ArrayList<>();
        views.add(new View(
                "figures",
                "figures",
                "",
                query,
                List.of(
                        new Figure("count", "", "late crossings", ""),
                        new Figure("avg", "delay_min", "late on average", "min"),
                        new Figure("max", "delay_min", "latest of all", "min"),
                        new Figure("sum", "passengers", "passengers held up", "")),
                "",
                "",
                List.of()));
        views.add(new View(
                "by-port",
                "bars",
                "By port",
                query,
                List.of(new Figure("count", "", "late crossings", "")),
                "port",
                "",
                List.of()));
        views.add(new View(
                "by-vessel",
                "bars",
                "By vessel",
                query,
                List.of(new Figure("count", "", "late crossings", "")),
                "vessel",
                "",
                List.of()));
        views.add(new View(
                "crossings",
                "table",
                "Crossings",
                query,
                List.of(),
                "",
                "rows",
                List.of(
                        new ColumnWords("port", "Port"),
                        new ColumnWords("vessel", "Vessel"),
                        new ColumnWords("departed_at", "Departed"),
                        new ColumnWords("delay_min", "Late, min"),
                        new ColumnWords("passengers", "Passengers"))));
        return views;
    }
}
