package plainsieve.files;

import com.fasterxml.jackson.annotation.JsonInclude;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import tools.jackson.databind.JsonNode;

/**
 * The stages of a project, {@code stages.yaml} beside its {@code project.yaml}: they belong to operators
 * of the project, and are not part of what authors publish. Described in docs/project-files.md.
 */
@JsonInclude(JsonInclude.Include.NON_EMPTY)
public record StagesFile(List<StageEntry> stages) {
    public static final String NAME = "stages.yaml";

    /** No stages. */
    public static final StagesFile NONE = new StagesFile(List.of());

    public StagesFile {
        stages = stages == null ? List.of() : List.copyOf(stages);
    }

    /**
     * A stage.
     *
     * @param defaults defaults of parameters in the stage, in the format of defaults: a choice, or {@code {formula: …}}
     * @param sources the source that replaces another one, by the other's ID
     * @param rowLimit the maximum number of rows; null for the server's
     * @param timeoutSeconds statement timeout; null for the server's
     */
    @JsonInclude(JsonInclude.Include.NON_EMPTY)
    public record StageEntry(
            String name,
            Map<String, JsonNode> defaults,
            Map<String, String> sources,
            @JsonInclude(JsonInclude.Include.NON_NULL) Long rowLimit,
            @JsonInclude(JsonInclude.Include.NON_NULL) Integer timeoutSeconds) {
        public StageEntry {
            name = ParameterEntry.orEmpty(name);
            defaults = defaults == null ? Map.of() : Collections.unmodifiableMap(new LinkedHashMap<>(defaults));
            sources = sources == null ? Map.of() : Collections.unmodifiableMap(new LinkedHashMap<>(sources));
        }
    }
}
