package plainsieve.server.definitions.forms;

import java.util.LinkedHashMap;
import java.util.Map;
import org.springframework.stereotype.Component;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.files.ChoiceNotation;
import plainsieve.files.ProjectYaml;
import plainsieve.files.forms.Form;
import plainsieve.files.forms.ParameterForm;
import plainsieve.files.forms.QueryForm;
import plainsieve.files.forms.ReportForm;
import plainsieve.files.forms.StageForm;
import plainsieve.server.definitions.model.CachePolicy;
import plainsieve.server.definitions.model.Query;
import plainsieve.server.definitions.model.Report;
import plainsieve.server.definitions.model.ReportDraft;
import plainsieve.server.definitions.model.Stage;
import plainsieve.server.records.definitions.DefinitionKind;
import plainsieve.server.records.definitions.DefinitionRow;
import plainsieve.server.records.definitions.SourceRow;
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

    public Query query(DefinitionRow row) {
        QueryForm live = form(row.form(), QueryForm.class);
        return new Query(
                row.id(),
                live.name(),
                live.source(),
                live.sourceParameter(),
                CachePolicy.of(live.storedCopy(), live.cacheSeconds()),
                row.draft().isEmpty()
                        ? live.text()
                        : form(row.draft(), QueryForm.class).text(),
                live.text(),
                row.version());
    }

    public DefinitionRow row(String projectId, Query query) {
        String live = write(query.toForm(query.liveText()));
        String draft = query.isChanged() ? write(query.toForm(query.draftText())) : "";
        return DefinitionRow.of(projectId, DefinitionKind.QUERY, query.id(), live, query.version())
                .withDraft(draft, true);
    }

    public ParameterDefinition parameter(DefinitionRow row) {
        return form(row.form(), ParameterForm.class).toDefinition().withVersion(row.version());
    }

    public DefinitionRow row(String projectId, ParameterDefinition definition) {
        return DefinitionRow.of(
                projectId,
                DefinitionKind.PARAMETER,
                definition.name(),
                write(ParameterForm.of(definition)),
                definition.maintenance().version());
    }

    public Report report(DefinitionRow row) {
        return report(row, row.form());
    }

    public ReportDraft draft(DefinitionRow row) {
        return new ReportDraft(report(row, row.draft().isEmpty() ? row.form() : row.draft()), row.published());
    }

    private Report report(DefinitionRow row, String form) {
        return ReportForms.report(form(form, ReportForm.class).identified(row.id(), row.version()));
    }

    /** A report with its draft. @param live with the version that the change is based on */
    public DefinitionRow row(String projectId, Report live, ReportDraft draft) {
        String form = write(ReportForms.form(live));
        String drafted = write(ReportForms.form(draft.report()));
        return DefinitionRow.of(projectId, DefinitionKind.REPORT, live.id(), form, live.version())
                .withDraft(drafted.equals(form) ? "" : drafted, draft.published());
    }

    public Stage stage(DefinitionRow row) {
        return StageForms.stage(form(row.form(), StageForm.class).atVersion(row.version()));
    }

    public DefinitionRow row(String projectId, Stage stage) {
        return DefinitionRow.of(
                projectId, DefinitionKind.STAGE, stage.name(), write(StageForms.form(stage)), stage.version());
    }

    /** A source without its ID, kind and password, which are next to it. */
    private record SourceForm(SourceFields fields, SourceLimits limits) {}

    /** The settings of a source, which may be unusable. */
    public SourceSettings settings(SourceRow row) {
        SourceKind kind = SourceKind.ofWord(row.kind())
                .orElseThrow(() -> new IllegalStateException("The database has a source of the kind " + row.kind()));
        return kind.settingsOrUnusable(read(row.settings(), SourceForm.class).fields());
    }

    public SourceLimits limits(SourceRow row) {
        return read(row.settings(), SourceForm.class).limits();
    }

    public String write(SourceSettings settings, SourceLimits limits) {
        return write(new SourceForm(SourceFields.of(settings), limits));
    }

    public Map<String, ChoiceText> choices(String stored) {
        Map<String, ChoiceText> choices = new LinkedHashMap<>();
        content(stored)
                .properties()
                .forEach(entry -> choices.put(entry.getKey(), ChoiceNotation.read(entry.getValue())));
        return choices;
    }

    public String writeChoices(Map<String, ChoiceText> choices) {
        ObjectNode kept = json.createObjectNode();
        choices.forEach((name, choice) -> kept.set(name, ChoiceNotation.write(choice)));
        return wrapped(kept);
    }

    /** A form as it is stored: as in project files. */
    public String write(Form form) {
        return wrapped(ProjectYaml.toJson(form));
    }

    public <T extends Form> T form(String stored, Class<T> type) {
        return ProjectYaml.form(content(stored), type, "stored definition");
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
