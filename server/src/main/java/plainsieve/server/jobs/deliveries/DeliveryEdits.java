package plainsieve.server.jobs.deliveries;

import java.time.Clock;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import plainsieve.core.value.ProblemException;
import plainsieve.server.definitions.edits.Ids;
import plainsieve.server.definitions.edits.Restoration;
import plainsieve.server.definitions.model.EditConflictException;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.jobs.JobRunner;
import plainsieve.server.jobs.schedules.Schedule;
import plainsieve.server.records.definitions.DefinitionKind;
import plainsieve.server.records.definitions.DefinitionRow;

/** Adds, changes and removes deliveries. */
@Service
public class DeliveryEdits implements Restoration {
    private final DeliveryDefinitions kept;
    private final Deliveries deliveries;
    private final DeliveryCheck check;
    private final JobRunner jobRunner;
    private final Clock clock;

    DeliveryEdits(
            DeliveryDefinitions kept, Deliveries deliveries, DeliveryCheck check, JobRunner jobRunner, Clock clock) {
        this.kept = kept;
        this.deliveries = deliveries;
        this.check = check;
        this.jobRunner = jobRunner;
        this.clock = clock;
    }

    /** A delivery of a report without recipients and without a schedule. */
    public Delivery add(Project project, String reportId, String wanted) {
        project.report(reportId);
        String name = Ids.name("A delivery", wanted);
        String id = Ids.of(
                name, "delivery", taken -> deliveries.find(project.id(), taken).isPresent());
        Delivery delivery = new Delivery(
                id,
                name,
                new Delivery.Content(reportId, Map.of(), new Delivery.Unconditional(), List.of()),
                new Delivery.NamedRecipients(List.of()),
                new Schedule.ByHand(),
                false,
                clock.instant(),
                0);
        save(project, delivery);
        return deliveries.get(project.id(), id);
    }

    /** Adds an imported delivery. Its choices are not checked against lists: sources may not be reachable yet. */
    void addImported(Project project, Delivery delivery) {
        deliveries
                .find(project.id(), delivery.id())
                .ifPresentOrElse(before -> save(project, before, delivery), () -> save(project, delivery));
    }

    /**
     * Changes a delivery. A changed schedule starts now.
     *
     * @throws ProblemException for an invalid definition
     * @throws EditConflictException for a version conflict
     */
    public void change(Project project, Delivery delivery) {
        Delivery before = deliveries.get(project.id(), delivery.id());
        check.require(project, delivery);
        check.requireChoices(project, delivery);
        save(project, before, delivery);
    }

    private void save(Project project, Delivery before, Delivery delivery) {
        boolean same = before.schedule().equals(delivery.schedule()) && before.paused() == delivery.paused();
        save(
                project,
                new Delivery(
                        delivery.id(),
                        Ids.name("A delivery", delivery.name()),
                        delivery.content(),
                        delivery.to(),
                        delivery.schedule(),
                        delivery.paused(),
                        same ? before.since() : clock.instant(),
                        delivery.version()));
    }

    private void save(Project project, Delivery delivery) {
        check.require(project, delivery);
        if (!kept.save(project.id(), delivery)) {
            throw new EditConflictException("The delivery “%s”".formatted(delivery.name()));
        }
    }

    /** Removes the delivery; it can be restored. The record of its emails is kept. */
    @Transactional
    public void remove(Project project, String id) {
        Delivery delivery = deliveries.get(project.id(), id);
        kept.remove(project.id(), delivery);
        jobRunner.stop(project.id(), Delivery.KIND, id);
    }

    @Override
    public DefinitionKind kind() {
        return DefinitionKind.DELIVERY;
    }

    /** Its schedule counts from now: emails that it would have sent since it was removed are not sent. */
    @Override
    public void restore(Project project, DefinitionRow row) {
        Restoration.requireFree(kind(), deliveries.find(project.id(), row.id()).isPresent(), row.id());
        save(project, kept.delivery(row.startingAt(clock.instant().toString())));
    }
}
