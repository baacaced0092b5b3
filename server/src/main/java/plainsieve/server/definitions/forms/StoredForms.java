package plainsieve.server.definitions.forms;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.files.ChoiceEntry;
import plainsieve.files.ProjectYaml;
import plainsieve.files.StagesFile;
import plainsieve.server.definitions.model.CachePolicy;
import plainsieve.server.definitions.model.Query;
import plainsieve.server.definitions.model.Report;
import plainsieve.server.definitions.model.ReportDraft;
import plainsieve.server.definitions.model.Stage;
import plainsieve.server.records.definitions.DefinitionKind;
import plainsieve.server.records.definitions.DefinitionRow;
import plainsieve.server.records.definitions.SourceRow;
import plainsieve.sources.ServiceSettings;
import plainsieve.sources.SourceFields;
import plainsieve.sources.SourceKind;
import plainsieve.sources.SourceLimits;
import plainsieve.sources.SourceSettings;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/**
 * Converts between objects and their stored form. Every form has a number, so that later versions can recognize older ones; parameters
 * and reports are stored in the documented format of project files, not as in the API.
 */
@Component
public final class StoredForms {
    /** The number of every form so far. */
    public static final int FORMAT = 1;

    private static final String FORMAT_FIELD = "format";
    private static final String CONTENT_FIELD = "content";

    private final JsonMapper json;

    StoredForms(JsonMapper json) {
        this.json = json;
    }

    /** A query in its stored form. */
    private record QueryForm(
            String name, String source, String sourceParameter, String storedCopy, int cacheSeconds, String text) {
        static QueryForm of(Query query, String text) {
            return new QueryForm(
                    query.name(),
                    query.sourceId(),
                    query.sourceParameter(),
                    query.asked().copy(),
                    query.asked().keptSeconds(),
                    text);
        }
    }

    public Query query(DefinitionRow row) {
        QueryForm live = read(row.form(), QueryForm.class);
        return new Query(
                row.id(),
                live.name(),
                live.source(),
                live.sourceParameter(),
                CachePolicy.of(live.storedCopy(), live.cacheSeconds()),
                row.draft().isEmpty()
                        ? live.text()
                        : read(row.draft(), QueryForm.class).text(),
                live.text(),
                row.version());
    }

    public DefinitionRow row(String projectId, Query query) {
        String live = write(QueryForm.of(query, query.liveText()));
        String draft = query.isChanged() ? write(QueryForm.of(query, query.draftText())) : "";
        return DefinitionRow.of(projectId, DefinitionKind.QUERY, query.id(), live, query.version())
                .withDraft(draft, true);
    }

    public ParameterDefinition parameter(DefinitionRow row) {
        return ParameterEntries.definition(ProjectYaml.parameter(content(row.form())), row.version());
    }

    public DefinitionRow row(String projectId, ParameterDefinition definition) {
        return DefinitionRow.of(
                projectId,
                DefinitionKind.PARAMETER,
                definition.name(),
                wrapped(ProjectYaml.toJson(ParameterEntries.entry(definition))),
                definition.maintenance().version());
    }

    public Report report(DefinitionRow row) {
        return report(row, row.form());
    }

    public ReportDraft draft(DefinitionRow row) {
        return new ReportDraft(report(row, row.draft().isEmpty() ? row.form() : row.draft()), row.published());
    }

    private Report report(DefinitionRow row, String form) {
        return ReportEntries.report(ProjectYaml.report(content(form)), row.id(), row.version());
    }

    /** A report with its draft. @param live with the version that the change is based on */
    public DefinitionRow row(String projectId, Report live, ReportDraft draft) {
        String form = wrapped(ProjectYaml.toJson(ReportEntries.entry(live)));
        String drafted = wrapped(ProjectYaml.toJson(ReportEntries.entry(draft.report())));
        return DefinitionRow.of(projectId, DefinitionKind.REPORT, live.id(), form, live.version())
                .withDraft(drafted.equals(form) ? "" : drafted, draft.published());
    }

    public Stage stage(DefinitionRow row) {
        return StageEntries.stage(read(row.form(), StagesFile.StageEntry.class), row.version());
    }

    public DefinitionRow row(String projectId, Stage stage) {
        return DefinitionRow.of(
                projectId, DefinitionKind.STAGE, stage.name(), write(StageEntries.entry(stage)), stage.version());
    }

    /** The settings of a source, which may be unusable; its password is next to them. */
    public SourceSettings settings(SourceRow row) {
        JsonNode kept = numbered(row.settings());
        SourceKind kind = SourceKind.ofWord(row.kind())
                .orElseThrow(() -> new IllegalStateException("The database has a source of the kind " + row.kind()));
        String place = kind.isFile() ? "file" : kind.isService() ? "base" : "database";
        String name = kind.isService() ? "name" : "user";
        return kind.settingsOrUnusable(new SourceFields(
                kept.path("host").asString(""),
                kept.path("port").asInt(0),
                kept.path(place).asString(""),
                kept.path(name).asString(""),
                kept.path("signIn").asString(""),
                readGroupChoices(kept.path("tableOverrides"))));
    }

    /** Type overrides for columns of files. */
    private Map<String, Map<String, String>> readGroupChoices(JsonNode kept) {
        Map<String, Map<String, String>> said = new TreeMap<>();
        kept.properties().forEach(table -> {
            Map<String, String> columns = new TreeMap<>();
            table.getValue()
                    .properties()
                    .forEach(column ->
                            columns.put(column.getKey(), column.getValue().asString("")));
            said.put(table.getKey(), columns);
        });
        return said;
    }

    /** The limits of a source; missing ones have their defaults. */
    public SourceLimits limits(SourceRow row) {
        JsonNode kept = numbered(row.settings());
        return new SourceLimits(
                kept.path("concurrentStatements").asInt(SourceLimits.USUAL.concurrentStatements()),
                kept.path("timeoutSeconds").asInt(SourceLimits.USUAL.timeoutSeconds()),
                kept.path("functions").valueStream().map(JsonNode::asString).collect(Collectors.toSet()),
                kept.path("runOnOpening").asBoolean(SourceLimits.USUAL.runOnOpening()));
    }

    public String write(SourceSettings settings, SourceLimits limits) {
        ObjectNode kept = json.valueToTree(settings);
        if (settings instanceof SourceSettings.Folder folder) {
            kept.set("tableOverrides", json.valueToTree(folder.words()));
        }
        if (settings instanceof ServiceSettings service) {
            kept.put("signIn", service.signIn().word());
        }
        kept.put("concurrentStatements", limits.concurrentStatements())
                .put("timeoutSeconds", limits.timeoutSeconds())
                .put("runOnOpening", limits.runOnOpening());
        kept.set(
                "functions",
                json.valueToTree(limits.functions().stream().sorted().toList()));
        return json.writeValueAsString(
                json.createObjectNode().put(FORMAT_FIELD, FORMAT).setAll(kept));
    }

    public Map<String, ChoiceText> choices(String stored) {
        Map<String, ChoiceText> choices = new LinkedHashMap<>();
        content(stored).properties().forEach(entry -> choices.put(entry.getKey(), ChoiceEntry.read(entry.getValue())));
        return choices;
    }

    public String writeChoices(Map<String, ChoiceText> choices) {
        ObjectNode kept = json.createObjectNode();
        choices.forEach((name, choice) -> kept.set(name, ChoiceEntry.write(choice)));
        return wrapped(kept);
    }

    /** The stored form of any record. */
    public String write(Object value) {
        return wrapped(json.valueToTree(value));
    }

    public <T> T read(String stored, Class<T> type) {
        return json.treeToValue(content(stored), type);
    }

    private String wrapped(JsonNode content) {
        ObjectNode form = json.createObjectNode().put(FORMAT_FIELD, FORMAT);
        form.set(CONTENT_FIELD, content);
        return json.writeValueAsString(form);
    }

    private JsonNode content(String stored) {
        return numbered(stored).path(CONTENT_FIELD);
    }

    private JsonNode numbered(String stored) {
        JsonNode form = json.readTree(stored);
        int format = form.path(FORMAT_FIELD).asInt(0);
        if (format != FORMAT) {
            throw new IllegalStateException(
                    "The database uses format %d; this program supports %d".formatted(format, FORMAT));
        }
        return form;
    }
}
