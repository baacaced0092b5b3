package plainsieve.files;

import com.fasterxml.jackson.annotation.JsonInclude;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import tools.jackson.databind.JsonNode;

/**
 * What holds in each stage of a project, {@code stages.yaml} beside its {@code project.yaml}: it belongs to anyone who manages
 * the project, and is no part of what authors give to viewers. Described in docs/project-files.md.
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
     * @param values what a parameter opens with there, as a default is written: a choice, or {@code {formula: …}}
     * @param sources which source is asked instead of another, by the other's id
     * @param rows the most rows that anything gives; nothing for what the server says
     * @param seconds after which a statement is stopped; nothing for what the server says
     */
    @JsonInclude(JsonInclude.Include.NON_EMPTY)
    public record StageEntry(
            String name,
            Map<String, JsonNode> values,
            Map<String, String> sources,
            @JsonInclude(JsonInclude.Include.NON_NULL) Long rows,
            @JsonInclude(JsonInclude.Include.NON_NULL) Integer seconds) {
        public StageEntry {
            name = ParameterEntry.orEmpty(name);
            values = values == null ? Map.of() : Collections.unmodifiableMap(new LinkedHashMap<>(values));
            sources = sources == null ? Map.of() : Collections.unmodifiableMap(new LinkedHashMap<>(sources));
        }
    }
}
