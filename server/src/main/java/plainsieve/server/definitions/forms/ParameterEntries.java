package plainsieve.server.definitions.forms;

import java.time.Duration;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalLong;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.ColumnReference;
import plainsieve.core.parameter.DefaultDefinition;
import plainsieve.core.parameter.ListDefinition;
import plainsieve.core.parameter.ListedValue;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.parameter.RowAccessRule;
import plainsieve.core.parameter.ValueCoverage;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.files.ChoiceEntry;
import plainsieve.files.ParameterEntry;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** Converts parameters to entries of project files and back. */
public final class ParameterEntries {
    private ParameterEntries() {}

    public static ParameterEntry entry(ParameterDefinition definition) {
        ParameterDefinition.Words words = definition.words();
        ParameterDefinition.Meaning meaning = definition.meaning();
        ParameterDefinition.Bounds bounds = definition.bounds();
        return new ParameterEntry(
                definition.name(),
                words.label(),
                words.hint(),
                words.group(),
                meaning.type().word(),
                meaning.multiple(),
                unless(ValueCoverage.ITSELF.word(), meaning.covers().word()),
                meaning.blankRule().word(),
                words.blankLabel(),
                words.unit(),
                definition.list().accept(new ListEntries()),
                unless("keep", definition.maintenance().whenUnlisted().name().toLowerCase(Locale.ROOT)),
                meaning.sendEach() ? "send-each" : "",
                meaning.unlimitedValue().isPresent()
                        ? Long.valueOf(meaning.unlimitedValue().getAsLong())
                        : null,
                bounds.minimum(),
                bounds.maximum(),
                bounds.rangeEnd(),
                rowAccess(definition.rowAccess()),
                definition.formula(),
                definition.maintenance().unlogged(),
                definition.maintenance().formerNames(),
                start(definition.start()),
                choice(definition.trial()));
    }

    private static String unless(String usual, String word) {
        return word.equals(usual) ? "" : word;
    }

    private static ParameterEntry.RowAccessEntry rowAccess(RowAccessRule rowAccessRule) {
        return rowAccessRule.holds()
                ? new ParameterEntry.RowAccessEntry(
                        rowAccessRule.by().word(),
                        rowAccessRule.queryId(),
                        rowAccessRule.claim(),
                        rowAccessRule.exempt().stream().sorted().toList())
                : null;
    }

    /** A default as a file writes it; nothing for blank. */
    public static JsonNode start(DefaultDefinition start) {
        return start.accept(new StartEntries());
    }

    private static JsonNode choice(ChoiceText choice) {
        return choice.kind() == ChoiceText.Kind.BLANK ? null : ChoiceEntry.write(choice);
    }

    /** A default as a file writes it. */
    private record StartEntries() implements DefaultDefinition.Visitor<JsonNode> {
        @Override
        public JsonNode fixed(DefaultDefinition.FixedChoice start) {
            return choice(start.choice());
        }

        @Override
        public JsonNode formula(DefaultDefinition.Formula start) {
            return JsonNodeFactory.instance.objectNode().put("formula", start.formulaText());
        }

        @Override
        public JsonNode ofQuery(DefaultDefinition.FromQuery start) {
            return JsonNodeFactory.instance.objectNode().put("query", start.queryId());
        }
    }

    /** A list as a file writes it; nothing for any value. */
    private record ListEntries() implements ListDefinition.Visitor<ParameterEntry.ListEntry> {
        @Override
        public ParameterEntry.ListEntry any(ListDefinition.Any list) {
            return null;
        }

        @Override
        public ParameterEntry.ListEntry typed(ListDefinition.Typed list) {
            List<JsonNode> values =
                    list.typedValues().stream().map(ListEntries::listed).toList();
            ColumnReference comparedWith = values.isEmpty() ? ColumnReference.NONE : list.column();
            return new ParameterEntry.ListEntry(values, "", column(comparedWith), false, null);
        }

        @Override
        public ParameterEntry.ListEntry ofColumn(ListDefinition.FromColumn list) {
            return new ParameterEntry.ListEntry(
                    List.of(), "", column(list.column()), list.counts(), kept(list.cacheTime()));
        }

        @Override
        public ParameterEntry.ListEntry ofQuery(ListDefinition.FromQuery list) {
            return new ParameterEntry.ListEntry(List.of(), list.queryId(), null, false, kept(list.cacheTime()));
        }

        private static Integer kept(Duration kept) {
            return kept.equals(ListDefinition.USUALLY_KEPT) ? null : Math.toIntExact(kept.toSeconds());
        }

        private static ParameterEntry.ColumnEntry column(ColumnReference place) {
            return place.column().isEmpty()
                    ? null
                    : new ParameterEntry.ColumnEntry(
                            place.sourceId(),
                            place.schema(),
                            place.table(),
                            place.column(),
                            place.label(),
                            place.excluded());
        }

        private static JsonNode listed(ListedValue value) {
            if (value.value().equals(value.label())) {
                return JsonNodeFactory.instance.stringNode(value.value());
            }
            ObjectNode labelled = JsonNodeFactory.instance.objectNode();
            return labelled.put("value", value.value()).put("label", value.label());
        }
    }

    /** Throws {@link ProblemException} with the errors of the entry. */
    public static ParameterDefinition definition(ParameterEntry entry, int version) {
        Parameter engine = entry.toParameter();
        String label = entry.label().isEmpty() ? entry.name() : entry.label();
        OptionalLong everyRow =
                entry.unlimitedValue() == null ? OptionalLong.empty() : OptionalLong.of(entry.unlimitedValue());
        return new ParameterDefinition(
                entry.name(),
                new ParameterDefinition.Words(label, entry.hint(), entry.group(), entry.unit(), entry.blankLabel()),
                new ParameterDefinition.Meaning(
                        engine.type(),
                        engine.multiple(),
                        engine.covers(),
                        engine.blankRule(),
                        engine.sendEach(),
                        everyRow),
                new ParameterDefinition.Bounds(
                        entry.minimum(), entry.maximum(), entry.rangeEnd(), entry.toRowAccessRule()),
                entry.formula(),
                list(entry.list()),
                start(entry),
                entry.trial() == null ? ChoiceText.blank() : ChoiceEntry.read(entry.trial()),
                new ParameterDefinition.Maintenance(
                        missingValuePolicy(entry), entry.unlogged(), entry.formerNames(), version));
    }

    private static ParameterDefinition.MissingValuePolicy missingValuePolicy(ParameterEntry entry) {
        return switch (entry.whenUnlisted()) {
            case "", "keep" -> ParameterDefinition.MissingValuePolicy.KEEP;
            case "drop" -> ParameterDefinition.MissingValuePolicy.DROP;
            default ->
                throw new ProblemException(Problem.of(
                                "bad-parameter",
                                "“%s” is no rule for missing values.".formatted(entry.whenUnlisted()),
                                "Use keep or drop.")
                        .about(entry.name()));
        };
    }

    private static DefaultDefinition start(ParameterEntry entry) {
        if (!entry.defaultFormula().isEmpty()) {
            return new DefaultDefinition.Formula(entry.defaultFormula());
        }
        return entry.defaultQuery().isEmpty()
                ? new DefaultDefinition.FixedChoice(entry.defaultText())
                : new DefaultDefinition.FromQuery(entry.defaultQuery());
    }

    private static ListDefinition list(ParameterEntry.ListEntry list) {
        if (list == null) {
            return new ListDefinition.Any();
        }
        Duration kept =
                list.cacheSeconds() == null ? ListDefinition.USUALLY_KEPT : Duration.ofSeconds(list.cacheSeconds());
        if (!list.query().isEmpty()) {
            return new ListDefinition.FromQuery(list.query(), kept);
        }
        ColumnReference place = Optional.ofNullable(list.column())
                .map(column -> new ColumnReference(
                        column.source(),
                        column.schema(),
                        column.table(),
                        column.column(),
                        column.label(),
                        column.excluded()))
                .orElse(ColumnReference.NONE);
        return list.values().isEmpty() && list.column() != null
                ? new ListDefinition.FromColumn(place, list.counts(), kept)
                : new ListDefinition.Typed(typedValues(list), place);
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
}
