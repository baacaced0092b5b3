package plainsieve.server.jobs.deliveries;

import java.util.Map;
import java.util.Set;
import org.springframework.stereotype.Component;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.view.View;
import plainsieve.server.definitions.model.NotFoundException;
import plainsieve.server.definitions.model.Report;
import plainsieve.server.definitions.model.Stage;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.jobs.copies.StoredCopies;
import plainsieve.server.jobs.schedules.Timetable;
import plainsieve.server.people.Caller;
import plainsieve.server.people.Role;
import plainsieve.server.results.runs.ChoiceResolver;
import plainsieve.server.results.runs.RequestedChoices;

/** Validates deliveries. */
@Component
class DeliveryCheck {
    private static final int MOST_NAMED = 500;
    private static final int MOST_ATTACHED = 10;

    private final StoredCopies storedCopies;
    private final ChoiceResolver choiceResolver;

    DeliveryCheck(StoredCopies storedCopies, ChoiceResolver choiceResolver) {
        this.storedCopies = storedCopies;
        this.choiceResolver = choiceResolver;
    }

    /** Throws {@link ProblemException} for invalid parts; {@link NotFoundException} for missing objects. */
    void require(Project project, Delivery delivery) {
        Report report = project.report(delivery.content().reportId());
        delivery.schedule().times().ifPresent(times -> new Timetable(times.cron(), times.zone()));
        delivery.schedule().prerequisite().ifPresent(behind -> storedCopies.get(project.id(), behind));
        delivery.content().choices().keySet().forEach(name -> requireOf(project, report, name));
        only(report, delivery.content().only());
        if (delivery.content().attached().size() > MOST_ATTACHED) {
            throw invalid("An email can have %d files.".formatted(MOST_ATTACHED), "Remove some.");
        }
        delivery.content().attached().forEach(one -> {
            View view = report.view(one.viewId());
            if (!view.isQueried()) {
                throw invalid("“%s” has no rows to attach.".formatted(view.titleOrKind()), "Attach another view.");
            }
        });
        if (delivery.to() instanceof Delivery.EachRow each) {
            project.query(each.queryId());
            each.choices().keySet().forEach(name -> requireOf(project, report, name));
        } else if (delivery.to() instanceof Delivery.NamedRecipients named
                && named.who().size() > MOST_NAMED) {
            throw invalid("More than %d are named.".formatted(MOST_NAMED), "Use a query for the recipients.");
        }
    }

    private static void requireOf(Project project, Report report, String name) {
        if (!project.parametersOf(report).contains(name)
                || project.parameter(name).isComputed()) {
            throw invalid(
                    "“%2$s” has no choice :%1$s.".formatted(name, report.name()), "Use a parameter of the report.");
        }
    }

    /** Throws {@link ProblemException} for an invalid choice. Lists that cannot be queried at the moment are skipped. */
    void requireChoices(Project project, Delivery delivery) {
        Set<String> said = delivery.content().choices().keySet();
        Report report = project.report(delivery.content().reportId());
        Project live = project.inStage(Stage.LIVE, delivery.content().choices()).opening(report);
        Caller caller = Caller.of("delivery", Role.AUTHOR);
        choiceResolver
                .choose(live, said, RequestedChoices.of(caller, project.parametersOf(report), Map.of()))
                .problems()
                .stream()
                .filter(problem -> problem.parameter().filter(said::contains).isPresent()
                        && !problem.kind().equals(ProblemKind.LIST_UNAVAILABLE))
                .findFirst()
                .ifPresent(problem -> {
                    throw new ProblemException(problem);
                });
    }

    private static void only(Report report, Delivery.SendCondition only) {
        if (only instanceof Delivery.HasRows any) {
            report.view(any.viewId());
        } else if (only instanceof Delivery.FigureThreshold passes) {
            boolean has = report.view(passes.viewId()).shown().measures().stream()
                    .anyMatch(figure -> figure.label().equalsIgnoreCase(passes.label()));
            if (!has) {
                throw invalid(
                        "“%s” has no figure “%s”.".formatted(report.name(), passes.label()), "Use one of its figures.");
            }
        }
    }

    private static ProblemException invalid(String message, String advice) {
        return new ProblemException(Problem.of(ProblemKind.INVALID_DELIVERY, message, advice));
    }
}
