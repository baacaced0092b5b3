package plainsieve.server.project;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import org.springframework.stereotype.Service;
import plainsieve.core.parameter.Dependencies;
import plainsieve.core.question.QuestionLine;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.server.records.ReportRecords;
import plainsieve.server.records.ReportRow;

/** The reports of the project. */
@Service
public class Reports {
    private final ReportRecords records;
    private final Queries queries;
    private final Parameters parameters;
    private final ParameterGraph graph;
    private final Json json;

    Reports(ReportRecords records, Queries queries, Parameters parameters, ParameterGraph graph, Json json) {
        this.parameters = parameters;
        this.graph = graph;
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

    /** The parameters a view's statement depends on: those of its query, the one that limits it, and what these need. */
    public Set<String> parametersOf(ReportDefinition.View view) {
        Set<String> names = new LinkedHashSet<>(queries.liveParameters(queries.get(view.queryId())));
        if (!view.limitParameter().isEmpty()) {
            names.add(view.limitParameter());
        }
        return withNeeded(names);
    }

    /** Every parameter that a report depends on; a viewer can choose those of them that are not computed. */
    public Set<String> parametersOf(Report report) {
        Set<String> names = new LinkedHashSet<>();
        report.definition().controls().forEach(control -> names.addAll(control.parameters()));
        report.definition().views().forEach(view -> names.addAll(parametersOf(view)));
        inQuestion(report).stream().filter(parameters.all()::containsKey).forEach(names::add);
        return withNeeded(names);
    }

    private static Set<String> inQuestion(Report report) {
        try {
            return QuestionLine.read(report.question()).parameters();
        } catch (ProblemException e) {
            return Set.of();
        }
    }

    private Set<String> withNeeded(Set<String> names) {
        Dependencies dependencies = graph.of(parameters.all());
        Set<String> all = new LinkedHashSet<>(names);
        names.forEach(name -> all.addAll(dependencies.allOf(name)));
        return all;
    }

    /** Changes the question line and how a report starts. Throws {@link ProblemException} when something does not fit. */
    public void change(String id, String question, String start, boolean onDemand, List<String> signed) {
        Report report = get(id);
        QuestionLine.read(question);
        if (!List.of("defaults", "empty", "question").contains(start)) {
            throw new ProblemException(Problem.of(
                    "bad-start",
                    "A report cannot start with “%s”.".formatted(start),
                    "Use defaults, empty or question."));
        }
        Set<String> known = parametersOf(report);
        signed.stream().filter(name -> !known.contains(name)).findFirst().ifPresent(name -> {
            throw new NotFound("parameter", name, known);
        });
        ReportDefinition before = report.definition();
        ReportDefinition after = new ReportDefinition(before.controls(), before.views(), start, onDemand, signed);
        records.change(id, question, json.write(after));
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
