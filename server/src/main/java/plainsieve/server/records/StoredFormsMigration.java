package plainsieve.server.records;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import org.flywaydb.core.api.MigrationVersion;
import org.flywaydb.core.api.migration.Context;
import org.flywaydb.core.api.migration.JavaMigration;
import org.springframework.stereotype.Component;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * Gives every kept form its number: parameters, reports and selections, which was in the records as the API sent them, now are in
 * the words of project files; what Sent remembers keeps its words. What a list of another kind had typed in before is not carried
 * over: nothing used it.
 */
@Component
class StoredFormsMigration implements JavaMigration {
    private static final JsonMapper JSON = new JsonMapper();

    @Override
    public MigrationVersion getVersion() {
        return MigrationVersion.fromVersion("5");
    }

    @Override
    public String getDescription() {
        return "stored forms";
    }

    @Override
    public Integer getChecksum() {
        return null;
    }

    @Override
    public boolean canExecuteInTransaction() {
        return true;
    }

    @Override
    public void migrate(Context context) throws SQLException {
        Connection connection = context.getConnection();
        rewrite(connection, "parameter", "definition", StoredFormsMigration::parameter);
        rewrite(connection, "report", "definition", StoredFormsMigration::report);
        rewrite(connection, "selection", "choices", StoredFormsMigration::selection);
        try (Statement statement = connection.createStatement()) {
            // Twenty thousand statements with their values: numbered where they lie, not fetched.
            for (String column : List.of("bound_values", "evidence")) {
                statement.execute(
                        "update sent set %1$s = json_object('format', 1, 'record', json(%1$s)) where %1$s <> ''"
                                .formatted(column));
            }
            statement.execute("pragma user_version = 5");
        }
    }

    private static void rewrite(Connection connection, String table, String column, Function<JsonNode, JsonNode> change)
            throws SQLException {
        Map<Long, String> before = new LinkedHashMap<>();
        try (Statement statement = connection.createStatement();
                ResultSet rows = statement.executeQuery(
                        "select rowid, %s from %s where %s <> ''".formatted(column, table, column))) {
            while (rows.next()) {
                before.put(rows.getLong(1), rows.getString(2));
            }
        }
        String text = "update %s set %s = ? where rowid = ?".formatted(table, column);
        try (PreparedStatement update = connection.prepareStatement(text)) {
            for (Map.Entry<Long, String> row : before.entrySet()) {
                update.setString(1, JSON.writeValueAsString(change.apply(JSON.readTree(row.getValue()))));
                update.setLong(2, row.getKey());
                update.executeUpdate();
            }
        }
    }

    private static ObjectNode numbered(String field, JsonNode body) {
        ObjectNode form = JSON.createObjectNode().put("format", 1);
        form.set(field, body);
        return form;
    }

    private static ObjectNode parameter(JsonNode old) {
        ObjectNode entry = JSON.createObjectNode();
        // The name is in its own column; an entry of a file has to have one.
        entry.put("name", "parameter");
        text(old, "label", entry, "label");
        text(old, "hint", entry, "hint");
        text(old, "group", entry, "group");
        text(old, "type", entry, "type");
        entry.put("many", old.path("many").asBoolean(false));
        text(old, "covers", entry, "covers");
        text(old, "blankRule", entry, "blank");
        text(old, "blankWords", entry, "blank-words");
        text(old, "unit", entry, "unit");
        list(old.path("list"), entry);
        text(old, "whenGone", entry, "when-gone");
        text(old, "allRule", entry, "all");
        String everyRow = old.path("everyRow").asString("");
        if (!everyRow.isEmpty()) {
            entry.put("every-row", Long.parseLong(everyRow));
        }
        text(old, "least", entry, "least");
        text(old, "most", entry, "most");
        text(old, "rangeEnd", entry, "range-end");
        text(old, "formula", entry, "formula");
        entry.put("private", old.path("private").asBoolean(false));
        entry.set("former-names", old.path("formerNames").isArray() ? old.path("formerNames") : JSON.createArrayNode());
        start(old.path("default"), entry);
        choice(old.path("trialChoice"), entry, "trial");
        return numbered("parameter", entry);
    }

    private static void text(JsonNode old, String from, ObjectNode entry, String to) {
        String text = old.path(from).asString("");
        if (!text.isEmpty()) {
            entry.put(to, text);
        }
    }

    private static void list(JsonNode old, ObjectNode entry) {
        String kind = old.path("kind").asString("any");
        if (kind.equals("any")) {
            return;
        }
        ObjectNode list = JSON.createObjectNode();
        if (kind.equals("query")) {
            list.put("query", old.path("queryId").asString(""));
        } else {
            column(old.path("column"), list);
        }
        if (kind.equals("typed")) {
            list.set("values", values(old.path("values")));
        }
        list.put("counts", old.path("counts").asBoolean(false));
        if (old.path("keptSeconds").isNumber()) {
            list.put("kept-seconds", old.path("keptSeconds").asInt());
        }
        entry.set("list", list);
    }

    private static void column(JsonNode old, ObjectNode list) {
        if (old.path("column").asString("").isEmpty()) {
            return;
        }
        ObjectNode column = JSON.createObjectNode();
        text(old, "sourceId", column, "source");
        text(old, "schema", column, "schema");
        text(old, "table", column, "table");
        text(old, "column", column, "column");
        text(old, "label", column, "label");
        column.set("except", old.path("except").isArray() ? old.path("except") : JSON.createArrayNode());
        list.set("column", column);
    }

    private static ArrayNode values(JsonNode old) {
        ArrayNode values = JSON.createArrayNode();
        for (JsonNode item : old) {
            ObjectNode value = JSON.createObjectNode();
            value.put("value", item.path("value").asString(""));
            value.put("label", item.path("label").asString(item.path("value").asString("")));
            values.add(value);
        }
        return values;
    }

    private static void start(JsonNode old, ObjectNode entry) {
        switch (old.path("kind").asString("choice")) {
            case "formula" ->
                entry.set(
                        "default",
                        JSON.createObjectNode()
                                .put("formula", old.path("formula").asString("")));
            case "query" ->
                entry.set(
                        "default",
                        JSON.createObjectNode().put("query", old.path("queryId").asString("")));
            default -> choice(old.path("choice"), entry, "default");
        }
    }

    private static void choice(JsonNode old, ObjectNode entry, String field) {
        switch (old.path("kind").asString("blank")) {
            case "all" -> entry.set(field, JSON.createObjectNode().put("all", true));
            case "values" -> {
                ObjectNode values = JSON.createObjectNode();
                values.set("values", old.path("values").isArray() ? old.path("values") : JSON.createArrayNode());
                entry.set(
                        field,
                        values.put("without-value", old.path("withoutValue").asBoolean(false)));
            }
            default -> {
                // Blank: a file says nothing.
            }
        }
    }

    private static ObjectNode report(JsonNode old) {
        JsonNode definition = old.path("definition");
        ObjectNode entry = JSON.createObjectNode();
        entry.put("id", "report");
        text(old, "name", entry, "name");
        text(old, "audience", entry, "audience");
        text(old, "question", entry, "question");
        entry.set("controls", definition.path("controls"));
        ArrayNode views = JSON.createArrayNode();
        definition.path("views").forEach(view -> views.add(view(view)));
        entry.set("views", views);
        text(definition, "start", entry, "start");
        entry.put("on-demand", definition.path("onDemand").asBoolean(false));
        entry.set("signed", definition.path("signed").isArray() ? definition.path("signed") : JSON.createArrayNode());
        return numbered("report", entry);
    }

    private static ObjectNode view(JsonNode old) {
        ObjectNode view = JSON.createObjectNode();
        text(old, "id", view, "id");
        text(old, "kind", view, "kind");
        text(old, "title", view, "title");
        text(old, "queryId", view, "query");
        view.set("measures", old.path("measures").isArray() ? old.path("measures") : JSON.createArrayNode());
        text(old, "groupBy", view, "group-by");
        text(old, "limitParameter", view, "limit");
        view.set("columns", old.path("columns").isArray() ? old.path("columns") : JSON.createArrayNode());
        return view;
    }

    private static ObjectNode selection(JsonNode old) {
        ObjectNode choices = JSON.createObjectNode();
        old.path("choices").properties().forEach(entry -> {
            choices.putNull(entry.getKey());
            choice(entry.getValue(), choices, entry.getKey());
        });
        return numbered("choices", choices);
    }
}
