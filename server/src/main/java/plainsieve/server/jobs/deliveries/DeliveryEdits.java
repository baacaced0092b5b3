package plainsieve.server.jobs.deliveries;

import java.time.Clock;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import plainsieve.core.value.ProblemException;
import plainsieve.server.definitions.edits.Ids;
import plainsieve.server.definitions.edits.Restoration;
import plainsieve.server.definitions.model.EditConflictException;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.jobs.JobRunner;
import plainsieve.server.records.definitions.DefinitionKind;
import plainsieve.server.records.definitions.DefinitionRow;
import plainsieve.server.records.jobs.JobKind;

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

    /** Creates a delivery, with an ID from its name. Throws as {@link #change}. */
    public Delivery add(Project project, Delivery draft) {
        String name = Ids.name("A delivery", draft.name());
        String id = Ids.of(
                name, "delivery", taken -> deliveries.find(project.id(), taken).isPresent());
        check.require(project, draft);
        check.requireChoices(project, draft);
        save(project, draft.identified(id).startingAt(clock.instant()));
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
        save(project, delivery.startingAt(same ? before.since() : clock.instant()));
    }

    private void save(Project project, Delivery delivery) {
        check.require(project, delivery);
        if (!kept.save(project.id(), delivery.named(Ids.name("A delivery", delivery.name())))) {
            throw new EditConflictException("The delivery “%s”".formatted(delivery.name()));
        }
    }

    /** Removes the delivery; it can be restored. The record of its emails is kept. */
    @Transactional
    public void remove(Project project, String id) {
        Delivery delivery = deliveries.get(project.id(), id);
        kept.remove(project.id(), delivery);
        jobRunner.stop(project.id(), JobKind.DELIVERY, id);
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
