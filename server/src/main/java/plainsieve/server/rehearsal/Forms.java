package plainsieve.server.rehearsal;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Service;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.server.project.Parameters;
import plainsieve.server.project.Report;
import plainsieve.server.project.ReportDefinition;
import plainsieve.server.project.Reports;
import plainsieve.server.runs.AskedChoices;
import plainsieve.server.runs.RunOrder;
import plainsieve.server.runs.Runner;
import plainsieve.sources.SourceFailure;

/**
 * Tries on the bench the exact statements that reports will send: capped, limited, totalled by each view. The database
 * reads each of them and says its plan, so what works on the bench works live; it runs none of them.
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
                    String title = view.title().isEmpty() ? view.kind() : view.title();
                    forms.add(new Form(report.id(), report.name(), title, problem(report, view, text, choices)));
                }
            }
        }
        return forms;
    }

    private String problem(Report report, ReportDefinition.View view, String text, Map<String, ChoiceText> choices) {
        AskedChoices asked = AskedChoices.onTheBench(parameters.all().keySet(), choices);
        RunOrder order = orders.of(report, view, text, asked, CAUSE);
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
