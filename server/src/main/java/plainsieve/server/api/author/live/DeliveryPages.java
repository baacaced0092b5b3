package plainsieve.server.api.author.live;

import java.time.Clock;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;
import plainsieve.core.view.View;
import plainsieve.core.view.ViewContent;
import plainsieve.server.api.author.live.DeliveryBodies.DeliveryBody;
import plainsieve.server.api.author.live.DeliveryBodies.DeliveryOptions;
import plainsieve.server.api.author.live.DeliveryBodies.FigureOption;
import plainsieve.server.api.author.live.DeliveryBodies.ViewOption;
import plainsieve.server.definitions.model.Report;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.definitions.project.StageWords;
import plainsieve.server.jobs.JobPlanner;
import plainsieve.server.jobs.JobRunner;
import plainsieve.server.jobs.deliveries.Delivery;
import plainsieve.server.jobs.deliveries.DeliveryForms;
import plainsieve.server.jobs.deliveries.Unsubscriptions;
import plainsieve.server.records.jobs.JobKind;

/** Deliveries as their screen needs them: the definition of each, its options, and its last outcome. */
@Component
class DeliveryPages {
    private final JobRunner jobRunner;
    private final JobPlanner jobPlanner;
    private final Unsubscriptions unsubscriptions;
    private final Clock clock;

    DeliveryPages(JobRunner jobRunner, JobPlanner jobPlanner, Unsubscriptions unsubscriptions, Clock clock) {
        this.jobRunner = jobRunner;
        this.jobPlanner = jobPlanner;
        this.unsubscriptions = unsubscriptions;
        this.clock = clock;
    }

    DeliveryBody body(Project project, Delivery delivery) {
        Map<String, String> labels = new LinkedHashMap<>();
        delivery.content().choices().forEach((name, value) -> labels.put(name, StageWords.value(project, name, value)));
        return new DeliveryBody(
                DeliveryForms.form(delivery),
                labels,
                offers(project, delivery),
                LastJob.of(jobRunner.latest(project.id(), JobKind.DELIVERY, delivery.id())),
                unsubscriptions.of(project.id(), delivery.id()),
                next(delivery));
    }

    private static DeliveryOptions offers(Project project, Delivery delivery) {
        String id = delivery.content().reportId();
        if (!project.hasReport(id)) {
            return new DeliveryOptions("", List.of(), List.of(), List.of());
        }
        Report report = project.report(id);
        List<String> chooses = project.parametersOf(report).stream()
                .filter(name -> project.parameters().containsKey(name)
                        && !project.parameter(name).isComputed())
                .sorted()
                .toList();
        List<FigureOption> figures = report.views().stream()
                .filter(view -> view.shown().kind() == ViewContent.Kind.FIGURES)
                .flatMap(view -> view.shown().measures().stream()
                        .map(figure -> new FigureOption(view.id(), figure.label(), figure.unit())))
                .toList();
        return new DeliveryOptions(
                report.name(),
                chooses,
                report.views().stream().map(DeliveryPages::view).toList(),
                figures);
    }

    private static ViewOption view(View view) {
        return new ViewOption(view.id(), view.titleOrKind(), view.isQueried());
    }

    private String next(Delivery delivery) {
        return delivery.schedule()
                .times()
                .filter(times -> !delivery.paused())
                .flatMap(times -> jobPlanner.next(times, clock.instant()))
                .map(Instant::toString)
                .orElse("");
    }
}
