package plainsieve.server.definitions.edits;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import plainsieve.core.value.ProblemException;
import plainsieve.server.definitions.model.NotFoundException;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.people.Caller;
import plainsieve.server.people.ForbiddenException;
import plainsieve.server.records.definitions.DefinitionKind;
import plainsieve.server.records.definitions.DefinitionRow;
import plainsieve.server.records.definitions.RemovedRow;
import plainsieve.server.records.definitions.SourceRecords;
import plainsieve.server.records.definitions.SourceRow;

/** Restores removed objects. */
@Service
public class ObjectRestoration {
    private final RemovedObjects removedObjects;
    private final SourceRecords sources;
    private final Map<DefinitionKind, Restoration> restorations;

    ObjectRestoration(RemovedObjects removedObjects, SourceRecords sources, List<Restoration> restorations) {
        this.removedObjects = removedObjects;
        this.sources = sources;
        this.restorations = restorations.stream().collect(Collectors.toMap(Restoration::kind, Function.identity()));
    }

    /**
     * Restores an object as it was. Throws {@link NotFoundException} if there is none, {@link ForbiddenException} if the caller may not
     * restore it, and {@link ProblemException} if its name is in use or something it needs is missing.
     */
    @Transactional
    public RemovedObjects.RemovedObject restore(Project project, Caller caller, long id) {
        RemovedRow row = removedObjects.get(project, id);
        RemovedObjects.RemovedObject object = RemovedObjects.RemovedObject.of(row);
        if (!caller.role().mayActAs(object.requiredRole())) {
            throw new ForbiddenException(object.requiredRole(), caller.role());
        }
        Optional<SourceRow> source = removedObjects.source(row);
        source.ifPresentOrElse(this::restore, () -> restore(project, removedObjects.definition(row)));
        removedObjects.forget(row);
        return object;
    }

    private void restore(Project project, DefinitionRow row) {
        restorations.get(row.kind()).restore(project, row);
    }

    private void restore(SourceRow row) {
        boolean taken = sources.all().stream().anyMatch(other -> other.id().equals(row.id()));
        Restoration.requireFree("source", taken, row.id());
        sources.add(row);
    }
}
