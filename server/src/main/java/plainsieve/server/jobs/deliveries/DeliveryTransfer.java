package plainsieve.server.jobs.deliveries;

import java.time.Clock;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import plainsieve.files.CompanionFiles;
import plainsieve.files.DeliveriesFile;
import plainsieve.server.definitions.edits.Ids;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.editing.transfer.ProjectExtension;

/** The deliveries of a project out to its files and in from them, after the copies behind which some are sent. */
@Component
@Order(1)
class DeliveryTransfer implements ProjectExtension {
    private final Deliveries deliveries;
    private final DeliveryEdits edits;
    private final Clock clock;

    DeliveryTransfer(Deliveries deliveries, DeliveryEdits edits, Clock clock) {
        this.deliveries = deliveries;
        this.edits = edits;
        this.clock = clock;
    }

    @Override
    public CompanionFiles exportFiles(String projectId, CompanionFiles beside) {
        return beside.with(new DeliveriesFile(deliveries.of(projectId).stream()
                .map(DeliveryDefinitions::entry)
                .toList()));
    }

    @Override
    public void importFiles(Project project, CompanionFiles beside) {
        beside.deliveries().deliveries().forEach(entry -> {
            Ids.check("delivery", entry.id());
            int version = deliveries
                    .find(project.id(), entry.id())
                    .map(Delivery::version)
                    .orElse(0);
            edits.addImported(project, DeliveryDefinitions.delivery(entry, clock.instant(), version));
        });
    }
}
