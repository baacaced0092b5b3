package plainsieve.files;

import java.util.ArrayList;
import java.util.List;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/**
 * The short notation of choices in files and the database.
 *
 * <pre>
 * null                                        blank
 * Ardlow                                      one value
 * [Ardlow, Skerrin, null]                     several values and null rows
 * {all: true}                                 all listed values
 * {values: [Ardlow], without-value: true}     the complete form
 * </pre>
 */
public final class ChoiceNotation {
    private static final String WITHOUT_VALUE = "without-value";

    private ChoiceNotation() {}

    public static ChoiceText read(JsonNode node) {
        if (node.isNull() || node.isMissingNode()) {
            return ChoiceText.blank();
        }
        if (node.isArray()) {
            return list(node, false);
        }
        if (node.isObject()) {
            return node.path("all").asBoolean(false)
                    ? ChoiceText.all()
                    : list(node.path("values"), node.path(WITHOUT_VALUE).asBoolean(false));
        }
        return ChoiceText.of(scalar(node));
    }

    private static ChoiceText list(JsonNode items, boolean withoutValue) {
        List<String> values = new ArrayList<>();
        boolean without = withoutValue;
        for (JsonNode item : items) {
            if (item.isNull()) {
                without = true;
            } else {
                values.add(scalar(item));
            }
        }
        return values.isEmpty() && !without
                ? ChoiceText.blank()
                : new ChoiceText(ChoiceText.Kind.VALUES, values, without);
    }

    static String scalar(JsonNode node) {
        if (node.isValueNode()) {
            return node.asString();
        }
        throw new ProblemException(Problem.of(
                ProblemKind.INVALID_CHOICE,
                "A choice cannot be %s.".formatted(node),
                "Write a value, a list of values, null for blank, or {all: true}."));
    }

    public static JsonNode write(ChoiceText choice) {
        JsonNodeFactory nodes = JsonNodeFactory.instance;
        return switch (choice.kind()) {
            case BLANK -> nodes.nullNode();
            case ALL -> nodes.objectNode().put("all", true);
            case VALUES -> values(choice, nodes);
        };
    }

    private static JsonNode values(ChoiceText choice, JsonNodeFactory nodes) {
        if (choice.values().size() == 1 && !choice.withoutValue()) {
            return nodes.stringNode(choice.values().get(0));
        }
        ArrayNode list = nodes.arrayNode();
        choice.values().forEach(list::add);
        if (!choice.withoutValue()) {
            return list;
        }
        ObjectNode object = nodes.objectNode();
        object.set("values", list);
        return object.put(WITHOUT_VALUE, true);
    }
}
