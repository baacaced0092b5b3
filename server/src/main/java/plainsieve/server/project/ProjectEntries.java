package plainsieve.server.project;

import java.util.List;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.files.ChoiceEntry;
import plainsieve.files.ParameterEntry;
import plainsieve.files.ProjectFile.ColumnEntry;
import plainsieve.files.ProjectFile.ControlEntry;
import plainsieve.files.ProjectFile.MeasureEntry;
import plainsieve.files.ProjectFile.ReportEntry;
import plainsieve.files.ProjectFile.ViewEntry;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** The project's own things as the entries of a project file, and back. */
final class ProjectEntries {
    private ProjectEntries() {}

    static ParameterEntry entry(ParameterDefinition definition) {
        return new ParameterEntry(
                definition.name(),
                definition.label(),
                definition.hint(),
                definition.group(),
                definition.type(),
                definition.many(),
                unless("itself", definition.covers()),
                definition.blankRule(),
                definition.blankWords(),
                definition.unit(),
                list(definition.list()),
                unless("keep", definition.whenGone()),
                unless("leave-out", definition.allRule()),
                definition.everyRow().isEmpty() ? null : Long.valueOf(definition.everyRow()),
                definition.least(),
                definition.most(),
                definition.rangeEnd(),
                definition.formula(),
                definition.unlogged(),
                definition.formerNames(),
                start(definition.start()),
                choice(definition.trialChoice()));
    }

    private static String unless(String usual, String word) {
        return word.equals(usual) ? "" : word;
    }

    private static JsonNode start(DefaultDefinition start) {
        return switch (start.kind()) {
            case "formula" -> JsonNodeFactory.instance.objectNode().put("formula", start.formula());
            case "query" -> JsonNodeFactory.instance.objectNode().put("query", start.queryId());
            default -> choice(start.choice());
        };
    }

    private static ParameterEntry.ListEntry list(ListDefinition list) {
        if (list.kind().equals("any")) {
            return null;
        }
        return new ParameterEntry.ListEntry(
                list.kind().equals("typed")
                        ? list.values().stream().map(ProjectEntries::listed).toList()
                        : List.of(),
                list.kind().equals("query") ? list.queryId() : "",
                list.column().column().isEmpty() ? null : column(list.column()),
                list.counts(),
                list.keptSeconds() == ListDefinition.KEPT_SECONDS ? null : list.keptSeconds());
    }

    private static ParameterEntry.ColumnPlaceEntry column(ListDefinition.ColumnPlace place) {
        return new ParameterEntry.ColumnPlaceEntry(
                place.sourceId(), place.schema(), place.table(), place.column(), place.label(), place.except());
    }

    private static JsonNode listed(ListedValue value) {
        if (value.value().equals(value.label())) {
            return JsonNodeFactory.instance.stringNode(value.value());
        }
        ObjectNode labelled = JsonNodeFactory.instance.objectNode();
        return labelled.put("value", value.value()).put("label", value.label());
    }

    private static JsonNode choice(ChoiceBody choice) {
        return choice.kind().equals("blank") ? null : ChoiceEntry.write(choice.toText());
    }

    static ParameterDefinition definition(ParameterEntry entry, int version) {
        return new ParameterDefinition(
                entry.name(),
                entry.label(),
                entry.hint(),
                entry.group(),
                entry.unit(),
                entry.type(),
                entry.many(),
                entry.covers(),
                entry.blank(),
                entry.blankWords(),
                entry.all(),
                entry.everyRow() == null ? "" : entry.everyRow().toString(),
                entry.least(),
                entry.most(),
                entry.rangeEnd(),
                entry.formula(),
                list(entry.list()),
                entry.whenGone(),
                entry.unlogged(),
                start(entry),
                ChoiceBody.of(entry.trial() == null ? ChoiceText.blank() : ChoiceEntry.read(entry.trial())),
                entry.formerNames(),
                version);
    }

    private static DefaultDefinition start(ParameterEntry entry) {
        String kind = !entry.defaultFormula().isEmpty()
                ? "formula"
                : entry.defaultQuery().isEmpty() ? "choice" : "query";
        return new DefaultDefinition(
                kind, ChoiceBody.of(entry.defaultText()), entry.defaultFormula(), entry.defaultQuery());
    }

    private static ListDefinition list(ParameterEntry.ListEntry list) {
        if (list == null) {
            return ListDefinition.any();
        }
        int kept = list.keptSeconds() == null ? ListDefinition.KEPT_SECONDS : list.keptSeconds();
        ListDefinition.ColumnPlace place = list.column() == null
                ? ListDefinition.ColumnPlace.NONE
                : new ListDefinition.ColumnPlace(
                        list.column().source(),
                        list.column().schema(),
                        list.column().table(),
                        list.column().column(),
                        list.column().label(),
                        list.column().except());
        String kind = !list.query().isEmpty()
                ? "query"
                : list.values().isEmpty() && list.column() != null ? "column" : "typed";
        return new ListDefinition(kind, typedValues(list), list.query(), place, list.counts(), kept);
    }

    private static List<ListedValue> typedValues(ParameterEntry.ListEntry list) {
        return list.values().stream()
                .map(node -> node.isObject()
                        ? new ListedValue(
                                node.path("value").asString(),
                                node.path("label").asString(node.path("value").asString()))
                        : ListedValue.of(node.asString()))
                .toList();
    }

    static ReportEntry entry(Report report) {
        return new ReportEntry(
                report.id(),
                report.name(),
                report.audience(),
                report.question(),
                report.definition().controls().stream()
                        .map(control -> new ControlEntry(control.kind(), control.label(), control.parameters()))
                        .toList(),
                report.definition().views().stream().map(ProjectEntries::entry).toList(),
                unless("defaults", report.definition().start()),
                report.definition().onDemand(),
                report.definition().signed());
    }

    private static ViewEntry entry(ReportDefinition.View view) {
        return new ViewEntry(
                view.id(),
                view.kind(),
                view.title(),
                view.queryId(),
                view.measures().stream()
                        .map(figure ->
                                new MeasureEntry(figure.function(), figure.column(), figure.label(), figure.unit()))
                        .toList(),
                view.groupBy(),
                view.limitParameter(),
                view.columns().stream()
                        .map(column -> new ColumnEntry(column.name(), column.label()))
                        .toList());
    }

    static ReportDefinition definition(ReportEntry entry) {
        return new ReportDefinition(
                entry.controls().stream()
                        .map(control ->
                                new ReportDefinition.Control(control.kind(), control.label(), control.parameters()))
                        .toList(),
                entry.views().stream().map(ProjectEntries::view).toList(),
                entry.start(),
                entry.onDemand(),
                entry.signed());
    }

    private static ReportDefinition.View view(ViewEntry entry) {
        return new ReportDefinition.View(
                entry.id(),
                entry.kind(),
                entry.title(),
                entry.query(),
                entry.measures().stream()
                        .map(measure -> new ReportDefinition.Figure(
                                measure.function(), measure.column(), measure.label(), measure.unit()))
                        .toList(),
                entry.groupBy(),
                entry.limit(),
                entry.columns().stream()
                        .map(column -> new ReportDefinition.ColumnWords(column.name(), column.label()))
                        .toList());
    }
}
