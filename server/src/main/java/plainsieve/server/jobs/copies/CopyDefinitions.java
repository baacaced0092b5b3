package plainsieve.server.jobs.copies;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import plainsieve.core.dialect.DatePart;
import plainsieve.files.CopiesFile.CopyEntry;
import plainsieve.server.definitions.edits.RemovedObjects;
import plainsieve.server.definitions.forms.StoredForms;
import plainsieve.server.jobs.schedules.ScheduleEntry;
import plainsieve.server.records.ParsedRowCache;
import plainsieve.server.records.definitions.DefinitionKind;
import plainsieve.server.records.definitions.DefinitionRecords;
import plainsieve.server.records.definitions.DefinitionRow;

/** Definitions of stored copies in the database and in files. */
@Component
class CopyDefinitions {
    private final DefinitionRecords records;
    private final StoredForms forms;
    private final RemovedObjects removedObjects;
    private final ParsedRowCache<DefinitionRow, ProjectCopy> read;

    CopyDefinitions(DefinitionRecords records, StoredForms forms, RemovedObjects removedObjects) {
        this.removedObjects = removedObjects;
        this.records = records;
        this.forms = forms;
        this.read = new ParsedRowCache<>(row -> new ProjectCopy(row.projectId(), copy(row)));
    }

    /** A copy and the project that it belongs to. */
    record ProjectCopy(String projectId, StoredCopy copy) {}

    List<ProjectCopy> all() {
        return read.of(records.ofKind(DefinitionKind.STORED_COPY));
    }

    /** Returns false for a version conflict. */
    boolean save(String projectId, StoredCopy copy) {
        return records.save(row(projectId, copy)) == 1;
    }

    /** Removes it; it can be restored. Its files are not part of the transaction: they are removed after it. */
    @Transactional
    public void remove(String projectId, StoredCopy copy) {
        removedObjects.store(row(projectId, copy), copy.name());
        records.remove(projectId, DefinitionKind.STORED_COPY, copy.id());
    }

    StoredCopy copy(DefinitionRow row) {
        return copy(forms.read(row.form(), CopyEntry.class), Instant.parse(row.since()), row.version());
    }

    /** @param since start of its schedule */
    static StoredCopy copy(CopyEntry kept, Instant since, int version) {
        int colon = kept.partitionBy().lastIndexOf(':');
        Optional<StoredCopy.Parts> parts = colon < 1
                ? Optional.empty()
                : DatePart.ofWord(kept.partitionBy().substring(colon + 1))
                        .map(stretch -> new StoredCopy.Parts(
                                kept.partitionBy().substring(0, colon), stretch, kept.refreshedPartitions()));
        return new StoredCopy(
                kept.id(),
                kept.name(),
                kept.query(),
                parts,
                new ScheduleEntry(kept.cron(), kept.timeZone(), kept.missedRuns(), kept.after()).read(),
                kept.paused(),
                since,
                version);
    }

    static CopyEntry entry(StoredCopy copy) {
        String by = copy.parts().map(StoredCopy.Parts::key).orElse("");
        int again = copy.parts().map(StoredCopy.Parts::again).orElse(0);
        ScheduleEntry when = ScheduleEntry.of(copy.schedule());
        return new CopyEntry(
                copy.id(),
                copy.name(),
                copy.queryId(),
                by,
                again,
                when.every(),
                when.zone(),
                when.missed(),
                when.after(),
                copy.paused());
    }

    private DefinitionRow row(String projectId, StoredCopy copy) {
        return DefinitionRow.of(
                        projectId, DefinitionKind.STORED_COPY, copy.id(), forms.write(entry(copy)), copy.version())
                .startingAt(copy.since().toString());
    }
}
