package plainsieve.sources.differential;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SplittableRandom;
import java.util.function.Supplier;
import plainsieve.core.parameter.BlankRule;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.parameter.ValueCoverage;
import plainsieve.core.value.Type;

/** Generates a random case: a query, choices, and possibly a filter on its result. */
final class CaseMaker {
    static final List<Parameter> PARAMETERS = List.of(
            Parameter.of("p_port", Type.TEXT).asMultiple(),
            Parameter.of("p_ids", Type.INTEGER).asMultiple(),
            Parameter.of("p_days", Type.DATE).asMultiple(),
            Parameter.of("p_amounts", Type.DECIMAL).asMultiple(),
            Parameter.of("p_one", Type.TEXT),
            Parameter.of("p_word", Type.TEXT),
            Parameter.of("p_delay", Type.INTEGER),
            Parameter.of("p_low", Type.INTEGER),
            Parameter.of("p_high", Type.INTEGER),
            Parameter.of("p_moment", Type.DATETIME),
            Parameter.of("p_n", Type.INTEGER),
            Parameter.of("p_m", Type.INTEGER),
            Parameter.of("p_port_or_none", Type.TEXT).withBlankRule(BlankRule.ROWS_WITHOUT_VALUE),
            Parameter.of("p_months", Type.DATE).asMultiple().covering(ValueCoverage.MONTH),
            Parameter.of("p_month", Type.DATE).covering(ValueCoverage.MONTH),
            Parameter.of("p_part", Type.TEXT).covering(ValueCoverage.CONTAINING),
            Parameter.of("added_port", Type.TEXT).asMultiple(),
            Parameter.of("added_delay", Type.INTEGER));

    private static final List<String> MONTHS = List.of("2024-02", "2026-03", "2026-02", "1001-01", "1969-12");

    private final SplittableRandom random;
    private final String kind;

    CaseMaker(long seed, String kind) {
        this.random = new SplittableRandom(seed);
        this.kind = kind;
    }

    Case make() {
        return new Case(
                kind,
                rel(),
                choices(),
                Optional.ofNullable(random.nextInt(3) == 0 ? added() : null),
                random.nextInt(5) == 0);
    }

    private Case.Added added() {
        return random.nextBoolean() ? Case.Added.PORT : Case.Added.DELAY;
    }

    private boolean oneIn(int n) {
        return random.nextInt(n) == 0;
    }

    private <V> V pick(List<V> values) {
        return values.get(random.nextInt(values.size()));
    }

    private Map<String, ChoiceText> choices() {
        Map<String, ChoiceText> choices = new LinkedHashMap<>();
        choices.put("p_port", many(Data.PORTS, true));
        choices.put("p_ids", ids());
        choices.put("p_days", many(Data.DAYS.stream().map(Object::toString).toList(), true));
        choices.put(
                "p_amounts", many(Data.AMOUNTS.stream().map(Object::toString).toList(), false));
        choices.put("p_one", one(Data.PORTS));
        choices.put("p_word", one(Data.WORDS));
        choices.put("p_delay", one(List.of("0", "5", "15", "2147483647")));
        choices.put("p_low", one(List.of("0", "5", "-3")));
        choices.put("p_high", one(List.of("15", "60", "0")));
        choices.put("p_moment", one(Data.MOMENTS.stream().map(Object::toString).toList()));
        choices.put("p_n", one(List.of("0", "1", "7", "1000")));
        choices.put("p_m", one(List.of("0", "3", "100")));
        choices.put("p_port_or_none", one(Data.PORTS));
        choices.put("p_months", many(MONTHS, true));
        choices.put("p_month", one(MONTHS));
        choices.put("p_part", one(Data.WORDS));
        choices.put("added_port", many(Data.PORTS, true));
        choices.put("added_delay", ChoiceText.of(pick(List.of("0", "2", "15"))));
        return choices;
    }

    private ChoiceText one(List<String> values) {
        return oneIn(3) ? ChoiceText.blank() : ChoiceText.of(pick(values));
    }

    private ChoiceText many(List<String> values, boolean mayBeWithout) {
        List<String> chosen = new ArrayList<>();
        for (int i = random.nextInt(5); i > 0; i--) {
            String value = pick(values);
            if (!chosen.contains(value)) {
                chosen.add(value);
            }
        }
        boolean without = mayBeWithout && oneIn(5);
        return chosen.isEmpty() && !without
                ? ChoiceText.blank()
                : new ChoiceText(ChoiceText.Kind.VALUES, chosen, without);
    }

    private ChoiceText ids() {
        List<String> chosen = new ArrayList<>();
        for (int i = oneIn(3) ? random.nextInt(65, 200) : random.nextInt(4); i > 0; i--) {
            chosen.add(Integer.toString(1 + (i * 7) % 211));
        }
        return ChoiceText.of(chosen);
    }

    private Rel rel() {
        return switch (random.nextInt(10)) {
            case 0, 1 -> new Rel.Plain(where());
            case 2, 3 ->
                new Rel.Join(
                        random.nextBoolean(), maybe(() -> cond(1, this::onLeaf)), maybe(() -> cond(2, this::joinLeaf)));
            case 4 -> new Rel.Group(where(), maybe(() -> cond(1, this::groupLeaf)));
            case 5 -> new Rel.Around(random.nextBoolean(), inner(), maybe(() -> cond(2, this::aroundLeaf)));
            case 6 ->
                new Rel.SetOperation(
                        pick(List.of("union all", "union", "intersect", "except")),
                        new Rel.Plain(where()),
                        new Rel.Plain(where()));
            case 7 -> new Rel.Numbered(random.nextBoolean(), where());
            case 8 ->
                new Rel.Limited(
                        oneIn(2)
                                ? new Rel.Plain(where())
                                : new Rel.Around(oneIn(2), new Rel.Plain(where()), Optional.empty()));
            default -> new Rel.Plain(Optional.of(cond(3, this::leaf)));
        };
    }

    private Rel inner() {
        return switch (random.nextInt(4)) {
            case 0 -> new Rel.Numbered(random.nextBoolean(), where());
            case 1 ->
                new Rel.SetOperation(
                        pick(List.of("union all", "except")), new Rel.Plain(where()), new Rel.Plain(where()));
            case 2 -> new Rel.Limited(new Rel.Plain(where()));
            default -> new Rel.Plain(where());
        };
    }

    private <V> Optional<V> maybe(Supplier<V> make) {
        return oneIn(4) ? Optional.empty() : Optional.of(make.get());
    }

    private Optional<Cond> where() {
        return maybe(() -> cond(2, this::leaf));
    }

    private Cond cond(int depth, Supplier<Cond> leaf) {
        if (depth == 0 || oneIn(3)) {
            return leaf.get();
        }
        if (oneIn(5)) {
            return new Cond.Not(new Cond.Joined(false, List.of(cond(depth - 1, leaf))));
        }
        List<Cond> items = new ArrayList<>();
        for (int i = random.nextInt(2, 4); i > 0; i--) {
            items.add(cond(depth - 1, leaf));
        }
        return new Cond.Joined(random.nextBoolean(), items);
    }

    private Cond joinLeaf() {
        return switch (random.nextInt(4)) {
            case 0 -> Cond.one("s.n", ">=", "p_delay", "s.n >= :p_delay");
            case 1 -> Cond.fixed("s.kind = 'car'", row -> Cond.compared(row.get("s.kind"), "car", "="));
            case 2 -> Cond.fixed("s.sid is null", row -> Cond.Truth.of(row.get("s.sid") == null));
            default -> leaf();
        };
    }

    /** DuckDB accepts no subquery in the ON of an outer join. */
    private Cond onLeaf() {
        Cond leaf = joinLeaf();
        return leaf instanceof Cond.Exists ? onLeaf() : leaf;
    }

    private Cond groupLeaf() {
        return switch (random.nextInt(3)) {
            case 0 -> Cond.one("count(*)", ">", "p_low", "count(*) > :p_low");
            case 1 -> Cond.between("sum(t.delay)", "p_low", "p_high", false, "sum(t.delay) between :p_low and :p_high");
            default -> Cond.fixed("count(*) > 1", row -> Cond.compared(row.get("count(*)"), "1", ">"));
        };
    }

    private Cond aroundLeaf() {
        return switch (random.nextInt(4)) {
            case 0 -> Cond.many("d.port", "p_port", false, Optional.empty(), "d.port in (:p_port)");
            case 1 -> Cond.one("d.delay", "<", "p_high", "d.delay < :p_high");
            case 2 -> Cond.many("d.id", "p_ids", true, Optional.empty(), "d.id not in (:p_ids)");
            default -> Cond.fixed("d.id > 10", row -> Cond.compared(row.get("d.id"), "10", ">"));
        };
    }

    private Cond leaf() {
        String like =
                kind.equals("mariadb") ? "t.note like concat('%', :p_word, '%')" : "t.note like '%' || :p_word || '%'";
        return switch (random.nextInt(33)) {
            case 0 -> Cond.many("t.port", "p_port", false, Optional.empty(), "t.port = :p_port");
            case 1 -> Cond.many("t.port", "p_port", false, Optional.empty(), "t.port in (:p_port)");
            case 2 -> Cond.many("t.port", "p_port", true, Optional.empty(), "t.port not in (:p_port)");
            case 3 -> Cond.many("t.port", "p_port", true, Optional.empty(), "t.port <> :p_port");
            case 4 -> Cond.many("t.port", "p_port", false, Optional.of("Ardlow"), "t.port in ('Ardlow', :p_port)");
            case 5 -> Cond.many("t.id", "p_ids", false, Optional.empty(), "t.id in (:p_ids)");
            case 6 -> Cond.many("t.id", "p_ids", true, Optional.empty(), "t.id not in (:p_ids)");
            case 7 -> Cond.many("t.day", "p_days", false, Optional.empty(), "t.day = :p_days");
            case 8 -> Cond.many("t.amount", "p_amounts", false, Optional.empty(), "t.amount in (:p_amounts)");
            case 9 -> Cond.one("t.port", "=", "p_one", "t.port = :p_one");
            case 10 -> Cond.one("t.port", "=", "p_one", ":p_one = t.port");
            case 11 -> Cond.one("t.port", "<>", "p_one", "t.port != :p_one");
            case 12 -> Cond.one("t.delay", ">=", "p_delay", "t.delay >= :p_delay -- why not\n");
            case 13 -> Cond.one("t.delay", "<", "p_delay", "t.delay < :p_delay /* note: ? */");
            case 14 -> Cond.one("t.moment", "<=", "p_moment", "t.moment <= :p_moment");
            case 15 -> Cond.between("t.delay", "p_low", "p_high", false, "t.delay between :p_low and :p_high");
            case 16 -> Cond.between("t.delay", "p_low", "p_high", true, "t.delay not between :p_low and :p_high");
            case 17 -> Cond.orWithout("t.port", "p_port_or_none", false, "t.port = :p_port_or_none");
            case 18 -> Cond.contains("t.note", "p_word", like);
            case 19 -> Cond.one("t.port", "=", "p_one", "(:p_one is null or t.port = :p_one)");
            case 20 -> Cond.fixed("t.delay > 5", row -> Cond.compared(row.get("t.delay"), "5", ">"));
            default -> rareLeaf();
        };
    }

    private Cond rareLeaf() {
        return switch (random.nextInt(11)) {
            case 0 -> Cond.one("t.delay", "=", "p_delay", "t.delay = coalesce(:p_delay, t.delay)");
            case 1 ->
                Cond.one(
                        "t.port",
                        "=",
                        "p_one",
                        "case when :p_one is null then 1 when t.port = :p_one then 1 else 0 end = 1");
            case 2 -> Cond.many("t.port", "p_port", true, Optional.of("Ardlow"), "t.port not in ('Ardlow', :p_port)");
            case 3 ->
                new Cond.Exists(
                        random.nextBoolean(), "t.id", maybe(() -> Cond.one("s.n", ">", "p_low", "s.n > :p_low")));
            case 4 -> Cond.months("t.moment", "p_months", false, "t.moment in (:p_months)");
            case 5 -> Cond.months("t.day", "p_months", true, "t.day <> :p_months");
            case 6 -> Cond.months("t.moment", "p_month", false, "t.moment = :p_month");
            case 7 -> Cond.afterMonth("t.moment", "p_month", false, "t.moment <= :p_month");
            case 8 -> Cond.afterMonth("t.day", "p_month", true, "t.day > :p_month");
            case 9 ->
                Cond.afterMonth(
                        "t.moment",
                        "p_month",
                        false,
                        "t.moment between %s'1000-01-01' and :p_month".formatted(kind.equals("trino") ? "date " : ""));
            default -> Cond.contains("t.note", "p_part", "t.note = :p_part");
        };
    }
}
