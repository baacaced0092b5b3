package plainsieve.server.rehearsal;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Type;
import plainsieve.core.view.View;
import plainsieve.server.project.Project;
import plainsieve.server.project.Report;
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
    private final DraftOrders orders;
    private final Runner runner;

    Forms(DraftOrders orders, Runner runner) {
        this.orders = orders;
        this.runner = runner;
    }

    /** One view that sends a query. @param problem what would go wrong, with what to do; empty when all is well */
    public record Form(String reportId, String report, String view, String problem) {}

    /** What every report would send of a text on the bench. */
    public List<Form> of(Project project, RunOrder.Text text, AskedChoices choices) {
        List<Form> forms = new ArrayList<>();
        for (Report report : project.reports()) {
            for (View view : report.views()) {
                if (view.queryId().equals(text.query().id())) {
                    DraftOrders.OnStage stage = new DraftOrders.OnStage(project, choices.asker(), report);
                    forms.addAll(of(stage, view, text, choices));
                }
            }
        }
        return forms;
    }

    /** The view by itself, and filtered by a bar that a reader picks in another view of the same query. */
    private List<Form> of(DraftOrders.OnStage stage, View view, RunOrder.Text text, AskedChoices choices) {
        Report report = stage.report();
        List<Form> forms = new ArrayList<>();
        RunOrder alone = orders.form(stage, view, text, choices, List.of());
        forms.add(new Form(report.id(), report.name(), view.titleOrKind(), problem(alone)));
        for (View beside : report.views()) {
            for (String picks :
                    beside.queryId().equals(view.queryId()) ? beside.shown().grouping() : List.<String>of()) {
                String title = "%s, filtered by %s".formatted(view.titleOrKind(), picks);
                RunOrder filtered = orders.form(stage, view, text, choices, List.of(picked(picks)));
                forms.add(new Form(report.id(), report.name(), title, problem(filtered)));
            }
        }
        return forms;
    }

    /** Rows without a value: a filter that can be tried without knowing any value of the column. */
    private static RunOrder.ColumnFilter picked(String column) {
        return new RunOrder.ColumnFilter(column, Type.TEXT, new ChoiceText(ChoiceText.Kind.VALUES, List.of(), true));
    }

    private String problem(RunOrder order) {
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
