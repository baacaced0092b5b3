package plainsieve.server.definitions.edits;

import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.records.definitions.DefinitionKind;
import plainsieve.server.records.definitions.DefinitionRow;

/** Restores removed definitions of one kind. */
public interface Restoration {
    DefinitionKind kind();

    /** Adds a removed definition again. Throws {@link ProblemException} if its name is in use or something it needs is missing. */
    void restore(Project project, DefinitionRow row);

    /** Throws {@link ProblemException} if another definition has this name. */
    static void requireFree(DefinitionKind kind, boolean taken, String name) {
        requireFree(kind.word().replace('-', ' '), taken, name);
    }

    /** @param what the kind of object */
    static void requireFree(String what, boolean taken, String name) {
        if (taken) {
            throw new ProblemException(Problem.of(
                    ProblemKind.NAME_TAKEN,
                    "Another %s “%s” exists now.".formatted(what, name),
                    "Rename or remove it first."));
        }
    }
}
