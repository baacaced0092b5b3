package plainsieve.server.project;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import org.springframework.stereotype.Service;
import plainsieve.server.records.ReportRecords;
import plainsieve.server.records.ReportRow;

/** The reports of the project. */
@Service
public class Reports {
    private final ReportRecords records;
    private final Queries queries;
    private final Json json;

    Reports(ReportRecords records, Queries queries, Json json) {
        this.records = records;
        this.queries = queries;
        this.json = json;
    }

    public List<Report> all() {
        return records.all().stream().map(this::report).toList();
    }

    public Report get(String id) {
        return records.find(id)
                .map(this::report)
                .orElseThrow(() -> new NotFound(
                        "report", id, records.all().stream().map(ReportRow::id).toList()));
    }

    /** The parameters a view's statement depends on: those of its query, and the one that limits it. */
    public Set<String> parametersOf(ReportDefinition.View view) {
        Set<String> names = new LinkedHashSet<>(queries.liveParameters(queries.get(view.queryId())));
        if (!view.limitParameter().isEmpty()) {
            names.add(view.limitParameter());
        }
        return names;
    }

    /** Every parameter a viewer of the report can choose. */
    public Set<String> parametersOf(Report report) {
        Set<String> names = new LinkedHashSet<>();
        report.definition().controls().forEach(control -> names.addAll(control.parameters()));
        report.definition().views().forEach(view -> names.addAll(parametersOf(view)));
        return names;
    }

    private Report report(ReportRow row) {
        return new Report(
                row.id(),
                row.name(),
                row.audience(),
                row.question(),
                json.read(row.definition(), ReportDefinition.class));
    }
}
