package plainsieve.server.results.rehearsal;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.Type;
import plainsieve.core.view.View;
import plainsieve.core.view.ViewPart;
import plainsieve.server.definitions.model.Report;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.results.runs.QueryRunner;
import plainsieve.server.results.runs.RequestedChoices;
import plainsieve.server.results.runs.RunRequest;
import plainsieve.sources.SourceFailure;

/** Runs the exact statements that reports will send for a query. Uses EXPLAIN only; no statement is executed. */
@Service
public class StatementFormRehearsal {
    /* Figures compared with the previous period have none while no period is chosen; the query is not at fault. */
    /** Of a comparison: the choice is not a range with a previous period. Readers never see this error. */
    static final ProblemKind NO_SPAN = ProblemKind.NO_COMPARISON;

    private final DraftOrders orders;
    private final QueryRunner queryRunner;

    StatementFormRehearsal(DraftOrders orders, QueryRunner queryRunner) {
        this.orders = orders;
        this.queryRunner = queryRunner;
    }

    /** A view of a query. @param problem the failure with its remedy; empty if there is none */
    public record StatementForm(String reportId, String report, String view, String problem) {}

    /** The statements that all reports would send for a text on the bench. */
    public List<StatementForm> of(Project project, RunRequest.Text text, RequestedChoices choices) {
        List<StatementForm> forms = new ArrayList<>();
        for (Report report : project.reports()) {
            for (View view : report.views()) {
                if (view.queryId().equals(text.query().id())) {
                    DraftOrders.OnStage stage = new DraftOrders.OnStage(project, choices.caller(), report);
                    forms.addAll(of(stage, view, text, choices));
                }
            }
        }
        return forms;
    }

    /** All statements of a view, and one filtered by a pick in another view of the same query. */
    private List<StatementForm> of(
            DraftOrders.OnStage stage, View view, RunRequest.Text text, RequestedChoices choices) {
        List<StatementForm> forms = new ArrayList<>();
        forms.add(form(stage, text, choices, DraftOrders.DraftRun.whole(view)));
        view.shown().additionalParts().stream()
                .map(part -> new DraftOrders.DraftRun(view, part, List.of()))
                .map(asked -> form(stage, text, choices, asked))
                .forEach(forms::add);
        for (View beside : stage.report().views()) {
            if (beside.queryId().equals(view.queryId())) {
                beside.shown().grouping().stream()
                        .map(key -> new DraftOrders.DraftRun(view, ViewPart.MAIN, List.of(picked(key))))
                        .map(asked -> form(stage, text, choices, asked))
                        .forEach(forms::add);
            }
        }
        return forms;
    }

    private StatementForm form(
            DraftOrders.OnStage stage, RunRequest.Text text, RequestedChoices choices, DraftOrders.DraftRun asked) {
        Optional<Problem> problem = attempt(() -> queryRunner.plan(orders.form(stage, text, choices, asked)))
                .filter(found -> !found.kind().equals(NO_SPAN));
        String said = problem.map(Problem::inWords).orElse("");
        return new StatementForm(stage.report().id(), stage.report().name(), title(asked), said);
    }

    private static String title(DraftOrders.DraftRun asked) {
        String view = asked.view().titleOrKind();
        if (!asked.filters().isEmpty()) {
            return "%s, filtered by %s".formatted(view, asked.filters().get(0).column());
        }
        return asked.part() instanceof ViewPart.Main
                ? view
                : "%s, %s".formatted(view, asked.part().word());
    }

    /** Rows without a value: a filter that can be tried without knowing any value of the column. */
    private static RunRequest.ColumnFilter picked(String column) {
        return new RunRequest.ColumnFilter(column, Type.TEXT, new ChoiceText(ChoiceText.Kind.VALUES, List.of(), true));
    }

    static Optional<Problem> attempt(Runnable work) {
        try {
            work.run();
            return Optional.empty();
        } catch (ProblemException e) {
            return Optional.of(e.first());
        } catch (SourceFailure e) {
            Problem problem = Problem.of(ProblemKind.STATEMENT_REJECTED, e.getMessage(), e.advice());
            return Optional.of(e.place().map(problem::at).orElse(problem));
        }
    }
}
