package plainsieve.files;

import com.fasterxml.jackson.annotation.JsonInclude;
import java.util.List;
import plainsieve.files.forms.StageForm;

/**
 * The stages of a project, {@code stages.yaml} beside its {@code project.yaml}: they belong to operators
 * of the project, and are not part of what authors publish. Described in docs/project-files.md.
 */
@JsonInclude(JsonInclude.Include.NON_EMPTY)
public record StagesFile(List<StageForm> stages) {
    public static final String NAME = "stages.yaml";

    /** No stages. */
    public static final StagesFile NONE = new StagesFile(List.of());

    public StagesFile {
        stages = stages == null ? List.of() : List.copyOf(stages);
    }
}
