package plainsieve.server.definitions.forms;

import java.time.Duration;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.DefaultDefinition;
import plainsieve.files.ChoiceEntry;
import plainsieve.files.StagesFile.StageEntry;
import plainsieve.server.definitions.model.Stage;
import tools.jackson.databind.JsonNode;

/** Converts stages to entries of project files and back. */
public final class StageEntries {
    private static final String FORMULA = "formula";

    private StageEntries() {}

    public static StageEntry entry(Stage stage) {
        Map<String, JsonNode> values = new LinkedHashMap<>();
        stage.values().forEach((name, value) -> values.put(name, ParameterEntries.start(value)));
        OptionalLong rows = stage.limits().rows();
        return new StageEntry(
                stage.name(),
                values,
                stage.sources(),
                rows.isPresent() ? rows.getAsLong() : null,
                stage.limits()
                        .longest()
                        .map(longest -> (int) longest.toSeconds())
                        .orElse(null));
    }

    /** @param version on which a change is based */
    public static Stage stage(StageEntry entry, int version) {
        Map<String, DefaultDefinition> values = new LinkedHashMap<>();
        entry.defaults().forEach((name, node) -> values.put(name, value(node)));
        return new Stage(
                entry.name(),
                values,
                entry.sources(),
                new Stage.Limits(
                        entry.rowLimit() == null ? OptionalLong.empty() : OptionalLong.of(entry.rowLimit()),
                        Optional.ofNullable(entry.timeoutSeconds()).map(Duration::ofSeconds)),
                version);
    }

    /** The default of a parameter in the format of files. */
    public static DefaultDefinition value(JsonNode node) {
        if (node == null) {
            return DefaultDefinition.of(ChoiceText.blank());
        }
        return node.path(FORMULA).isString()
                ? new DefaultDefinition.Formula(node.path(FORMULA).asString())
                : DefaultDefinition.of(ChoiceEntry.read(node));
    }
}
