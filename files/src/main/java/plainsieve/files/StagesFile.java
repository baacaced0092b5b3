package plainsieve.files;

import com.fasterxml.jackson.annotation.JsonInclude;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import tools.jackson.databind.JsonNode;

/**
 * What holds in each stage of a project, {@code stages.yaml} beside its {@code project.yaml}: it belongs to anyone who manages
 * the project, and is not part of what authors publish. Described in docs/project-files.md.
 */
@JsonInclude(JsonInclude.Include.NON_EMPTY)
public record StagesFile(List<StageEntry> stages) {
    public static final String NAME = "stages.yaml";

    /** Nothing holds in any. */
    public static final StagesFile NONE = new StagesFile(List.of());

    public StagesFile {
        stages = stages == null ? List.of() : List.copyOf(stages);
    }

    /**
     * What holds in one stage.
     *
     * @param defaults what a parameter opens with there, as a default is written: a choice, or {@code {formula: …}}
     * @param sources which source is asked instead of another, by the other's id
     * @param rowLimit the most rows that anything gives; nothing for what the server says
     * @param timeoutSeconds after which a statement is stopped; nothing for what the server says
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
