package plainsieve.server.definitions.edits;

import java.time.Duration;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import plainsieve.core.parameter.ChoiceReader;
import plainsieve.core.parameter.DefaultDefinition;
import plainsieve.core.parameter.Formula;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.server.definitions.forms.StoredForms;
import plainsieve.server.definitions.model.EditConflictException;
import plainsieve.server.definitions.model.Stage;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.records.definitions.DefinitionKind;
import plainsieve.server.records.definitions.DefinitionRecords;
import plainsieve.server.records.definitions.DefinitionRow;

/** Changes the settings of a stage. Definitions stay unchanged, so nothing has to be published again. */
@Service
public class StageEdits implements Restoration {
    private static final Duration LONGEST = Duration.ofHours(1);

    private final DefinitionRecords records;
    private final StoredForms forms;
    private final RemovedObjects removedObjects;

    StageEdits(DefinitionRecords records, StoredForms forms, RemovedObjects removedObjects) {
        this.records = records;
        this.removedObjects = removedObjects;
        this.forms = forms;
    }

    /**
     * Saves the settings of a stage.
     *
     * @throws ProblemException for invalid settings
     * @throws EditConflictException for a version conflict
     */
    public void save(Project project, Stage stage) {
        check(project, stage);
        if (records.save(forms.row(project.id(), stage)) == 0) {
            throw new EditConflictException("The stage “%s”".formatted(stage.name()));
        }
    }

    /** Removes the settings of a stage; they can be restored. */
    @Transactional
    public void remove(Project project, String name) {
        Stage stage = project.stage(name);
        if (stage.version() > 0) {
            removedObjects.store(forms.row(project.id(), stage), name);
        }
        records.remove(project.id(), kind(), name);
    }

    @Override
    public DefinitionKind kind() {
        return DefinitionKind.STAGE;
    }

    @Override
    public void restore(Project project, DefinitionRow row) {
        boolean taken = project.hasStage(row.id()) && project.stage(row.id()).version() > 0;
        Restoration.requireFree(kind(), taken, row.id());
        check(project, forms.stage(row));
        records.add(row);
    }

    private static void check(Project project, Stage stage) {
        if (!stage.name().matches(Stage.NAMES)) {
            throw invalid("Invalid stage name “%s”.".formatted(stage.name()), "Use small letters, digits and hyphens.");
        }
        stage.values().forEach((name, value) -> check(project, project.parameter(name), value));
        stage.sources().forEach((from, to) -> check(project, stage, from, to));
        if (stage.limits().rows().orElse(1) < 1) {
            throw invalid("A stage shows at least 1 row.", "Choose a number of rows.");
        }
        Duration longest = stage.limits().longest().orElse(Duration.ofSeconds(1));
        if (longest.toSeconds() < 1 || longest.compareTo(LONGEST) > 0) {
            throw invalid("Invalid statement timeout.", "Choose 1 to 3600 seconds.");
        }
    }

    private static void check(Project project, ParameterDefinition definition, DefaultDefinition value) {
        if (definition.isComputed()) {
            throw invalid(
                    ":%s is computed and has no value to set.".formatted(definition.name()),
                    "Set the parameters that it is computed from.");
        }
        if (!value.queryId().isEmpty()) {
            throw invalid(
                    "The default of :%s in a stage must be a value or a formula.".formatted(definition.name()),
                    "Set the query as its regular default.");
        }
        if (!value.formulaText().isEmpty()) {
            Formula.read(value.formulaText()).parameters().forEach(project::parameter);
        } else {
            String name = definition.name();
            ChoiceReader.readAll(Map.of(name, definition.toParameter()), Map.of(name, value.choice()));
        }
    }

    /* Replacements are not chained, so that the target of a statement stays evident. */
    private static void check(Project project, Stage stage, String from, String to) {
        if (project.source(from).kind() != project.source(to).kind()) {
            throw invalid(
                    "“%s” cannot replace “%s”: it is of another kind.".formatted(to, from),
                    "Choose one of the same kind, with the same tables.");
        }
        if (stage.sources().containsKey(to)) {
            throw invalid(
                    "“%s” replaces “%s” and is itself replaced.".formatted(to, from),
                    "Name the final source directly.");
        }
    }

    private static ProblemException invalid(String message, String advice) {
        return new ProblemException(List.of(Problem.of(ProblemKind.INVALID_STAGE, message, advice)));
    }
}
