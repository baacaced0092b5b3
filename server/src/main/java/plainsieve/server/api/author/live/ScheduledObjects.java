package plainsieve.server.api.author.live;

import java.util.List;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import plainsieve.server.jobs.copies.StoredCopies;
import plainsieve.server.jobs.deliveries.Deliveries;
import plainsieve.server.jobs.schedules.Schedule;
import plainsieve.server.records.jobs.JobKind;

/** Everything of a project that may have its own times. */
@Component
class ScheduledObjects {
    private final StoredCopies storedCopies;
    private final Deliveries deliveries;

    ScheduledObjects(StoredCopies storedCopies, Deliveries deliveries) {
        this.storedCopies = storedCopies;
        this.deliveries = deliveries;
    }

    /** @param kind its keyword among scheduled objects */
    record Thing(JobKind kind, String id, String name, Schedule schedule, boolean paused) {}

    List<Thing> of(String projectId) {
        return Stream.concat(
                        storedCopies.of(projectId).stream()
                                .map(copy -> new Thing(
                                        JobKind.COPY, copy.id(), copy.name(), copy.schedule(), copy.paused())),
                        deliveries.of(projectId).stream()
                                .map(one -> new Thing(
                                        JobKind.DELIVERY, one.id(), one.name(), one.schedule(), one.paused())))
                .toList();
    }
}
