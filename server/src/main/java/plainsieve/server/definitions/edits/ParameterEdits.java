package plainsieve.server.definitions.edits;

import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.server.definitions.forms.StoredForms;
import plainsieve.server.definitions.model.EditConflictException;
import plainsieve.server.definitions.model.StillUsedException;
import plainsieve.server.definitions.model.Usage;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.records.access.GroupChoiceRecords;
import plainsieve.server.records.definitions.DefinitionKind;
import plainsieve.server.records.definitions.DefinitionRecords;
import plainsieve.server.records.definitions.DefinitionRow;

/** Adds, changes and removes the parameters of a project. Returns the stored state. */
@Service
public class ParameterEdits implements Restoration {
    private final DefinitionRecords records;
    private final StoredForms forms;
    private final RemovedObjects removedObjects;
    private final GroupChoiceRecords groupChoices;

    ParameterEdits(
            DefinitionRecords records,
            StoredForms forms,
            RemovedObjects removedObjects,
            GroupChoiceRecords groupChoices) {
        this.groupChoices = groupChoices;
        this.records = records;
        this.forms = forms;
        this.removedObjects = removedObjects;
    }

    /** Throws {@link ProblemException} if the name is in use or the definition is invalid. */
    public ParameterDefinition add(Project project, ParameterDefinition definition) {
        ParameterCheck.check(project, definition);
        refuseTaken(project, definition.name());
        ParameterDefinition added = definition.withVersion(0);
        records.add(row(project, added));
        return added;
    }

    /** Changes everything but the name. Throws {@link EditConflictException} when the version is no longer the newest. */
    public ParameterDefinition change(Project project, ParameterDefinition definition) {
        project.parameter(definition.name());
        ParameterCheck.check(project, definition);
        if (records.change(row(project, definition)) == 0) {
            throw new EditConflictException("Parameter :" + definition.name());
        }
        return definition.withVersion(definition.maintenance().version() + 1);
    }

    /** Sets the order of the parameters; omitted ones follow. */
    @Transactional
    public void order(Project project, List<String> names) {
        List<String> order = new ArrayList<>(names);
        project.parameters().keySet().stream()
                .filter(name -> !order.contains(name))
                .forEach(order::add);
        for (int i = 0; i < order.size(); i++) {
            records.move(project.id(), kind(), order.get(i), i + 1);
        }
    }

    /** Changes only the name, also in row access, ranges and formulas; the caller changes the texts that use it. */
    public ParameterDefinition rename(Project project, String from, String to) {
        ParameterDefinition definition = project.parameter(from);
        refuseTaken(project, to);
        Parameter.of(to, definition.type());
        List<String> former = new ArrayList<>(definition.maintenance().formerNames());
        former.remove(to);
        former.add(from);
        ParameterDefinition renamed = definition.renamed(to, former);
        if (records.rename(from, row(project, renamed)) == 0) {
            throw new EditConflictException("Parameter :" + from);
        }
        groupChoices.rename(project.id(), from, to);
        project.parameters().values().stream()
                .filter(other -> !other.name().equals(from))
                .forEach(other -> {
                    ParameterDefinition changed = ParameterReferences.renamed(other, from, to);
                    if (!changed.equals(other) && records.change(row(project, changed)) == 0) {
                        throw new EditConflictException("Parameter :" + other.name());
                    }
                });
        return renamed.withVersion(definition.maintenance().version() + 1);
    }

    private static void refuseTaken(Project project, String name) {
        if (project.parameters().containsKey(name)) {
            throw new ProblemException(Problem.of(
                            ProblemKind.NAME_TAKEN,
                            "Parameter “%s” already exists.".formatted(name),
                            "Use it, or choose another name.")
                    .about(name));
        }
    }

    /** Removes a parameter that nothing uses; it can be restored. Throws {@link StillUsedException} otherwise. */
    @Transactional
    public void remove(Project project, String name) {
        ParameterDefinition definition = project.parameter(name);
        List<String> users = project.uses(name).stream().map(Usage::inWords).toList();
        if (!users.isEmpty()) {
            throw new StillUsedException(":" + name, users);
        }
        removedObjects.store(row(project, definition), ":" + name);
        records.remove(project.id(), kind(), name);
    }

    /** Removes a generated parameter that is no longer used. */
    public void removeUnused(Project project, String name) {
        records.remove(project.id(), kind(), name);
    }

    private DefinitionRow row(Project project, ParameterDefinition definition) {
        return forms.row(project.id(), definition);
    }

    @Override
    public DefinitionKind kind() {
        return DefinitionKind.PARAMETER;
    }

    @Override
    public void restore(Project project, DefinitionRow row) {
        Restoration.requireFree(kind(), project.parameters().containsKey(row.id()), row.id());
        ParameterCheck.check(project, forms.parameter(row));
        records.add(row);
    }
}
