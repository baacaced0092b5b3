package plainsieve.server.results.runs;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Component;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.rewrite.ResultShape;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.view.ComparisonBasis;
import plainsieve.core.view.ComparisonChoices;
import plainsieve.core.view.View;
import plainsieve.core.view.ViewContent;
import plainsieve.core.view.ViewPart;
import plainsieve.server.definitions.model.Report;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.people.Caller;
import plainsieve.server.records.sent.StatementCause;
import plainsieve.server.runtime.settings.Settings;
import plainsieve.server.sources.sent.Purpose;

/** Creates run requests for views of reports. */
@Component
public class ReportRunRequests {
    private final ChoiceResolver choiceResolver;
    private final Settings settings;

    ReportRunRequests(ChoiceResolver choiceResolver, Settings settings) {
        this.choiceResolver = choiceResolver;
        this.settings = settings;
    }

    /**
     * A requested view.
     *
     * @param runId assigned by the caller, to cancel it
     * @param text of its query: published for readers, a draft in rehearsals
     * @param part the requested part of the view
     * @param sort requested by a viewer
     * @param filters picks in other views
     * @param pages multiple of the row limit: further rows are requested together with the first ones,
     *     so that one statement returns them all without duplicates or gaps
     */
    public record ViewRequest(
            String runId,
            RunRequest.Text text,
            View view,
            ViewPart part,
            Optional<ResultShape.Sort> sort,
            List<RunRequest.ColumnFilter> filters,
            int pages) {
        /** The first rows in the query's own order. */
        public static ViewRequest first(String runId, RunRequest.Text text, View view, ViewPart part) {
            return new ViewRequest(runId, text, view, part, Optional.empty(), List.of(), 1);
        }
    }

    /** A reader's choices for a report. */
    public static RequestedChoices choices(
            Project project, Caller caller, Report report, Map<String, ChoiceText> choices) {
        Set<String> signedOnly = new LinkedHashSet<>(report.opening().signedParameters());
        return new RequestedChoices(caller, project.parametersOf(report), choices, signedOnly, false);
    }

    /**
     * A view for readers: with its own limit, and capped.
     *
     * @param cause why it is sent
     * @throws ProblemException if the view has no such part, or there is nothing to compare it with
     */
    public RunRequest view(
            Project project, Report report, StatementCause cause, RequestedChoices choices, ViewRequest asked) {
        View view = asked.view();
        String limit = view.shown().limitParameter().orElse("");
        return new RunRequest(
                asked.runId(),
                project,
                asked.text(),
                counting(project, choices, asked),
                new RunRequest.RowSelection(limit, shapeOf(asked), asked.filters()),
                Purpose.ofView(cause, report.id(), view.id()),
                project.stage().limits().rows(settings.reportRowLimit() * asked.pages()));
    }

    private static ResultShape shapeOf(ViewRequest asked) {
        return asked.view()
                .shown()
                .shapeOf(asked.part(), asked.sort())
                .orElseThrow(() -> new ProblemException(Problem.of(
                        ProblemKind.INVALID_REQUEST,
                        "The view “%s” has no such part.".formatted(asked.view().titleOrKind()),
                        "Open it again.")));
    }

    /** The effective choices of a view: without ignored ones, or moved to the compared period. */
    private RequestedChoices counting(Project project, RequestedChoices choices, ViewRequest asked) {
        RequestedChoices counting = choices.without(asked.view().ignoredParameters());
        boolean compared = asked.part() instanceof ViewPart.Compared;
        if (!compared
                || !(asked.view().shown() instanceof ViewContent.Figures figures)
                || figures.comparedWith().isEmpty()) {
            return counting;
        }
        Set<String> needed = project.parametersOf(asked.view());
        Map<String, ChoiceText> complete =
                choiceResolver.choose(project, needed, counting).orRefuse().texts();
        Map<String, ChoiceText> others =
                new ComparisonChoices(figures.comparedWith().get(), project.parameters()).of(complete);
        boolean moves = figures.comparedWith().get().kind() != ComparisonBasis.Kind.ALL;
        boolean fixed = others.keySet().stream()
                .anyMatch(name -> choices.caller().fixed().containsKey(name)
                        && !others.get(name).equals(complete.get(name)));
        // A fixed choice would be compared with itself.
        if (moves && fixed) {
            throw new ProblemException(Problem.of(
                    ProblemKind.NO_COMPARISON,
                    "%s fixes the parameter of the comparison."
                            .formatted(choices.caller().fixedBy()),
                    "The figures themselves are right."));
        }
        return counting.with(others);
    }

    /** Every row of a table or below a view, without row limits. */
    public RunRequest download(Project project, Report report, RequestedChoices choices, ViewRequest asked) {
        View view = asked.view();
        return new RunRequest(
                asked.runId(),
                project,
                asked.text(),
                counting(project, choices, asked),
                new RunRequest.RowSelection("", shapeOf(asked), asked.filters()),
                Purpose.ofView(StatementCause.DOWNLOAD, report.id(), view.id()),
                Statement.NO_CAP);
    }
}
