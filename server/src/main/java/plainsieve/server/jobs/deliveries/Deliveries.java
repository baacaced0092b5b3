package plainsieve.server.jobs.deliveries;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Service;
import plainsieve.server.definitions.model.NotFoundException;
import plainsieve.server.definitions.model.Stage;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.definitions.project.Projects;
import plainsieve.server.jobs.JobHandler;
import plainsieve.server.jobs.JobOutcome;
import plainsieve.server.records.jobs.JobKind;
import plainsieve.sources.Cancellation;
import plainsieve.sources.Column;

/** The deliveries of each project, and when they are sent. */
@Service
public class Deliveries implements JobHandler {
    private final DeliveryDefinitions kept;
    private final Projects projects;
    private final DeliverySender deliverySender;
    private final RecipientResolver recipientResolver;

    Deliveries(
            DeliveryDefinitions kept,
            Projects projects,
            DeliverySender deliverySender,
            RecipientResolver recipientResolver) {
        this.recipientResolver = recipientResolver;
        this.kept = kept;
        this.projects = projects;
        this.deliverySender = deliverySender;
    }

    public List<Delivery> of(String projectId) {
        return kept.all().stream()
                .filter(one -> one.projectId().equals(projectId))
                .map(DeliveryDefinitions.ProjectDelivery::delivery)
                .toList();
    }

    public Optional<Delivery> find(String projectId, String id) {
        return of(projectId).stream().filter(one -> one.id().equals(id)).findFirst();
    }

    /** Throws {@link NotFoundException} if there is none with this ID. */
    public Delivery get(String projectId, String id) {
        return find(projectId, id)
                .orElseThrow(() -> new NotFoundException(
                        "delivery", id, of(projectId).stream().map(Delivery::id).toList()));
    }

    /**
     * Sends the email of the first recipient to a tester. Throws like any run, and
     * {@link plainsieve.server.jobs.mail.MailFailure}.
     *
     * @return why nothing would be sent; empty if it was
     */
    public Optional<String> trial(Project project, String id, String address) {
        return deliverySender.trial(project, get(project.id(), id), address);
    }

    /** The columns of a query that could provide recipients. Throws like any run. */
    public List<Column> columns(Project project, String id, String queryId) {
        return recipientResolver.columns(project.inStage(Stage.LIVE), get(project.id(), id), queryId);
    }

    @Override
    public JobKind kind() {
        return JobKind.DELIVERY;
    }

    @Override
    public List<ScheduledJob> scheduled() {
        return kept.all().stream()
                .flatMap(one -> planned(one.projectId(), one.delivery()).stream())
                .toList();
    }

    private static Optional<ScheduledJob> planned(String projectId, Delivery delivery) {
        return delivery.schedule()
                .times()
                .filter(times -> !delivery.paused())
                .map(times -> new ScheduledJob(projectId, delivery.id(), times, delivery.since()));
    }

    @Override
    public JobOutcome run(String projectId, String thing, long job, Cancellation stop) {
        Optional<Delivery> delivery = find(projectId, thing);
        return delivery.isEmpty()
                ? new JobOutcome.Skipped("The delivery no longer exists.")
                : deliverySender.send(projects.get(projectId), delivery.get(), job, stop);
    }

    @Override
    public void onGivenUp(long job) {
        deliverySender.abandon(job);
    }

    /** Deliveries that are sent after a copy was refreshed. */
    @Override
    public List<String> dependentsOf(String projectId, JobKind kind, String thing) {
        return of(projectId).stream()
                .filter(one -> kind == JobKind.COPY && !one.paused())
                .filter(one ->
                        one.schedule().prerequisite().filter(thing::equals).isPresent())
                .map(Delivery::id)
                .toList();
    }

    @Override
    public Set<String> prerequisites(String projectId, String thing) {
        return Set.of();
    }
}
