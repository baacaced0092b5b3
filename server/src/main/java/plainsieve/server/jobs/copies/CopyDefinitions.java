package plainsieve.server.jobs.copies;

import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import plainsieve.files.forms.CopyForm;
import plainsieve.server.definitions.edits.RemovedObjects;
import plainsieve.server.definitions.forms.StoredForms;
import plainsieve.server.records.ParsedRowCache;
import plainsieve.server.records.definitions.DefinitionKind;
import plainsieve.server.records.definitions.DefinitionRecords;
import plainsieve.server.records.definitions.DefinitionRow;

/** Definitions of stored copies in the database. */
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
        CopyForm form = forms.form(row.form(), CopyForm.class).identified(row.id(), row.version());
        return CopyForms.copy(form, Instant.parse(row.since()), ZoneOffset.UTC);
    }

    private DefinitionRow row(String projectId, StoredCopy copy) {
        return DefinitionRow.of(
                        projectId,
                        DefinitionKind.STORED_COPY,
                        copy.id(),
                        forms.write(CopyForms.form(copy)),
                        copy.version())
                .startingAt(copy.since().toString());
    }
}
