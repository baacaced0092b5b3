package plainsieve.server.editing.editor;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Service;
import plainsieve.core.question.QuestionLine;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.view.ClickThrough;
import plainsieve.core.view.Control;
import plainsieve.core.view.View;
import plainsieve.core.view.ViewPart;
import plainsieve.server.definitions.model.Report;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.people.Caller;
import plainsieve.server.records.sent.StatementCause;
import plainsieve.server.results.runs.QueryRunner;
import plainsieve.server.results.runs.ReportRunRequests;
import plainsieve.server.results.runs.RequestedChoices;
import plainsieve.server.results.runs.RunRequest;

/** Problems that viewers would get from a draft. */
@Service
class PublishCheck {
    private final ReportRunRequests orders;
    private final QueryRunner queryRunner;

    PublishCheck(ReportRunRequests orders, QueryRunner queryRunner) {
        this.orders = orders;
        this.queryRunner = queryRunner;
    }

    /**
     * Prepares the statement of every view without sending it: with the defaults, or with trial values where
     * a choice is required. Then it looks for texts and controls without effect.
     *
     * @param drafted the project with the draft in it
     * @throws ProblemException with all problems
     */
    void of(Project drafted, Caller caller, Report draft) {
        if (draft.views().isEmpty()) {
            throw new ProblemException(
                    Problem.of(ProblemKind.INVALID_REPORT, "The report is empty.", "Add a suggestion, then publish."));
        }
        List<Problem> problems = new ArrayList<>();
        draft.queriedViews().forEach(view -> problems.addAll(problems(drafted, caller, draft, view)));
        problems.addAll(idleControls(drafted, draft));
        problems.addAll(unknownNames(drafted, draft));
        draft.views().forEach(view -> problems.addAll(deadLead(drafted, view)));
        if (!problems.isEmpty()) {
            throw new ProblemException(problems);
        }
    }

    private List<Problem> problems(Project drafted, Caller caller, Report draft, View view) {
        try {
            queryRunner.check(order(drafted, draft, view, ReportRunRequests.choices(drafted, caller, draft, Map.of())));
        } catch (ProblemException e) {
            RequestedChoices trials = RequestedChoices.onTheBench(caller, drafted.parametersOf(draft), Map.of());
            try {
                queryRunner.check(order(drafted, draft, view, trials));
            } catch (ProblemException still) {
                return still.problems();
            }
        }
        return List.of();
    }

    private RunRequest order(Project drafted, Report draft, View view, RequestedChoices choices) {
        RunRequest.Text live = RunRequest.Text.live(drafted.queryInStage(view.queryId()));
        return orders.view(
                drafted,
                draft,
                StatementCause.CHECK,
                choices,
                ReportRunRequests.ViewRequest.first(UUID.randomUUID().toString(), live, view, ViewPart.MAIN));
    }

    /** Controls that change nothing. */
    private static List<Problem> idleControls(Project drafted, Report draft) {
        Set<String> used = new HashSet<>();
        draft.views().forEach(view -> used.addAll(drafted.parametersOf(view)));
        return draft.controls().stream()
                .map(Control::parameters)
                .filter(names -> names.stream().noneMatch(used::contains))
                .map(names -> Problem.of(
                                ProblemKind.INVALID_REPORT,
                                ":%s has no effect: no view depends on it.".formatted(names.get(0)),
                                "Remove its control, or show something that it filters.")
                        .about(names.get(0)))
                .toList();
    }

    private static List<Problem> deadLead(Project drafted, View view) {
        return view
                .link()
                .filter(clickThrough -> !isThere(drafted, clickThrough))
                .map(clickThrough -> Problem.of(
                        ProblemKind.INVALID_REPORT,
                        clickThrough.isForFurtherRows()
                                ? "“%s” links to the report %s, which is not published."
                                        .formatted(view.titleOrKind(), clickThrough.reportId())
                                : "A click in “%s” opens the report %s with :%s, which is not published."
                                        .formatted(
                                                view.titleOrKind(), clickThrough.reportId(), clickThrough.parameter()),
                        "Let it open another, or filter the other views."))
                .stream()
                .toList();
    }

    /** Unpublished reports do not exist for viewers. */
    private static boolean isThere(Project drafted, ClickThrough clickThrough) {
        return drafted.hasReport(clickThrough.reportId())
                && drafted.draft(clickThrough.reportId()).published()
                && (clickThrough.isForFurtherRows()
                        || drafted.parametersOf(drafted.report(clickThrough.reportId()))
                                .contains(clickThrough.parameter()));
    }

    private static List<Problem> unknownNames(Project drafted, Report draft) {
        Set<String> named = new LinkedHashSet<>(QuestionLine.mentionedIn(draft.question()));
        draft.views().forEach(view -> named.addAll(view.parameters()));
        return named.stream()
                .filter(name -> !drafted.parameters().containsKey(name))
                .map(name -> Problem.of(
                                ProblemKind.UNKNOWN_PARAMETER,
                                "A sentence of the report references the unknown parameter :%s.".formatted(name),
                                "Change the sentence.")
                        .about(name))
                .toList();
    }
}
