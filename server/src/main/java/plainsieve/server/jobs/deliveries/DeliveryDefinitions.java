package plainsieve.server.jobs.deliveries;

import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import org.springframework.stereotype.Component;
import plainsieve.files.forms.DeliveryForm;
import plainsieve.server.definitions.edits.RemovedObjects;
import plainsieve.server.definitions.forms.StoredForms;
import plainsieve.server.records.ParsedRowCache;
import plainsieve.server.records.definitions.DefinitionKind;
import plainsieve.server.records.definitions.DefinitionRecords;
import plainsieve.server.records.definitions.DefinitionRow;

/** Definitions of deliveries in the database. */
@Component
class DeliveryDefinitions {
    private final DefinitionRecords records;
    private final StoredForms forms;
    private final RemovedObjects removedObjects;
    private final ParsedRowCache<DefinitionRow, ProjectDelivery> read;

    DeliveryDefinitions(DefinitionRecords records, StoredForms forms, RemovedObjects removedObjects) {
        this.removedObjects = removedObjects;
        this.records = records;
        this.forms = forms;
        this.read = new ParsedRowCache<>(this::read);
    }

    /** A delivery and the project that it belongs to. */
    record ProjectDelivery(String projectId, Delivery delivery) {}

    List<ProjectDelivery> all() {
        return read.of(records.ofKind(DefinitionKind.DELIVERY));
    }

    private ProjectDelivery read(DefinitionRow row) {
        return new ProjectDelivery(row.projectId(), delivery(row));
    }

    Delivery delivery(DefinitionRow row) {
        DeliveryForm form = forms.form(row.form(), DeliveryForm.class).identified(row.id(), row.version());
        return DeliveryForms.delivery(form, Instant.parse(row.since()), ZoneOffset.UTC);
    }

    /** Returns false for a version conflict. */
    boolean save(String projectId, Delivery delivery) {
        return records.save(row(projectId, delivery)) == 1;
    }

    private DefinitionRow row(String projectId, Delivery delivery) {
        return DefinitionRow.of(
                        projectId,
                        DefinitionKind.DELIVERY,
                        delivery.id(),
                        forms.write(DeliveryForms.form(delivery)),
                        delivery.version())
                .startingAt(delivery.since().toString());
    }

    /** Removes it; it can be restored. */
    void remove(String projectId, Delivery delivery) {
        removedObjects.store(row(projectId, delivery), delivery.name());
        records.remove(projectId, DefinitionKind.DELIVERY, delivery.id());
    }
}
