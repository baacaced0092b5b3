package plainsieve.cli;

import java.util.List;
import java.util.Locale;
import plainsieve.core.notice.Notice;
import plainsieve.core.rewrite.filter.FilterPlacement;
import plainsieve.core.sql.lexer.TextEdit;
import plainsieve.core.statement.BoundValue;
import plainsieve.core.statement.PlaceholderBinding;
import plainsieve.core.statement.Placement;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.Problem;
import plainsieve.core.value.TextLocation;
import plainsieve.core.value.Value;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** The JSON output of the commands, described in docs/command-line.md. */
final class JsonOutput {
    static final JsonMapper JSON = JsonMapper.builder().build();

    private JsonOutput() {}

    static ObjectNode statement(
            Statement statement, List<FilterPlacement> filters, List<Notice> notices, String query) {
        ObjectNode answer = JSON.createObjectNode();
        answer.put("statement", statement.text());
        ArrayNode values = answer.putArray("values");
        statement.values().forEach(value -> values.add(value(value)));
        ArrayNode placements = answer.putArray("placements");
        statement.placements().forEach(placement -> placements.add(placement(placement, query)));
        ArrayNode added = answer.putArray("filters");
        filters.forEach(filter -> added.addObject()
                .put("column", filter.column())
                .put("where", word(filter.where()))
                .put("depth", filter.depth())
                .put("reason", filter.reason()));
        ArrayNode noticed = answer.putArray("notices");
        notices.forEach(notice -> noticed.add(notice(notice)));
        return answer;
    }

    /** The bound value; an array, where the driver accepts one, as a JSON array. */
    private static ObjectNode value(BoundValue value) {
        ObjectNode node = JSON.createObjectNode();
        PlaceholderBinding placeholderBinding = value.bound();
        if (placeholderBinding instanceof PlaceholderBinding.Single single) {
            node.put("type", single.value().type().word());
            put(node, single.value());
        } else if (placeholderBinding instanceof PlaceholderBinding.TypedNull nothing) {
            node.put("type", nothing.type().word()).putNull("value");
        } else if (placeholderBinding instanceof PlaceholderBinding.Array array) {
            node.put("type", array.type().word() + "[]");
            ArrayNode items = node.putArray("value");
            array.values().forEach(item -> items.add(plain(item)));
        } else if (placeholderBinding instanceof PlaceholderBinding.JsonArray json) {
            node.put("type", "json").put("value", json.text());
        } else {
            node.put("type", "integer").put("value", ((PlaceholderBinding.RowCount) placeholderBinding).rows());
        }
        return node.put("parameter", value.parameter());
    }

    private static void put(ObjectNode node, Value value) {
        node.set("value", plain(value));
    }

    private static tools.jackson.databind.JsonNode plain(Value value) {
        if (value instanceof Value.Whole whole) {
            return JSON.getNodeFactory().numberNode(whole.number());
        }
        if (value instanceof Value.Decimal decimal) {
            return JSON.getNodeFactory().numberNode(decimal.number());
        }
        return value instanceof Value.Truth truth
                ? JSON.getNodeFactory().booleanNode(truth.truth())
                : JSON.getNodeFactory().stringNode(value.written());
    }

    private static ObjectNode placement(Placement placement, String query) {
        ObjectNode node = JSON.createObjectNode();
        node.put("parameter", placement.parameter())
                .put("outcome", word(placement.outcome()))
                .put("values", placement.values());
        if (placement.start() >= 0) {
            TextLocation location = TextLocation.of(query, placement.start(), placement.end());
            node.putObject("source")
                    .put("start", placement.start())
                    .put("end", placement.end())
                    .put("line", location.line())
                    .put("column", location.column())
                    .put("clauseStart", placement.clauseStart())
                    .put("clauseEnd", placement.clauseEnd());
        }
        node.putObject("statement").put("start", placement.sentStart()).put("end", placement.sentEnd());
        return node;
    }

    static ObjectNode notice(Notice notice) {
        ObjectNode node = JSON.createObjectNode();
        node.put("kind", notice.kind().word())
                .put("message", notice.message())
                .put("advice", notice.advice())
                .put("blocks", notice.blocks());
        notice.parameter().ifPresent(name -> node.put("parameter", name));
        notice.place().ifPresent(location -> place(node, location));
        ArrayNode fixes = node.putArray("fixes");
        notice.fixes().stream().filter(fix -> fix.change().isEmpty()).forEach(fix -> {
            ObjectNode rewrite = fixes.addObject().put("label", fix.label());
            ArrayNode edits = rewrite.putArray("edits");
            for (TextEdit edit : fix.edits()) {
                edits.addObject()
                        .put("start", edit.start())
                        .put("end", edit.end())
                        .put("replacement", edit.replacement());
            }
        });
        return node;
    }

    static ObjectNode errors(List<Problem> problems) {
        ObjectNode answer = JSON.createObjectNode();
        ArrayNode errors = answer.putArray("errors");
        problems.forEach(problem -> errors.add(error(problem)));
        return answer;
    }

    private static ObjectNode error(Problem problem) {
        ObjectNode node = JSON.createObjectNode();
        node.put("kind", problem.kind().word())
                .put("message", problem.message())
                .put("advice", problem.advice());
        problem.parameter().ifPresent(name -> node.put("parameter", name));
        problem.place().ifPresent(location -> place(node, location));
        return node;
    }

    private static void place(ObjectNode node, TextLocation location) {
        node.put("line", location.line())
                .put("column", location.column())
                .put("start", location.start())
                .put("end", location.end())
                .put("excerpt", location.excerpt());
    }

    private static String word(Enum<?> constant) {
        return constant.name().toLowerCase(Locale.ROOT).replace('_', '-');
    }
}
