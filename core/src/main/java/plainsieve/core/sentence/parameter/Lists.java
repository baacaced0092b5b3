package plainsieve.core.sentence.parameter;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import plainsieve.core.parameter.ColumnPlace;
import plainsieve.core.parameter.ListDefinition;
import plainsieve.core.parameter.ListedValue;
import plainsieve.core.parameter.ParameterDefinition;
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
    private static final int MOST_NAMED = 3;
    /** Of the columns of a large database; the others are typed. */
    private static final int MOST_OFFERED = 300;

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
        List<Offer> offers = new ArrayList<>(columnOffers(around));
        around.queries()
                .forEach(query ->
                        offers.add(Offer.of(QUERY + query.id(), "the query " + query.name(), "its first column")));
        offers.add(0, Offer.of(ANY, anyValue(), "viewers write it"));
        offers.add(1, Offer.of(TYPED, "values typed here", "or pasted, one on each line"));
        return offers;
    }

    static List<Offer> columnOffers(Surroundings around) {
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
                        : to(ofColumn(column(around, taken)));
        };
    }

    private Switched to(ListDefinition changed) {
        return new Switching(parameter).toList(changed);
    }

    static ColumnPlace column(Surroundings around, String offerId) {
        String id = offerId.substring(COLUMN.length());
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
                        () -> offers,
                        taken -> to(new ListDefinition.OfColumn(column.column(), taken.equals(with), column.kept())))
                .rareWhen(!column.counts());
    }
}
