package plainsieve.core.sentence.parameter;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import plainsieve.core.parameter.ColumnPlace;
import plainsieve.core.parameter.ListDefinition;
import plainsieve.core.parameter.ListedValue;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.parameter.ParameterDefinition.Upkeep;
import plainsieve.core.parameter.ParameterDefinition.WhenGone;
import plainsieve.core.parameter.Switched;
import plainsieve.core.parameter.Switching;
import plainsieve.core.sentence.Offer;
import plainsieve.core.sentence.Sentence;
import plainsieve.core.value.Nearest;
import plainsieve.core.value.ProblemException;

/** Where the values of a parameter come from, and what becomes of them. */
final class Lists {
    private static final String ANY = "/any";
    private static final String TYPED = "/typed";
    private static final String COLUMN = "/column/";
    private static final String QUERY = "/query/";
    private static final String NONE = "/none";
    private static final int MOST_NAMED = 3;
    /** Of the columns of a large database; the others are typed. */
    private static final int MOST_OFFERED = 300;

    private static final Map<Long, String> AGES =
            Map.of(0L, "no time", 60L, "a minute", 300L, "5 minutes", 3600L, "an hour", 86_400L, "a day");

    private final ParameterDefinition parameter;
    private final ListDefinition list;
    private final Surroundings around;

    Lists(ParameterDefinition parameter, Surroundings around) {
        this.parameter = parameter;
        this.list = parameter.list();
        this.around = around;
    }

    /** Where the values come from, and right behind it what is typed. */
    List<Property> values() {
        List<Property> values = new ArrayList<>();
        boolean rare = !list.exists() && !isUsual();
        String lead = list.exists() ? " from " : rare ? "; its value is " : ", ";
        values.add(new Property(
                lead,
                Property.mark("list", list.accept(new InWords()), Sentence.Way.EITHER, list.accept(new AsTyped())),
                follows(),
                rare,
                this::offers,
                this::taking));
        if (list instanceof ListDefinition.Typed typed) {
            List<ListedValue> now = typed.typedValues();
            Sentence.Mark mark = Property.mark("values", someOf(now), Sentence.Way.LINES, ListLines.write(now));
            values.add(new Property(
                    ": ",
                    mark,
                    "",
                    false,
                    List::of,
                    lines -> to(new ListDefinition.Typed(ListLines.read(lines), typed.column()))));
        }
        if (list instanceof ListDefinition.OfColumn column) {
            values.add(counts(column));
        }
        return values;
    }

    /** Whether parameters like this one usually have a list. */
    private boolean isUsual() {
        boolean byItself = !parameter.rangeEnd().isEmpty()
                || around.beginning(parameter.name()).isPresent()
                || parameter.isRowLimit();
        return !byItself
                && switch (parameter.type()) {
                    case TEXT, NAME, INTEGER, DECIMAL -> true;
                    case DATE, DATETIME, BOOLEAN -> false;
                };
    }

    private String anyValue() {
        return "any " + parameter.type().inWords();
    }

    private String follows() {
        String names = around.needs().stream()
                .filter(name -> list instanceof ListDefinition.OfQuery && !name.equals(parameter.name()))
                .map(":"::concat)
                .collect(Collectors.joining(" "));
        return names.isEmpty() ? "" : ", which follows " + names;
    }

    private static String someOf(List<ListedValue> values) {
        if (values.isEmpty()) {
            return "none yet";
        }
        String some = values.stream().limit(MOST_NAMED).map(ListedValue::label).collect(Collectors.joining(", "));
        int more = values.size() - MOST_NAMED;
        return more > 0 ? "%s and %,d more".formatted(some, more) : some;
    }

    private final class InWords implements ListDefinition.Visitor<String> {
        @Override
        public String any(ListDefinition.Any any) {
            return anyValue();
        }

        @Override
        public String typed(ListDefinition.Typed typed) {
            return "values typed here";
        }

        @Override
        public String ofColumn(ListDefinition.OfColumn column) {
            return ListColumn.inWords(column.column());
        }

        @Override
        public String ofQuery(ListDefinition.OfQuery query) {
            return "the query " + around.queryName(query.queryId());
        }
    }

    /** What typing another list begins with. */
    private final class AsTyped implements ListDefinition.Visitor<String> {
        @Override
        public String any(ListDefinition.Any any) {
            return "";
        }

        @Override
        public String typed(ListDefinition.Typed typed) {
            return "";
        }

        @Override
        public String ofColumn(ListDefinition.OfColumn column) {
            return ListColumn.inWords(column.column());
        }

        @Override
        public String ofQuery(ListDefinition.OfQuery query) {
            return around.queryName(query.queryId());
        }
    }

    private List<Offer> offers() {
        List<Offer> offers = new ArrayList<>(columnOffers());
        around.queries()
                .forEach(query ->
                        offers.add(Offer.of(QUERY + query.id(), "the query " + query.name(), "its first column")));
        offers.add(
                0,
                Offer.of(
                        ANY, "whatever viewers write", "any " + parameter.type().inWords()));
        offers.add(1, Offer.of(TYPED, "values typed here", "or pasted, one on each line"));
        return offers;
    }

    private List<Offer> columnOffers() {
        return around.columns().stream()
                .limit(MOST_OFFERED)
                .map(column -> Offer.of(COLUMN + column.id(), ListColumn.inWords(column.place()), column.note()))
                .toList();
    }

    private Switched taking(String taken) {
        if (!taken.startsWith("/")) {
            return to(named(taken.strip()));
        }
        Offer.taken(offers(), taken);
        return switch (taken) {
            case ANY -> to(new ListDefinition.Any());
            case TYPED -> to(new ListDefinition.Typed(list.typedValues(), list.column()));
            default ->
                taken.startsWith(QUERY)
                        ? to(new ListDefinition.OfQuery(taken.substring(QUERY.length()), list.kept()))
                        : to(ofColumn(column(taken.substring(COLUMN.length()))));
        };
    }

    private Switched to(ListDefinition changed) {
        return new Switching(parameter).toList(changed);
    }

    private ColumnPlace column(String id) {
        return around.columns().stream()
                .filter(column -> column.id().equals(id))
                .findFirst()
                .orElseThrow()
                .place();
    }

    private ListDefinition ofColumn(ColumnPlace place) {
        boolean counted = list instanceof ListDefinition.OfColumn column && column.counts();
        return new ListDefinition.OfColumn(place, counted, list.kept());
    }

    /** What was typed: a column, a query, or some values with commas between them. */
    private ListDefinition named(String typed) {
        if (typed.isEmpty() || typed.equals(anyValue())) {
            return new ListDefinition.Any();
        }
        Optional<ListDefinition> column = around.columns().stream()
                .filter(candidate -> candidate.isMeant(typed))
                .findFirst()
                .map(found -> ofColumn(found.place()));
        Optional<ListDefinition> query = around.queries().stream()
                .filter(candidate -> candidate.name().equalsIgnoreCase(typed.replaceFirst("(?i)^the query ", "")))
                .findFirst()
                .map(found -> new ListDefinition.OfQuery(found.id(), list.kept()));
        Optional<ListDefinition> values = typed.contains(",")
                ? Optional.of(
                        new ListDefinition.Typed(ListLines.read(typed.replaceAll("\\s*,\\s*", "\n")), ColumnPlace.NONE))
                : Optional.empty();
        return column.or(() -> query).or(() -> values).orElseThrow(() -> unknown(typed));
    }

    private ProblemException unknown(String typed) {
        List<String> known = Stream.concat(
                        around.columns().stream().map(column -> ListColumn.inWords(column.place())),
                        around.queries().stream().map(Surroundings.NamedQuery::name))
                .toList();
        return parameter.refused(
                "There is no column and no query “%s”.".formatted(typed),
                Nearest.to(typed, known)
                        .map("Did you mean %s?"::formatted)
                        .orElse("Write table.column, the name of a query, or values with commas between them."));
    }

    private Property counts(ListDefinition.OfColumn column) {
        String with = "with counts";
        String without = "without counts";
        List<Offer> offers = List.of(
                Offer.of(with, with, "viewers see how many rows each value has"), Offer.of(without, without, ""));
        String lead = column.counts() ? " " : "; its values stand ";
        return Property.taken(
                        lead,
                        "counts",
                        column.counts() ? with : without,
                        offers,
                        taken -> to(new ListDefinition.OfColumn(column.column(), taken.equals(with), column.kept())))
                .rareWhen(!column.counts());
    }

    /** What is usually not said of a list. */
    List<Property> rest() {
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
                        offers,
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
        List<Offer> offers = new ArrayList<>(columnOffers());
        offers.add(0, Offer.of(NONE, "no column", ""));
        String now = none ? "no column" : ListColumn.inWords(list.column());
        return Property.taken(
                        "; its list belongs to ",
                        "compared",
                        now,
                        offers,
                        taken -> to(new ListDefinition.Typed(
                                list.typedValues(),
                                taken.equals(NONE) ? ColumnPlace.NONE : column(taken.substring(COLUMN.length())))))
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
                        offers,
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
                        offers,
                        seconds -> to(kept(Duration.ofSeconds(Long.parseLong(seconds)))))
                .rareWhen(list.kept().equals(ListDefinition.USUALLY_KEPT));
    }

    private ListDefinition kept(Duration kept) {
        return list instanceof ListDefinition.OfColumn column
                ? new ListDefinition.OfColumn(column.column(), column.counts(), kept)
                : new ListDefinition.OfQuery(list.queryId(), kept);
    }
}
