package plainsieve.bench;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.statement.PlaceholderBinding;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;
import plainsieve.sources.SourceKind;

/**
 * One query with choices, in three forms.
 *
 * @param written the author's text with parameters
 * @param byHand the best SQL for exactly these choices
 * @param withIdioms a single text for all choices as commonly written: {@code (? is null or x = ?)}
 */
record PlanCase(
        String name,
        String written,
        List<Parameter> parameters,
        Map<String, ChoiceText> choices,
        Bindings byHand,
        Bindings withIdioms) {

    /** A text with its values in order. */
    record Bindings(String text, List<PlaceholderBinding> values) {
        /** The text with its values inlined. */
        String written(SourceKind kind) {
            StringBuilder text = new StringBuilder();
            int from = 0;
            for (PlaceholderBinding placeholderBinding : values) {
                int mark = this.text.indexOf('?', from);
                text.append(this.text, from, mark).append(literal(kind, placeholderBinding));
                from = mark + 1;
            }
            return text.append(this.text, from, this.text.length()).toString();
        }

        private static String literal(SourceKind kind, PlaceholderBinding placeholderBinding) {
            if (placeholderBinding instanceof PlaceholderBinding.Array array) {
                String values = array.values().stream()
                        .map(value -> literal(kind, new PlaceholderBinding.Single(value)))
                        .collect(Collectors.joining(", "));
                return kind == SourceKind.DUCKDB ? "[" + values + "]" : "array[" + values + "]";
            }
            Value value = ((PlaceholderBinding.Single) placeholderBinding).value();
            if (value instanceof Value.Whole whole) {
                return String.valueOf(whole.number());
            }
            if (value instanceof Value.Day day) {
                return (kind == SourceKind.SQLITE ? "" : "date ") + "'" + day.date() + "'";
            }
            return "'" + ((Value.Text) value).text() + "'";
        }
    }

    private static final List<Parameter> PARAMETERS = List.of(
            Parameter.of("port", Type.INTEGER).asMultiple(),
            Parameter.of("ids", Type.INTEGER).asMultiple(),
            Parameter.of("vessel", Type.INTEGER),
            Parameter.of("from", Type.DATE),
            Parameter.of("to", Type.DATE),
            Parameter.of("delay", Type.INTEGER),
            Parameter.of("state", Type.TEXT));

    private static final String ROWS = "select c.crossing_id, c.departed_at, c.delay_min from crossings c";
    private static final String COUNTED = "select c.route_id, count(*) n, avg(c.delay_min) late from crossings c";
    private static final String JOINED =
            "select p.name, c.departed_at, c.passengers from crossings c join ports p on p.port_id = c.port_id";

    private static PlaceholderBinding whole(long number) {
        return new PlaceholderBinding.Single(new Value.Whole(number));
    }

    private static PlaceholderBinding day(String date) {
        return new PlaceholderBinding.Single(new Value.Day(LocalDate.parse(date)));
    }

    private static PlaceholderBinding text(String text) {
        return new PlaceholderBinding.Single(new Value.Text(text));
    }

    private static PlaceholderBinding none(Type type) {
        return new PlaceholderBinding.TypedNull(type);
    }

    /** One select list with every condition that can be chosen, in the two texts that apply to all choices. */
    private record Shape(String what, String select, String group, String written, String idioms) {
        PlanCase chosen(
                String name,
                Map<String, ChoiceText> choices,
                String where,
                List<PlaceholderBinding> values,
                List<PlaceholderBinding> forIdioms) {
            return new PlanCase(
                    what + ", " + name,
                    written,
                    PARAMETERS,
                    choices,
                    new Bindings(select + " where " + where + group, values),
                    new Bindings(idioms, forIdioms));
        }
    }

    private static Shape shape(SourceKind kind, String what, String select, String group) {
        String date = kind == SourceKind.POSTGRESQL ? "cast(? as date)" : "?";
        String number = kind == SourceKind.POSTGRESQL ? "cast(? as integer)" : "?";
        String written = select + " where c.vessel_id = :vessel and c.departed_at >= :from and c.departed_at < :to"
                + " and c.delay_min >= :delay" + group;
        String idioms = select
                + " where (%s is null or c.vessel_id = %s)".formatted(number, number)
                + " and (%s is null or c.departed_at >= %s)".formatted(date, date)
                + " and (%s is null or c.departed_at < %s)".formatted(date, date)
                + " and (%s is null or c.delay_min >= %s)".formatted(number, number)
                + group;
        return new Shape(what, select, group, written, idioms);
    }

    static List<PlanCase> all(SourceKind kind) {
        List<PlanCase> cases = new ArrayList<>();
        cases.addAll(of(shape(kind, "rows", ROWS, "")));
        cases.addAll(of(shape(kind, "groups", COUNTED, " group by c.route_id")));
        cases.addAll(of(shape(kind, "join", JOINED, "")));
        for (int size : new int[] {1, 50, 10_000}) {
            cases.add(many(kind, size));
        }
        cases.addAll(ofPorts(kind, "rows", ROWS, ""));
        cases.addAll(ofPorts(kind, "groups", COUNTED, " group by c.route_id"));
        cases.add(inTheAuthorsText(kind));
        return cases;
    }

    private static List<PlanCase> of(Shape shape) {
        PlaceholderBinding first = day("2026-03-01");
        PlaceholderBinding next = day("2026-03-08");
        Map<String, ChoiceText> week = Map.of("from", ChoiceText.of("2026-03-01"), "to", ChoiceText.of("2026-03-08"));
        Map<String, ChoiceText> all = new HashMap<>(week);
        all.putAll(Map.of("vessel", ChoiceText.of("7"), "delay", ChoiceText.of("15")));
        return List.of(
                shape.chosen(
                        "one vessel",
                        Map.of("vessel", ChoiceText.of("7")),
                        "c.vessel_id = ?",
                        List.of(whole(7)),
                        twice(whole(7), none(Type.DATE), none(Type.DATE), none(Type.INTEGER))),
                shape.chosen(
                        "one week",
                        week,
                        "c.departed_at >= ? and c.departed_at < ?",
                        List.of(first, next),
                        twice(none(Type.INTEGER), first, next, none(Type.INTEGER))),
                shape.chosen(
                        "vessel, week and delay",
                        all,
                        "c.vessel_id = ? and c.departed_at >= ? and c.departed_at < ? and c.delay_min >= ?",
                        List.of(whole(7), first, next, whole(15)),
                        twice(whole(7), first, next, whole(15))),
                shape.chosen(
                        "open end, late",
                        Map.of("from", ChoiceText.of("2026-06-20"), "delay", ChoiceText.of("60")),
                        "c.departed_at >= ? and c.delay_min >= ?",
                        List.of(day("2026-06-20"), whole(60)),
                        twice(none(Type.INTEGER), day("2026-06-20"), none(Type.DATE), whole(60))));
    }

    private static List<PlanCase> ofPorts(SourceKind kind, String what, String select, String group) {
        String date = kind == SourceKind.POSTGRESQL ? "cast(? as date)" : "?";
        String ports = "c.port_id in (?, ?, ?)";
        Shape shape = new Shape(
                what,
                select,
                group,
                select + " where c.port_id in (:port) and c.departed_at >= :from and c.departed_at < :to" + group,
                select + " where " + ports + " and (%s is null or c.departed_at >= %s)".formatted(date, date)
                        + " and (%s is null or c.departed_at < %s)".formatted(date, date) + group);
        List<PlaceholderBinding> three = List.of(whole(1), whole(2), whole(5));
        List<PlaceholderBinding> day = List.of(day("2026-03-01"), day("2026-03-02"));
        ChoiceText chosen = ChoiceText.of(List.of("1", "2", "5"));
        return List.of(
                shape.chosen(
                        "three ports, open end",
                        Map.of("port", chosen, "from", ChoiceText.of("2026-06-20")),
                        ports + " and c.departed_at >= ?",
                        joined(three, List.of(day("2026-06-20"))),
                        joined(three, twice(day("2026-06-20"), none(Type.DATE)))),
                shape.chosen(
                        "three ports, one day",
                        Map.of("port", chosen, "from", ChoiceText.of("2026-03-01"), "to", ChoiceText.of("2026-03-02")),
                        ports + " and c.departed_at >= ? and c.departed_at < ?",
                        joined(three, day),
                        joined(three, twice(day.get(0), day.get(1)))));
    }

    private static List<PlaceholderBinding> joined(List<PlaceholderBinding> some, List<PlaceholderBinding> others) {
        return Stream.concat(some.stream(), others.stream()).toList();
    }

    private static PlanCase inTheAuthorsText(SourceKind kind) {
        String number = kind == SourceKind.POSTGRESQL ? "cast(? as integer)" : "?";
        String state = kind == SourceKind.POSTGRESQL ? "cast(? as text)" : "?";
        return new PlanCase(
                "idiom in the author's own text",
                COUNTED + " where (:vessel is null or c.vessel_id = :vessel) and (:state is null or c.state = :state)"
                        + " group by c.route_id",
                PARAMETERS,
                Map.of("vessel", ChoiceText.of("3"), "state", ChoiceText.of("DIVERTED")),
                new Bindings(
                        COUNTED + " where c.vessel_id = ? and c.state = ? group by c.route_id",
                        List.of(whole(3), text("DIVERTED"))),
                new Bindings(
                        COUNTED
                                + " where (%s is null or c.vessel_id = %s)".formatted(number, number)
                                + " and (%s is null or c.state = %s) group by c.route_id".formatted(state, state),
                        twice(whole(3), text("DIVERTED"))));
    }

    private static PlanCase many(SourceKind kind, int size) {
        List<Long> ids = IntStream.range(0, size).mapToObj(i -> 1L + i * 97L).toList();
        String marks = String.join(", ", Collections.nCopies(size, "?"));
        List<PlaceholderBinding> values = ids.stream().map(PlanCase::whole).toList();
        boolean array = (kind == SourceKind.POSTGRESQL || kind == SourceKind.DUCKDB) && size > 64;
        String inArray = kind == SourceKind.POSTGRESQL ? "= any(?)" : "in (select unnest(?))";
        Bindings byHand = array
                ? new Bindings(
                        ROWS + " where c.crossing_id " + inArray,
                        List.of(new PlaceholderBinding.Array(
                                Type.INTEGER,
                                ids.stream().<Value>map(Value.Whole::new).toList())))
                : new Bindings(ROWS + " where c.crossing_id in (" + marks + ")", values);
        List<PlaceholderBinding> guarded = joined(values.subList(0, 1), values);
        String number = kind == SourceKind.POSTGRESQL ? "cast(? as integer)" : "?";
        return new PlanCase(
                "%,d chosen values".formatted(size),
                ROWS + " where c.crossing_id in (:ids)",
                PARAMETERS,
                Map.of("ids", ChoiceText.of(ids.stream().map(String::valueOf).toList())),
                byHand,
                new Bindings(ROWS + " where (" + number + " is null or c.crossing_id in (" + marks + "))", guarded));
    }

    /** Every value for its guard and for its comparison. */
    private static List<PlaceholderBinding> twice(PlaceholderBinding... values) {
        return Stream.of(values).flatMap(value -> Stream.of(value, value)).toList();
    }
}
