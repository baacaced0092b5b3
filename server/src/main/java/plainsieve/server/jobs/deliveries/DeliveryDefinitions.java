package plainsieve.server.jobs.deliveries;

import java.math.BigDecimal;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;
import plainsieve.core.parameter.DefaultDefinition;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.files.DeliveriesFile.AttachmentEntry;
import plainsieve.files.DeliveriesFile.ConditionEntry;
import plainsieve.files.DeliveriesFile.DeliveryEntry;
import plainsieve.files.DeliveriesFile.RecipientQueryEntry;
import plainsieve.server.definitions.edits.RemovedObjects;
import plainsieve.server.definitions.forms.ParameterEntries;
import plainsieve.server.definitions.forms.StageEntries;
import plainsieve.server.definitions.forms.StoredForms;
import plainsieve.server.jobs.schedules.ScheduleEntry;
import plainsieve.server.records.ParsedRowCache;
import plainsieve.server.records.definitions.DefinitionKind;
import plainsieve.server.records.definitions.DefinitionRecords;
import plainsieve.server.records.definitions.DefinitionRow;
import plainsieve.server.results.downloads.DownloadFormat;
import tools.jackson.databind.JsonNode;

/** Deliveries as records and files keep them. */
@Component
class DeliveryDefinitions {
    private static final String ABOVE = "above";
    private static final String BELOW = "below";

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
        return delivery(forms.read(row.form(), DeliveryEntry.class), Instant.parse(row.since()), row.version());
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
                        forms.write(entry(delivery)),
                        delivery.version())
                .startingAt(delivery.since().toString());
    }

    /** Removes it; it can be restored. */
    void remove(String projectId, Delivery delivery) {
        removedObjects.store(row(projectId, delivery), delivery.name());
        records.remove(projectId, DefinitionKind.DELIVERY, delivery.id());
    }

    /** Throws {@link ProblemException} for unknown keywords. @param since start of its schedule */
    static Delivery delivery(DeliveryEntry entry, Instant since, int version) {
        Map<String, DefaultDefinition> choices = new LinkedHashMap<>();
        entry.choices().forEach((name, node) -> choices.put(name, StageEntries.value(node)));
        return new Delivery(
                entry.id(),
                entry.name(),
                new Delivery.Content(
                        entry.report(),
                        choices,
                        only(entry.condition()),
                        entry.attachments().stream()
                                .map(DeliveryDefinitions::attachment)
                                .toList()),
                recipients(entry),
                new ScheduleEntry(entry.cron(), entry.timeZone(), entry.missedRuns(), entry.after()).read(),
                entry.paused(),
                since,
                version);
    }

    private static Delivery.Recipients recipients(DeliveryEntry entry) {
        RecipientQueryEntry each = entry.recipientQuery();
        return each == null
                ? new Delivery.NamedRecipients(entry.recipients())
                : new Delivery.EachRow(each.query(), each.addressColumn(), each.choices());
    }

    private static Delivery.SendCondition only(ConditionEntry entry) {
        if (entry == null || entry.view().isEmpty()) {
            return new Delivery.Unconditional();
        }
        if (entry.figure().isEmpty()) {
            return new Delivery.HasRows(entry.view());
        }
        try {
            boolean above = entry.comparison().equals(ABOVE);
            if (above || entry.comparison().equals(BELOW)) {
                return new Delivery.FigureThreshold(
                        entry.view(),
                        entry.figure(),
                        above,
                        new BigDecimal(entry.value().strip()));
            }
        } catch (NumberFormatException e) {
            // Rejected below like an unknown keyword.
        }
        throw new ProblemException(Problem.of(
                "bad-delivery",
                "Invalid threshold “%s %s”.".formatted(entry.comparison(), entry.value()),
                "Write above or below and a number, such as above 10."));
    }

    private static Delivery.Attachment attachment(AttachmentEntry entry) {
        DownloadFormat format = DownloadFormat.ofWord(entry.format())
                .orElseThrow(() -> new ProblemException(Problem.of(
                        "bad-delivery",
                        "Unknown file format “%s”.".formatted(entry.format()),
                        "Use csv, csv-exact, xlsx, parquet or json.")));
        return new Delivery.Attachment(entry.view(), format);
    }

    static DeliveryEntry entry(Delivery delivery) {
        Map<String, JsonNode> choices = new LinkedHashMap<>();
        delivery.content().choices().forEach((name, value) -> choices.put(name, ParameterEntries.start(value)));
        ScheduleEntry when = ScheduleEntry.of(delivery.schedule());
        return new DeliveryEntry(
                delivery.id(),
                delivery.name(),
                delivery.content().reportId(),
                choices,
                delivery.to() instanceof Delivery.NamedRecipients named ? named.who() : List.of(),
                delivery.to() instanceof Delivery.EachRow each
                        ? new RecipientQueryEntry(each.queryId(), each.column(), each.choices())
                        : null,
                only(delivery.content().only()).orElse(null),
                delivery.content().attached().stream()
                        .map(one ->
                                new AttachmentEntry(one.viewId(), one.format().word()))
                        .toList(),
                when.every(),
                when.zone(),
                when.missed(),
                when.after(),
                delivery.paused());
    }

    private static Optional<ConditionEntry> only(Delivery.SendCondition only) {
        if (only instanceof Delivery.HasRows rows) {
            return Optional.of(new ConditionEntry(rows.viewId(), "", "", ""));
        }
        return only instanceof Delivery.FigureThreshold passes
                ? Optional.of(new ConditionEntry(
                        passes.viewId(),
                        passes.label(),
                        passes.above() ? ABOVE : BELOW,
                        passes.value().toPlainString()))
                : Optional.empty();
    }
}
