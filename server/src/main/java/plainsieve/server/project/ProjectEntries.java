package plainsieve.server.project;

import java.time.Duration;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalLong;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.ColumnPlace;
import plainsieve.core.parameter.Covers;
import plainsieve.core.parameter.DefaultDefinition;
import plainsieve.core.parameter.ListDefinition;
import plainsieve.core.parameter.ListedValue;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.rewrite.Measure;
import plainsieve.core.value.Nearest;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.view.ColumnWords;
import plainsieve.core.view.Control;
import plainsieve.core.view.Figure;
import plainsieve.core.view.View;
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

/** Parameters and reports as the entries of a project file, and back. */
public final class ProjectEntries {
    private ProjectEntries() {}

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
                meaning.many(),
                unless(Covers.ITSELF.word(), meaning.covers().word()),
                meaning.blankRule().word(),
                words.whenBlank(),
                words.unit(),
                definition.list().accept(new ListEntries()),
                unless("keep", definition.upkeep().whenGone().name().toLowerCase(Locale.ROOT)),
                meaning.sendEach() ? "send-each" : "",
                meaning.everyRow().isPresent() ? Long.valueOf(meaning.everyRow().getAsLong()) : null,
                bounds.least(),
                bounds.most(),
                bounds.rangeEnd(),
                definition.formula(),
                definition.upkeep().unlogged(),
                definition.upkeep().formerNames(),
                definition.start().accept(new StartEntries()),
                choice(definition.trial()));
    }

    private static String unless(String usual, String word) {
        return word.equals(usual) ? "" : word;
    }

    private static JsonNode choice(ChoiceText choice) {
        return choice.kind() == ChoiceText.Kind.BLANK ? null : ChoiceEntry.write(choice);
    }

    /** A default as a file writes it. */
    private record StartEntries() implements DefaultDefinition.Visitor<JsonNode> {
        @Override
        public JsonNode fixed(DefaultDefinition.Fixed start) {
            return choice(start.choice());
        }

        @Override
        public JsonNode formula(DefaultDefinition.Formula start) {
            return JsonNodeFactory.instance.objectNode().put("formula", start.formulaText());
        }

        @Override
        public JsonNode ofQuery(DefaultDefinition.OfQuery start) {
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
            ColumnPlace comparedWith = values.isEmpty() ? ColumnPlace.NONE : list.column();
            return new ParameterEntry.ListEntry(values, "", column(comparedWith), false, null);
        }

        @Override
        public ParameterEntry.ListEntry ofColumn(ListDefinition.OfColumn list) {
            return new ParameterEntry.ListEntry(List.of(), "", column(list.column()), list.counts(), kept(list.kept()));
        }

        @Override
        public ParameterEntry.ListEntry ofQuery(ListDefinition.OfQuery list) {
            return new ParameterEntry.ListEntry(List.of(), list.queryId(), null, false, kept(list.kept()));
        }

        private static Integer kept(Duration kept) {
            return kept.equals(ListDefinition.USUALLY_KEPT) ? null : Math.toIntExact(kept.toSeconds());
        }

        private static ParameterEntry.ColumnPlaceEntry column(ColumnPlace place) {
            return place.column().isEmpty()
                    ? null
                    : new ParameterEntry.ColumnPlaceEntry(
                            place.sourceId(),
                            place.schema(),
                            place.table(),
                            place.column(),
                            place.label(),
                            place.except());
        }

        private static JsonNode listed(ListedValue value) {
            if (value.value().equals(value.label())) {
                return JsonNodeFactory.instance.stringNode(value.value());
            }
            ObjectNode labelled = JsonNodeFactory.instance.objectNode();
            return labelled.put("value", value.value()).put("label", value.label());
        }
    }

    /** Throws {@link ProblemException} naming what is wrong with the entry. */
    public static ParameterDefinition definition(ParameterEntry entry, int version) {
        Parameter engine = entry.toParameter();
        String label = entry.label().isEmpty() ? entry.name() : entry.label();
        OptionalLong everyRow = entry.everyRow() == null ? OptionalLong.empty() : OptionalLong.of(entry.everyRow());
        return new ParameterDefinition(
                entry.name(),
                new ParameterDefinition.Words(label, entry.hint(), entry.group(), entry.unit(), entry.blankWords()),
                new ParameterDefinition.Meaning(
                        engine.type(), engine.many(), engine.covers(), engine.blankRule(), engine.sendEach(), everyRow),
                new ParameterDefinition.Bounds(entry.least(), entry.most(), entry.rangeEnd()),
                entry.formula(),
                list(entry.list()),
                start(entry),
                entry.trial() == null ? ChoiceText.blank() : ChoiceEntry.read(entry.trial()),
                new ParameterDefinition.Upkeep(whenGone(entry), entry.unlogged(), entry.formerNames(), version));
    }

    private static ParameterDefinition.WhenGone whenGone(ParameterEntry entry) {
        return switch (entry.whenGone()) {
            case "", "keep" -> ParameterDefinition.WhenGone.KEEP;
            case "drop" -> ParameterDefinition.WhenGone.DROP;
            default ->
                throw new ProblemException(Problem.of(
                                "bad-parameter",
                                "“%s” is no rule for values that are gone.".formatted(entry.whenGone()),
                                "Use keep or drop.")
                        .about(entry.name()));
        };
    }

    private static DefaultDefinition start(ParameterEntry entry) {
        if (!entry.defaultFormula().isEmpty()) {
            return new DefaultDefinition.Formula(entry.defaultFormula());
        }
        return entry.defaultQuery().isEmpty()
                ? new DefaultDefinition.Fixed(entry.defaultText())
                : new DefaultDefinition.OfQuery(entry.defaultQuery());
    }

    private static ListDefinition list(ParameterEntry.ListEntry list) {
        if (list == null) {
            return new ListDefinition.Any();
        }
        Duration kept =
                list.keptSeconds() == null ? ListDefinition.USUALLY_KEPT : Duration.ofSeconds(list.keptSeconds());
        if (!list.query().isEmpty()) {
            return new ListDefinition.OfQuery(list.query(), kept);
        }
        ColumnPlace place = Optional.ofNullable(list.column())
                .map(column -> new ColumnPlace(
                        column.source(),
                        column.schema(),
                        column.table(),
                        column.column(),
                        column.label(),
                        column.except()))
                .orElse(ColumnPlace.NONE);
        return list.values().isEmpty() && list.column() != null
                ? new ListDefinition.OfColumn(place, list.counts(), kept)
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

    public static ReportEntry entry(Report report) {
        return new ReportEntry(
                report.id(),
                report.name(),
                report.audience(),
                report.question(),
                report.controls().stream()
                        .map(control -> new ControlEntry(control.kind(), control.label(), control.parameters()))
                        .toList(),
                report.views().stream()
                        .map(view -> view.accept(new ViewEntries()))
                        .toList(),
                unless(Report.Start.DEFAULTS.word(), report.opening().start().word()),
                report.opening().onDemand(),
                report.opening().signed());
    }

    /** A view as a file writes it. */
    private record ViewEntries() implements View.Visitor<ViewEntry> {
        @Override
        public ViewEntry figures(View.Figures view) {
            return entry(view, measures(view.measures()), "", "", List.of());
        }

        @Override
        public ViewEntry bars(View.Bars view) {
            return entry(view, measures(view.measures()), view.groupBy(), "", List.of());
        }

        @Override
        public ViewEntry table(View.Table view) {
            List<ColumnEntry> columns = view.columns().stream()
                    .map(column -> new ColumnEntry(column.name(), column.label()))
                    .toList();
            return entry(view, List.of(), "", view.rowLimit(), columns);
        }

        private static ViewEntry entry(
                View view, List<MeasureEntry> measures, String groupBy, String limit, List<ColumnEntry> columns) {
            return new ViewEntry(
                    view.id(), view.kind(), view.title(), view.queryId(), measures, groupBy, limit, columns);
        }

        private static List<MeasureEntry> measures(List<Figure> figures) {
            return figures.stream()
                    .map(figure -> new MeasureEntry(
                            figure.measure().function().name().toLowerCase(Locale.ROOT),
                            figure.measure().column().orElse(""),
                            figure.label(),
                            figure.unit()))
                    .toList();
        }
    }

    /** Throws {@link ProblemException} naming what is wrong with the entry. */
    public static Report report(ReportEntry entry, String id, int version) {
        String start = entry.start().isEmpty() ? Report.Start.DEFAULTS.word() : entry.start();
        return new Report(
                id,
                entry.name(),
                entry.audience(),
                entry.question(),
                entry.controls().stream().map(ProjectEntries::control).toList(),
                entry.views().stream().map(ProjectEntries::view).toList(),
                new Report.Opening(start(start), entry.onDemand(), entry.signed()),
                version);
    }

    /** How a report starts, by its word. */
    public static Report.Start start(String word) {
        return Report.Start.ofWord(word)
                .orElseThrow(() -> new ProblemException(Problem.of(
                        "bad-start",
                        "A report cannot start with “%s”.".formatted(word),
                        "Use defaults, empty or question.")));
    }

    /** A kind that is not known shows what suits the parameter, as files of other versions may ask for. */
    private static Control control(ControlEntry entry) {
        return switch (entry.parameters().size()) {
            case 1 ->
                new Control.Single(
                        Control.Kind.ofWord(entry.kind()).orElse(Control.Kind.SUITABLE),
                        entry.label(),
                        entry.parameters().get(0));
            case 2 ->
                new Control.Range(
                        Control.RangeKind.ofWord(entry.kind()).orElse(Control.RangeKind.DATES),
                        entry.label(),
                        entry.parameters().get(0),
                        entry.parameters().get(1));
            default ->
                throw new ProblemException(Problem.of(
                        "bad-control",
                        "The control “%s” names %d parameters."
                                .formatted(entry.label(), entry.parameters().size()),
                        "Name one, or the two ends of a range."));
        };
    }

    private static View view(ViewEntry entry) {
        List<Figure> figures =
                entry.measures().stream().map(ProjectEntries::figure).toList();
        return switch (entry.kind()) {
            case "figures" -> new View.Figures(entry.id(), entry.title(), entry.query(), figures);
            case "bars" -> new View.Bars(entry.id(), entry.title(), entry.query(), figures, entry.groupBy());
            case "table" ->
                new View.Table(
                        entry.id(),
                        entry.title(),
                        entry.query(),
                        entry.limit(),
                        entry.columns().stream()
                                .map(column -> new ColumnWords(column.name(), column.label()))
                                .toList());
            default -> throw unknown("view", entry.kind(), List.of("figures", "bars", "table"));
        };
    }

    private static Figure figure(MeasureEntry entry) {
        for (Measure.Function function : Measure.Function.values()) {
            if (function.name().toLowerCase(Locale.ROOT).equals(entry.function())) {
                Optional<String> column = Optional.of(entry.column()).filter(name -> !name.isEmpty());
                return new Figure(new Measure(function, column), entry.label(), entry.unit());
            }
        }
        throw unknown("figure", entry.function(), List.of("count", "count_distinct", "sum", "avg", "min", "max"));
    }

    private static ProblemException unknown(String what, String word, List<String> known) {
        String advice = Nearest.to(word, known)
                .map("Did you mean “%s”?"::formatted)
                .orElse("Use " + String.join(", ", known) + ".");
        return new ProblemException(Problem.of("bad-" + what, "“%s” is no kind of %s.".formatted(word, what), advice));
    }
}
