package plainsieve.bench;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.statement.Bound;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;
import plainsieve.sources.SourceKind;

/**
 * One query with choices, in three forms.
 *
 * @param written as an author writes it, with parameters
 * @param byHand the best SQL for just these choices
 * @param withIdioms the one text for all choices that people write today: {@code (? is null or x = ?)}
 */
record PlanCase(
        String name,
        String written,
        List<Parameter> parameters,
        Map<String, ChoiceText> choices,
        Bindings byHand,
        Bindings withIdioms) {

    /** A text with its values in order. */
    record Bindings(String text, List<Bound> values) {}

    private static final List<Parameter> PARAMETERS = List.of(
            Parameter.of("port", Type.INTEGER).takingMany(),
            Parameter.of("ids", Type.INTEGER).takingMany(),
            Parameter.of("vessel", Type.INTEGER),
            Parameter.of("from", Type.DATE),
            Parameter.of("to", Type.DATE),
            Parameter.of("delay", Type.INTEGER),
            Parameter.of("state", Type.TEXT));

    private static final String ROWS = "select c.crossing_id, c.departed_at, c.delay_min from crossings c";
    private static final String COUNTED = "select c.route_id, count(*) n, avg(c.delay_min) late from crossings c";
    private static final String JOINED =
            "select p.name, c.departed_at, c.passengers from crossings c join ports p on p.port_id = c.port_id";

    private static Bound whole(long number) {
        return new Bound.Single(new Value.Whole(number));
    }

    private static Bound day(String date) {
        return new Bound.Single(new Value.Day(LocalDate.parse(date)));
    }

    private static Bound text(String text) {
        return new Bound.Single(new Value.Text(text));
    }

    private static Bound none(Type type) {
        return new Bound.Nothing(type);
    }

    static List<PlanCase> all(SourceKind kind) {
        String date = kind == SourceKind.POSTGRESQL ? "cast(? as date)" : "?";
        String number = kind == SourceKind.POSTGRESQL ? "cast(? as integer)" : "?";
        List<PlanCase> cases = new ArrayList<>();
        String optional = "(%s is null or c.%s = %s)";
        String vesselIdiom = optional.formatted(number, "vessel_id", number);
        String delayIdiom = "(%s is null or c.delay_min >= %s)".formatted(number, number);
        String fromIdiom = "(%s is null or c.departed_at >= %s)".formatted(date, date);
        String toIdiom = "(%s is null or c.departed_at < %s)".formatted(date, date);
        for (String select : List.of(ROWS, COUNTED, JOINED)) {
            String group = select.equals(COUNTED) ? " group by c.route_id" : "";
            String what = select.equals(ROWS) ? "rows" : select.equals(COUNTED) ? "groups" : "join";
            String written = select + " where c.vessel_id = :vessel and c.departed_at >= :from and c.departed_at < :to"
                    + " and c.delay_min >= :delay" + group;
            String idioms = select + " where " + vesselIdiom + " and " + fromIdiom + " and " + toIdiom + " and "
                    + delayIdiom + group;
            cases.add(new PlanCase(
                    what + ", one vessel",
                    written,
                    PARAMETERS,
                    Map.of("vessel", ChoiceText.of("7")),
                    new Bindings(select + " where c.vessel_id = ?" + group, List.of(whole(7))),
                    new Bindings(idioms, twice(whole(7), none(Type.DATE), none(Type.DATE), none(Type.INTEGER)))));
            cases.add(new PlanCase(
                    what + ", one week",
                    written,
                    PARAMETERS,
                    Map.of("from", ChoiceText.of("2026-03-01"), "to", ChoiceText.of("2026-03-08")),
                    new Bindings(
                            select + " where c.departed_at >= ? and c.departed_at < ?" + group,
                            List.of(day("2026-03-01"), day("2026-03-08"))),
                    new Bindings(
                            idioms,
                            twice(none(Type.INTEGER), day("2026-03-01"), day("2026-03-08"), none(Type.INTEGER)))));
            cases.add(new PlanCase(
                    what + ", vessel, week and delay",
                    written,
                    PARAMETERS,
                    Map.of(
                            "vessel", ChoiceText.of("7"),
                            "from", ChoiceText.of("2026-03-01"),
                            "to", ChoiceText.of("2026-03-08"),
                            "delay", ChoiceText.of("15")),
                    new Bindings(
                            select
                                    + " where c.vessel_id = ? and c.departed_at >= ? and c.departed_at < ? and c.delay_min >= ?"
                                    + group,
                            List.of(whole(7), day("2026-03-01"), day("2026-03-08"), whole(15))),
                    new Bindings(idioms, twice(whole(7), day("2026-03-01"), day("2026-03-08"), whole(15)))));
            cases.add(new PlanCase(
                    what + ", open end, late",
                    written,
                    PARAMETERS,
                    Map.of("from", ChoiceText.of("2026-06-20"), "delay", ChoiceText.of("60")),
                    new Bindings(
                            select + " where c.departed_at >= ? and c.delay_min >= ?" + group,
                            List.of(day("2026-06-20"), whole(60))),
                    new Bindings(idioms, twice(none(Type.INTEGER), day("2026-06-20"), none(Type.DATE), whole(60)))));
        }
        for (int size : new int[] {1, 50, 10_000}) {
            cases.add(many(kind, size));
        }
        String state = kind == SourceKind.POSTGRESQL ? "cast(? as text)" : "?";
        cases.add(new PlanCase(
                "idiom in the author's own text",
                COUNTED + " where (:vessel is null or c.vessel_id = :vessel) and (:state is null or c.state = :state)"
                        + " group by c.route_id",
                PARAMETERS,
                Map.of("vessel", ChoiceText.of("3"), "state", ChoiceText.of("DIVERTED")),
                new Bindings(
                        COUNTED + " where c.vessel_id = ? and c.state = ? group by c.route_id",
                        List.of(whole(3), text("DIVERTED"))),
                new Bindings(
                        COUNTED + " where " + vesselIdiom + " and " + optional.formatted(state, "state", state)
                                + " group by c.route_id",
                        twice(whole(3), text("DIVERTED")))));
        return cases;
    }

    private static PlanCase many(SourceKind kind, int size) {
        List<Long> ids = IntStream.range(0, size).mapToObj(i -> 1L + i * 97L).toList();
        String marks = String.join(", ", Collections.nCopies(size, "?"));
        List<Bound> values = ids.stream().map(PlanCase::whole).toList();
        boolean array = kind == SourceKind.POSTGRESQL && size > 64;
        Bindings byHand = array
                ? new Bindings(
                        ROWS + " where c.crossing_id = any(?)",
                        List.of(new Bound.Array(
                                Type.INTEGER,
                                ids.stream().<Value>map(Value.Whole::new).toList())))
                : new Bindings(ROWS + " where c.crossing_id in (" + marks + ")", values);
        List<Bound> guarded =
                Stream.concat(values.stream().limit(1), values.stream()).toList();
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
    private static List<Bound> twice(Bound... values) {
        return Stream.of(values).flatMap(value -> Stream.of(value, value)).toList();
    }
}
