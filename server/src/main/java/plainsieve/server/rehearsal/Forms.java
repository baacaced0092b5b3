package plainsieve.server.rehearsal;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Service;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Type;
import plainsieve.server.project.Parameters;
import plainsieve.server.project.Report;
import plainsieve.server.project.ReportDefinition;
import plainsieve.server.project.Reports;
import plainsieve.server.runs.AskedChoices;
import plainsieve.server.runs.RunOrder;
import plainsieve.server.runs.Runner;
import plainsieve.sources.SourceFailure;

/**
 * Tries on the bench the exact statements that reports will send: capped, limited, totalled by each view, filtered by a
 * picked bar. The database reads each of them and says its plan, so what works on the bench works live; it runs none.
 */
@Service
public class Forms {
    private static final String CAUSE = "form";

    private final Reports reports;
    private final Parameters parameters;
    private final DraftOrders orders;
    private final Runner runner;

    Forms(Reports reports, Parameters parameters, DraftOrders orders, Runner runner) {
        this.reports = reports;
        this.parameters = parameters;
        this.orders = orders;
        this.runner = runner;
    }

    /** One view that sends a query. @param problem what would go wrong, with what to do; empty when all is well */
    public record Form(String reportId, String report, String view, String problem) {}

    public List<Form> of(String queryId, String text, Map<String, ChoiceText> choices) {
        List<Form> forms = new ArrayList<>();
        for (Report report : reports.all()) {
            for (ReportDefinition.View view : report.definition().views()) {
                if (view.queryId().equals(queryId)) {
                    forms.addAll(of(report, view, text, choices));
                }
            }
        }
        return forms;
    }

    /** The view by itself, and filtered by a bar that a reader picks in another view of the same query. */
    private List<Form> of(Report report, ReportDefinition.View view, String text, Map<String, ChoiceText> choices) {
        String title = view.title().isEmpty() ? view.kind() : view.title();
        List<Form> forms = new ArrayList<>();
        forms.add(new Form(report.id(), report.name(), title, problem(report, view, text, choices, List.of())));
        for (ReportDefinition.View bars : report.definition().views()) {
            boolean picks =
                    bars.queryId().equals(view.queryId()) && !bars.groupBy().isEmpty();
            if (picks) {
                String filtered = "%s, filtered by %s".formatted(title, bars.groupBy());
                List<RunOrder.ColumnFilter> filter = List.of(picked(bars.groupBy()));
                forms.add(new Form(report.id(), report.name(), filtered, problem(report, view, text, choices, filter)));
            }
        }
        return forms;
    }

    /** Rows without a value: a filter that can be tried without knowing any value of the column. */
    private static RunOrder.ColumnFilter picked(String column) {
        return new RunOrder.ColumnFilter(column, Type.TEXT, new ChoiceText(ChoiceText.Kind.VALUES, List.of(), true));
    }

    private String problem(
            Report report,
            ReportDefinition.View view,
            String text,
            Map<String, ChoiceText> choices,
            List<RunOrder.ColumnFilter> filters) {
        AskedChoices asked = AskedChoices.onTheBench(parameters.all().keySet(), choices);
        RunOrder order = orders.of(report, view, text, asked, CAUSE, filters);
        return attempt(() -> runner.plan(order)).map(Problem::inWords).orElse("");
    }

    static Optional<Problem> attempt(Runnable work) {
        try {
            work.run();
            return Optional.empty();
        } catch (ProblemException e) {
            return Optional.of(e.first());
        } catch (SourceFailure e) {
            Problem problem = Problem.of("refused-statement", e.getMessage(), e.advice());
            return Optional.of(e.place().map(problem::at).orElse(problem));
        }
    }
}
