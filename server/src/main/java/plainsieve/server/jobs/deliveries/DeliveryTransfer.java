package plainsieve.server.jobs.deliveries;

import java.time.Clock;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import plainsieve.files.CompanionFiles;
import plainsieve.files.DeliveriesFile;
import plainsieve.server.definitions.edits.Ids;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.editing.transfer.ProjectExtension;
import plainsieve.server.runtime.settings.Settings;

/** The deliveries of a project out to its files and in from them, after the copies behind which some are sent. */
@Component
@Order(1)
class DeliveryTransfer implements ProjectExtension {
    private final Deliveries deliveries;
    private final DeliveryEdits edits;
    private final Settings settings;
    private final Clock clock;

    DeliveryTransfer(Deliveries deliveries, DeliveryEdits edits, Settings settings, Clock clock) {
        this.deliveries = deliveries;
        this.edits = edits;
        this.settings = settings;
        this.clock = clock;
    }

    @Override
    public CompanionFiles exportFiles(String projectId, CompanionFiles beside) {
        return beside.with(new DeliveriesFile(
                deliveries.of(projectId).stream().map(DeliveryForms::form).toList()));
    }

    @Override
    public void importFiles(Project project, CompanionFiles beside) {
        beside.deliveries().deliveries().forEach(entry -> {
            Ids.check("delivery", entry.id());
            int version = deliveries
                    .find(project.id(), entry.id())
                    .map(Delivery::version)
                    .orElse(0);
            edits.addImported(
                    project,
                    DeliveryForms.delivery(entry.identified(entry.id(), version), clock.instant(), settings.zone()));
        });
    }
}
