package plainsieve.core.sentence.parameter;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import plainsieve.core.parameter.ColumnReference;
import plainsieve.core.parameter.ConvertedParameter;
import plainsieve.core.parameter.ListDefinition;
import plainsieve.core.parameter.ParameterConversion;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.parameter.ParameterDefinition.Maintenance;
import plainsieve.core.parameter.ParameterDefinition.MissingValuePolicy;
import plainsieve.core.sentence.MarkOption;
import plainsieve.core.sentence.Sentence;

/** Optional list properties in the sentence of a parameter: labels, exclusions, missing values, cache time. */
final class ListDetails {
    private static final String NONE = "/none";
    private static final Map<Long, String> AGES =
            Map.of(0L, "no time", 60L, "a minute", 300L, "5 minutes", 3600L, "an hour", 86_400L, "a day");

    private final ParameterDefinition parameter;
    private final ListDefinition list;
    private final ParameterContext around;

    ListDetails(ParameterDefinition parameter, ParameterContext around) {
        this.parameter = parameter;
        this.list = parameter.list();
        this.around = around;
    }

    private ConvertedParameter withList(ListDefinition changed) {
        return new ParameterConversion(parameter).toList(changed);
    }

    List<ParameterProperty> all() {
        List<ParameterProperty> rest = new ArrayList<>();
        if (list instanceof ListDefinition.FromColumn column) {
            rest.add(label(column.column()));
            rest.add(except(column.column()));
        }
        if (list instanceof ListDefinition.Typed) {
            rest.add(compared());
        }
        if (list.exists()) {
            rest.add(gone());
        }
        if (list.isAsked()) {
            rest.add(cacheTime());
        }
        return rest;
    }

    private ParameterProperty label(ColumnReference place) {
        List<MarkOption> offers = around.columns().stream()
                .filter(column ->
                        column.isOfTable(place) && !column.place().column().equals(place.column()))
                .map(column ->
                        MarkOption.of(column.place().column(), column.place().column(), column.note()))
                .collect(Collectors.toCollection(ArrayList::new));
        offers.add(0, MarkOption.of(NONE, "the value itself", ""));
        String now = place.label().isEmpty() ? "the value itself" : place.label();
        return ParameterProperty.selectable(
                        "; labels from ",
                        "label-column",
                        now,
                        () -> offers,
                        taken -> replaceColumn(column -> new ColumnReference(
                                column.sourceId(),
                                column.schema(),
                                column.table(),
                                column.column(),
                                taken.equals(NONE) ? "" : taken,
                                column.excluded())))
                .rareWhen(place.label().isEmpty());
    }

    private ParameterProperty except(ColumnReference place) {
        String lines = String.join("\n", place.excluded());
        String now = place.excluded().isEmpty() ? "none" : String.join(", ", place.excluded());
        Function<String, ConvertedParameter> with = typed -> replaceColumn(column -> new ColumnReference(
                column.sourceId(),
                column.schema(),
                column.table(),
                column.column(),
                column.label(),
                typed.lines().map(String::strip).filter(line -> !line.isEmpty()).toList()));
        return new ParameterProperty(
                        "; excluded values: ",
                        ParameterProperty.mark("except", now, Sentence.EditKind.LINES, lines),
                        "",
                        false,
                        List::of,
                        with)
                .rareWhen(place.excluded().isEmpty());
    }

    private ConvertedParameter replaceColumn(UnaryOperator<ColumnReference> change) {
        ListDefinition.FromColumn column = (ListDefinition.FromColumn) list;
        return withList(
                new ListDefinition.FromColumn(change.apply(column.column()), column.counts(), column.cacheTime()));
    }

    private ParameterProperty compared() {
        boolean none = !list.column().isNamed();
        List<MarkOption> offers = new ArrayList<>(ListProperties.columnOffers(around));
        offers.add(0, MarkOption.of(NONE, "none", ""));
        String now = none ? "none" : ListColumn.inWords(list.column());
        return ParameterProperty.selectable(
                        "; values of column: ",
                        "compared",
                        now,
                        () -> offers,
                        taken -> withList(new ListDefinition.Typed(
                                list.typedValues(),
                                taken.equals(NONE) ? ColumnReference.NONE : ListProperties.column(around, taken))))
                .rareWhen(none);
    }

    private ParameterProperty gone() {
        Maintenance now = parameter.maintenance();
        List<MarkOption> offers = Stream.of(MissingValuePolicy.values())
                .map(rule -> MarkOption.of(rule.name(), inWords(rule), ""))
                .toList();
        return ParameterProperty.selectable(
                        "; unlisted values are ",
                        "gone",
                        inWords(now.whenUnlisted()),
                        () -> offers,
                        rule -> ConvertedParameter.without(parameter.withUpkeep(new Maintenance(
                                MissingValuePolicy.valueOf(rule), now.unlogged(), now.formerNames(), now.version()))))
                .rareWhen(now.whenUnlisted() == MissingValuePolicy.KEEP);
    }

    private static String inWords(MissingValuePolicy rule) {
        return switch (rule) {
            case KEEP -> "kept and marked";
            case DROP -> "removed with a note";
        };
    }

    private ParameterProperty cacheTime() {
        List<MarkOption> offers = AGES.keySet().stream()
                .sorted()
                .map(seconds -> MarkOption.of(Long.toString(seconds), AGES.get(seconds), ""))
                .toList();
        long now = list.cacheTime().toSeconds();
        String inWords = AGES.getOrDefault(now, "%,d seconds".formatted(now));
        return ParameterProperty.selectable(
                        "; list cached for ",
                        "kept",
                        inWords,
                        () -> offers,
                        seconds -> withList(cacheTime(Duration.ofSeconds(Long.parseLong(seconds)))))
                .rareWhen(list.cacheTime().equals(ListDefinition.USUALLY_KEPT));
    }

    private ListDefinition cacheTime(Duration kept) {
        return list instanceof ListDefinition.FromColumn column
                ? new ListDefinition.FromColumn(column.column(), column.counts(), kept)
                : new ListDefinition.FromQuery(list.queryId(), kept);
    }
}
