package plainsieve.core.sentence.parameter;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import plainsieve.core.parameter.ColumnReference;
import plainsieve.core.parameter.ConvertedParameter;
import plainsieve.core.parameter.ListDefinition;
import plainsieve.core.parameter.ListedValue;
import plainsieve.core.parameter.ParameterConversion;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.sentence.MarkOption;
import plainsieve.core.sentence.Sentence;
import plainsieve.core.value.NearestName;
import plainsieve.core.value.ProblemException;

/** The origin of a parameter's values in its sentence. */
final class ListProperties {
    private static final String ANY = "/any";
    private static final String TYPED = "/typed";
    private static final String COLUMN = "/column/";
    private static final String QUERY = "/query/";
    private static final int MOST_NAMED = 3;
    /** Of the columns of a large database; the others are typed. */
    private static final int MOST_OFFERED = 300;

    private final ParameterDefinition parameter;
    private final ListDefinition list;
    private final ParameterContext around;

    ListProperties(ParameterDefinition parameter, ParameterContext around) {
        this.parameter = parameter;
        this.list = parameter.list();
        this.around = around;
    }

    /** The origin of the values, followed by the typed ones. */
    List<ParameterProperty> values() {
        List<ParameterProperty> values = new ArrayList<>();
        boolean rare = !list.exists() && !isUsual();
        String lead = list.exists() ? " from " : rare ? "; values: " : ", ";
        values.add(new ParameterProperty(
                lead,
                ParameterProperty.mark(
                        "list", list.accept(new InWords()), Sentence.EditKind.EITHER, list.accept(new AsTyped())),
                follows(),
                rare,
                this::offers,
                this::withSource));
        if (list instanceof ListDefinition.Typed typed) {
            List<ListedValue> now = typed.typedValues();
            Sentence.Mark mark =
                    ParameterProperty.mark("values", someOf(now), Sentence.EditKind.LINES, TypedListText.write(now));
            values.add(new ParameterProperty(
                    ": ",
                    mark,
                    "",
                    false,
                    List::of,
                    lines -> withList(new ListDefinition.Typed(TypedListText.read(lines), typed.column()))));
        }
        if (list instanceof ListDefinition.FromColumn column) {
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
                .filter(name -> list instanceof ListDefinition.FromQuery && !name.equals(parameter.name()))
                .map(":"::concat)
                .collect(Collectors.joining(" "));
        return names.isEmpty() ? "" : ", depending on " + names;
    }

    private static String typedBack(ListedValue value) {
        return TypedListText.item(value);
    }

    private static String someOf(List<ListedValue> values) {
        if (values.isEmpty()) {
            return "none";
        }
        String some =
                values.stream().limit(MOST_NAMED).map(ListProperties::typedBack).collect(Collectors.joining(", "));
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
            return "typed values";
        }

        @Override
        public String ofColumn(ListDefinition.FromColumn column) {
            return ListColumn.inWords(column.column());
        }

        @Override
        public String ofQuery(ListDefinition.FromQuery query) {
            return "the query " + around.queryName(query.queryId());
        }
    }

    /** The initial text when editing a list. */
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
        public String ofColumn(ListDefinition.FromColumn column) {
            return ListColumn.inWords(column.column());
        }

        @Override
        public String ofQuery(ListDefinition.FromQuery query) {
            return around.queryName(query.queryId());
        }
    }

    private List<MarkOption> offers() {
        List<MarkOption> offers = new ArrayList<>(columnOffers(around));
        around.queries()
                .forEach(query ->
                        offers.add(MarkOption.of(QUERY + query.id(), "the query " + query.name(), "its first column")));
        offers.add(0, MarkOption.of(ANY, anyValue(), "viewers type it"));
        offers.add(1, MarkOption.of(TYPED, "typed values", "or pasted, one on each line"));
        return offers;
    }

    static List<MarkOption> columnOffers(ParameterContext around) {
        return around.columns().stream()
                .limit(MOST_OFFERED)
                .map(column -> MarkOption.of(COLUMN + column.id(), ListColumn.inWords(column.place()), column.note()))
                .toList();
    }

    private ConvertedParameter withSource(String taken) {
        if (!taken.startsWith("/")) {
            return withList(named(taken.strip()));
        }
        MarkOption.select(offers(), taken);
        return switch (taken) {
            case ANY -> withList(new ListDefinition.Any());
            case TYPED -> withList(new ListDefinition.Typed(list.typedValues(), list.column()));
            default ->
                taken.startsWith(QUERY)
                        ? withList(new ListDefinition.FromQuery(taken.substring(QUERY.length()), list.cacheTime()))
                        : withList(ofColumn(column(around, taken)));
        };
    }

    private ConvertedParameter withList(ListDefinition changed) {
        return new ParameterConversion(parameter).toList(changed);
    }

    static ColumnReference column(ParameterContext around, String offerId) {
        String id = offerId.substring(COLUMN.length());
        return around.columns().stream()
                .filter(column -> column.id().equals(id))
                .findFirst()
                .orElseThrow()
                .place();
    }

    private ListDefinition ofColumn(ColumnReference place) {
        boolean counted = list instanceof ListDefinition.FromColumn column && column.counts();
        return new ListDefinition.FromColumn(place, counted, list.cacheTime());
    }

    /** Parses typed text: a column, a query, or values separated by commas. */
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
                .map(found -> new ListDefinition.FromQuery(found.id(), list.cacheTime()));
        Optional<ListDefinition> values = typed.contains(",")
                ? Optional.of(new ListDefinition.Typed(
                        TypedListText.read(typed.replaceAll("\\s*,\\s*", "\n")), ColumnReference.NONE))
                : Optional.empty();
        return column.or(() -> query).or(() -> values).orElseThrow(() -> unknown(typed));
    }

    private ProblemException unknown(String typed) {
        List<String> known = Stream.concat(
                        around.columns().stream().map(column -> ListColumn.inWords(column.place())),
                        around.queries().stream().map(ParameterContext.NamedQuery::name))
                .toList();
        return parameter.invalid(
                "No column or query is named “%s”.".formatted(typed),
                NearestName.of(typed, known)
                        .map("Did you mean %s?"::formatted)
                        .orElse("Write table.column, a query name, or values separated by commas."));
    }

    private ParameterProperty counts(ListDefinition.FromColumn column) {
        String with = "with counts";
        String without = "without counts";
        List<MarkOption> offers = List.of(
                MarkOption.of(with, with, "viewers see how many rows each value has"),
                MarkOption.of(without, without, ""));
        String lead = column.counts() ? " " : "; list ";
        return ParameterProperty.selectable(
                        lead,
                        "counts",
                        column.counts() ? with : without,
                        () -> offers,
                        taken -> withList(
                                new ListDefinition.FromColumn(column.column(), taken.equals(with), column.cacheTime())))
                .rareWhen(!column.counts());
    }
}
