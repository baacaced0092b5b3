package plainsieve.server.definitions.edits;

import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;
import plainsieve.server.definitions.forms.StoredForms;
import plainsieve.server.definitions.model.NotFoundException;
import plainsieve.server.definitions.model.Stage;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.people.Role;
import plainsieve.server.records.definitions.DefinitionKind;
import plainsieve.server.records.definitions.DefinitionRow;
import plainsieve.server.records.definitions.RemovedRecords;
import plainsieve.server.records.definitions.RemovedRow;
import plainsieve.server.records.definitions.SourceRow;

/** Removed objects, kept until they are restored. */
@Service
public class RemovedObjects {
    private static final int MOST_SHOWN = 100;

    private final RemovedRecords removed;
    private final StoredForms forms;
    private final Clock clock;

    RemovedObjects(RemovedRecords removed, StoredForms forms, Clock clock) {
        this.removed = removed;
        this.forms = forms;
        this.clock = clock;
    }

    /** A removed object. */
    public record RemovedObject(long id, DefinitionKind kind, String objectId, String name, Instant at) {
        static RemovedObject of(RemovedRow row) {
            return new RemovedObject(row.id(), row.kind(), row.objectId(), row.name(), row.removedAt());
        }

        /** The role that may remove and restore it. */
        public Role requiredRole() {
            if (kind == DefinitionKind.STAGE) {
                return Stage.requiredRole(objectId);
            }
            return kind == DefinitionKind.SOURCE ? Role.OPERATOR : Role.AUTHOR;
        }
    }

    /** The newest first, with the sources that the project could use. */
    public List<RemovedObject> of(Project project) {
        return removed.latest(project.id(), MOST_SHOWN).stream()
                .filter(row -> isFor(project, row))
                .map(RemovedObject::of)
                .toList();
    }

    private boolean isFor(Project project, RemovedRow row) {
        return source(row).map(source -> source.isFor(project.id())).orElse(true);
    }

    /** Throws {@link NotFoundException} when the project has no such removed object. */
    RemovedRow get(Project project, long id) {
        return removed.find(project.id(), id)
                .filter(row -> isFor(project, row))
                .orElseThrow(() -> new NotFoundException("removed object", Long.toString(id), List.of()));
    }

    /** The row of a removed source; nothing for a definition. */
    Optional<SourceRow> source(RemovedRow row) {
        return row.kind() == DefinitionKind.SOURCE
                ? Optional.of(forms.read(row.content(), SourceRow.class))
                : Optional.empty();
    }

    DefinitionRow definition(RemovedRow row) {
        return forms.read(row.content(), DefinitionRow.class);
    }

    /** Keeps a definition that is removed in the same transaction. @param name displayed */
    public void store(DefinitionRow row, String name) {
        store(row.projectId(), row.kind(), row.id(), name, row);
    }

    /** Keeps a source that is removed in the same transaction. */
    public void storeSource(SourceRow row) {
        store("", DefinitionKind.SOURCE, row.id(), row.id(), row);
    }

    private void store(String projectId, DefinitionKind kind, String id, String name, Record row) {
        removed.add(new RemovedRow(0, projectId, kind, id, name, forms.write(row), clock.instant()));
    }

    void forget(RemovedRow row) {
        removed.forget(row.id());
    }
}
