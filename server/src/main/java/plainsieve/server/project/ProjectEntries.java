package plainsieve.server.project;

import java.util.List;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
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
                definition.type(),
                definition.many(),
                definition.blankRule(),
                definition.blankWords(),
                definition.unit(),
                list(definition.list()),
                "",
                definition.everyRow().isEmpty() ? null : Long.valueOf(definition.everyRow()),
                choice(definition.defaultChoice()),
                choice(definition.trialChoice()));
    }

    private static ParameterEntry.ListEntry list(ListDefinition list) {
        return switch (list.kind()) {
            case "query" -> new ParameterEntry.ListEntry(List.of(), list.queryId());
            case "typed" ->
                new ParameterEntry.ListEntry(
                        list.values().stream().map(ProjectEntries::listed).toList(), "");
            default -> null;
        };
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
        if (entry.toParameter().sendEach()) {
            throw new ProblemException(Problem.of(
                            "send-each-not-kept",
                            ":%s sends each value when all are chosen; the bench cannot keep that yet."
                                    .formatted(entry.name()),
                            "Take “all: send-each” out of the file.")
                    .about(entry.name()));
        }
        return new ParameterDefinition(
                entry.name(),
                entry.label().isEmpty() ? entry.name() : entry.label(),
                entry.hint(),
                entry.type(),
                entry.many(),
                entry.blank(),
                entry.blankWords(),
                entry.unit(),
                list(entry.list()),
                entry.everyRow() == null ? "" : entry.everyRow().toString(),
                choice(entry.defaultText()),
                choice(entry.trial() == null ? ChoiceText.blank() : ChoiceEntry.read(entry.trial())),
                version);
    }

    private static ListDefinition list(ParameterEntry.ListEntry list) {
        if (list == null) {
            return ListDefinition.any();
        }
        if (!list.query().isEmpty()) {
            return ListDefinition.ofQuery(list.query());
        }
        List<ListedValue> values = list.values().stream()
                .map(node -> node.isObject()
                        ? new ListedValue(
                                node.path("value").asString(),
                                node.path("label").asString(node.path("value").asString()))
                        : new ListedValue(node.asString(), node.asString()))
                .toList();
        return new ListDefinition("typed", values, "");
    }

    private static ChoiceBody choice(ChoiceText text) {
        return new ChoiceBody(
                text.kind().name().toLowerCase(java.util.Locale.ROOT), text.values(), text.withoutValue());
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
                report.definition().views().stream().map(ProjectEntries::entry).toList());
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
                entry.views().stream().map(ProjectEntries::view).toList());
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
