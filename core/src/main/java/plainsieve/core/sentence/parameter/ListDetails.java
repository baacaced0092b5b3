package plainsieve.core.sentence.parameter;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import plainsieve.core.parameter.ColumnPlace;
import plainsieve.core.parameter.ListDefinition;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.parameter.ParameterDefinition.Upkeep;
import plainsieve.core.parameter.ParameterDefinition.WhenGone;
import plainsieve.core.parameter.Switched;
import plainsieve.core.parameter.Switching;
import plainsieve.core.sentence.Offer;
import plainsieve.core.sentence.Sentence;

/** What is usually not said of a list: labels, what is left out, what becomes of values that are gone, how fresh it is. */
final class ListDetails {
    private static final String NONE = "/none";
    private static final Map<Long, String> AGES =
            Map.of(0L, "no time", 60L, "a minute", 300L, "5 minutes", 3600L, "an hour", 86_400L, "a day");

    private final ParameterDefinition parameter;
    private final ListDefinition list;
    private final Surroundings around;

    ListDetails(ParameterDefinition parameter, Surroundings around) {
        this.parameter = parameter;
        this.list = parameter.list();
        this.around = around;
    }

    private Switched to(ListDefinition changed) {
        return new Switching(parameter).toList(changed);
    }

    List<Property> all() {
        List<Property> rest = new ArrayList<>();
        if (list instanceof ListDefinition.OfColumn column) {
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
            rest.add(kept());
        }
        return rest;
    }

    private Property label(ColumnPlace place) {
        List<Offer> offers = around.columns().stream()
                .filter(column ->
                        column.isOfTable(place) && !column.place().column().equals(place.column()))
                .map(column -> Offer.of(column.place().column(), column.place().column(), column.note()))
                .collect(Collectors.toCollection(ArrayList::new));
        offers.add(0, Offer.of(NONE, "the value itself", ""));
        String now = place.label().isEmpty() ? "the value itself" : place.label();
        return Property.taken(
                        "; viewers read ",
                        "label-column",
                        now,
                        () -> offers,
                        taken -> placed(column -> new ColumnPlace(
                                column.sourceId(),
                                column.schema(),
                                column.table(),
                                column.column(),
                                taken.equals(NONE) ? "" : taken,
                                column.except())))
                .rareWhen(place.label().isEmpty());
    }

    private Property except(ColumnPlace place) {
        String lines = String.join("\n", place.except());
        String now = place.except().isEmpty() ? "none" : String.join(", ", place.except());
        Function<String, Switched> with = typed -> placed(column -> new ColumnPlace(
                column.sourceId(),
                column.schema(),
                column.table(),
                column.column(),
                column.label(),
                typed.lines().map(String::strip).filter(line -> !line.isEmpty()).toList()));
        return new Property(
                        "; left out of its list: ",
                        Property.mark("except", now, Sentence.Way.LINES, lines),
                        "",
                        false,
                        List::of,
                        with)
                .rareWhen(place.except().isEmpty());
    }

    private Switched placed(UnaryOperator<ColumnPlace> change) {
        ListDefinition.OfColumn column = (ListDefinition.OfColumn) list;
        return to(new ListDefinition.OfColumn(change.apply(column.column()), column.counts(), column.kept()));
    }

    private Property compared() {
        boolean none = !list.column().isNamed();
        List<Offer> offers = new ArrayList<>(Lists.columnOffers(around));
        offers.add(0, Offer.of(NONE, "no column", ""));
        String now = none ? "no column" : ListColumn.inWords(list.column());
        return Property.taken(
                        "; its list belongs to ",
                        "compared",
                        now,
                        () -> offers,
                        taken -> to(new ListDefinition.Typed(
                                list.typedValues(),
                                taken.equals(NONE) ? ColumnPlace.NONE : Lists.column(around, taken))))
                .rareWhen(none);
    }

    private Property gone() {
        Upkeep now = parameter.upkeep();
        List<Offer> offers = Stream.of(WhenGone.values())
                .map(rule -> Offer.of(rule.name(), inWords(rule), ""))
                .toList();
        return Property.taken(
                        "; a value that is no longer listed ",
                        "gone",
                        inWords(now.whenGone()),
                        () -> offers,
                        rule -> Switched.without(parameter.withUpkeep(
                                new Upkeep(WhenGone.valueOf(rule), now.unlogged(), now.formerNames(), now.version()))))
                .rareWhen(now.whenGone() == WhenGone.KEEP);
    }

    private static String inWords(WhenGone rule) {
        return switch (rule) {
            case KEEP -> "is kept and marked";
            case DROP -> "is taken out, which is told";
        };
    }

    private Property kept() {
        List<Offer> offers = AGES.keySet().stream()
                .sorted()
                .map(seconds -> Offer.of(Long.toString(seconds), AGES.get(seconds), ""))
                .toList();
        long now = list.kept().toSeconds();
        String inWords = AGES.getOrDefault(now, "%,d seconds".formatted(now));
        return Property.taken(
                        "; its list is taken for fresh for ",
                        "kept",
                        inWords,
                        () -> offers,
                        seconds -> to(kept(Duration.ofSeconds(Long.parseLong(seconds)))))
                .rareWhen(list.kept().equals(ListDefinition.USUALLY_KEPT));
    }

    private ListDefinition kept(Duration kept) {
        return list instanceof ListDefinition.OfColumn column
                ? new ListDefinition.OfColumn(column.column(), column.counts(), kept)
                : new ListDefinition.OfQuery(list.queryId(), kept);
    }
}
