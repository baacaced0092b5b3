package plainsieve.server.project;

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
import plainsieve.server.records.ParameterRow;
import plainsieve.server.records.QueryRow;
import plainsieve.server.records.ReportRow;
import plainsieve.server.records.SourceRow;
import plainsieve.server.records.StageRow;
import plainsieve.sources.ServiceSettings;
import plainsieve.sources.SourceFields;
import plainsieve.sources.SourceKind;
import plainsieve.sources.SourceLimits;
import plainsieve.sources.SourceSettings;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/**
 * Converts between objects and their stored form. Every form has a number, so that a later program can tell an older one; parameters
 * and reports are kept in the words of project files, which are documented, and not as the API sends them.
 */
@Component
public final class StoredForms {
    /** The number of every form so far. */
    public static final int FORMAT = 1;

    private static final String FORMAT_FIELD = "format";

    private final JsonMapper json;

    StoredForms(JsonMapper json) {
        this.json = json;
    }

    static Query query(QueryRow row) {
        return new Query(
                row.id(),
                row.name(),
                row.sourceId(),
                row.sourceParameter(),
                CachePolicy.of(row.storedCopy(), row.cacheSeconds()),
                row.draftText(),
                row.liveText(),
                row.version());
    }

    /** A parameter's definition. @param row what it was read from; name and version are there */
    public ParameterDefinition parameter(ParameterRow row) {
        ParameterDefinition kept =
                ParameterEntries.definition(ProjectYaml.parameter(body(row.definition(), "parameter")), row.version());
        return kept.renamed(row.name(), kept.maintenance().formerNames());
    }

    public String write(ParameterDefinition definition) {
        return numbered("parameter", ProjectYaml.toJson(ParameterEntries.entry(definition)));
    }

    public Report report(ReportRow row) {
        return ReportEntries.report(ProjectYaml.report(body(row.definition(), "report")), row.id(), row.version());
    }

    public ReportDraft draft(ReportRow row) {
        String kept = row.draft().isEmpty() ? row.definition() : row.draft();
        return new ReportDraft(
                ReportEntries.report(ProjectYaml.report(body(kept, "report")), row.id(), row.version()),
                row.published());
    }

    public String write(Report report) {
        return numbered("report", ProjectYaml.toJson(ReportEntries.entry(report)));
    }

    public Stage stage(StageRow row) {
        return StageEntries.stage(readRecord(row.definition(), StagesFile.StageEntry.class), row.version());
    }

    public String write(Stage stage) {
        return writeRecord(StageEntries.entry(stage));
    }

    /** The settings of a source, which may be unusable; its password is next to them. */
    public SourceSettings settings(SourceRow row) {
        JsonNode kept = numbered(row.settings());
        SourceKind kind = SourceKind.ofWord(row.kind())
                .orElseThrow(() -> new IllegalStateException("The database has a source of the kind " + row.kind()));
        String place = kind.isFile() ? "file" : kind.isService() ? "base" : "database";
        String name = kind.isService() ? "name" : "user";
        return kind.kept(new SourceFields(
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

    /** What a source is asked to bear; what a record does not say is as usual. */
    public SourceLimits limits(SourceRow row) {
        JsonNode kept = numbered(row.settings());
        return new SourceLimits(
                kept.path("concurrentStatements").asInt(SourceLimits.USUAL.concurrentStatements()),
                kept.path("timeoutSeconds").asInt(SourceLimits.USUAL.timeoutSeconds()),
                kept.path("functions").valueStream().map(JsonNode::asString).collect(Collectors.toSet()));
    }

    public String write(SourceSettings settings, SourceLimits limits) {
        ObjectNode kept = json.valueToTree(settings);
        if (settings instanceof SourceSettings.Folder folder) {
            kept.set("tableOverrides", json.valueToTree(folder.words()));
        }
        if (settings instanceof ServiceSettings service) {
            kept.put("signIn", service.signIn().word());
        }
        kept.put("concurrentStatements", limits.concurrentStatements()).put("timeoutSeconds", limits.timeoutSeconds());
        kept.set(
                "functions",
                json.valueToTree(limits.functions().stream().sorted().toList()));
        return json.writeValueAsString(
                json.createObjectNode().put(FORMAT_FIELD, FORMAT).setAll(kept));
    }

    public Map<String, ChoiceText> choices(String stored) {
        Map<String, ChoiceText> choices = new LinkedHashMap<>();
        body(stored, "choices")
                .properties()
                .forEach(entry -> choices.put(entry.getKey(), ChoiceEntry.read(entry.getValue())));
        return choices;
    }

    public String writeChoices(Map<String, ChoiceText> choices) {
        ObjectNode kept = json.createObjectNode();
        choices.forEach((name, choice) -> kept.set(name, ChoiceEntry.write(choice)));
        return numbered("choices", kept);
    }

    /** Any record of ours under its number. */
    public String writeRecord(Object value) {
        return numbered("record", json.valueToTree(value));
    }

    public <T> T readRecord(String stored, Class<T> type) {
        return json.treeToValue(body(stored, "record"), type);
    }

    private String numbered(String field, JsonNode body) {
        ObjectNode form = json.createObjectNode().put(FORMAT_FIELD, FORMAT);
        form.set(field, body);
        return json.writeValueAsString(form);
    }

    private JsonNode body(String stored, String field) {
        return numbered(stored).path(field);
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
