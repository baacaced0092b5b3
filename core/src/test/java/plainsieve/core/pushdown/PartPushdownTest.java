package plainsieve.core.pushdown;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.federation.FederatedQueryText;
import plainsieve.core.federation.FederatedStatement;
import plainsieve.core.federation.SourcePart;
import plainsieve.core.statement.BoundValue;
import plainsieve.core.statement.PlaceholderBinding;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;

/** Sides {@code r} (rows), {@code p} (picked) and {@code q}; columns of the same name have the same type. */
class PartPushdownTest {
    private static final Map<String, Type> COLUMNS = columns();

    private static Map<String, Type> columns() {
        Map<String, Type> columns = new LinkedHashMap<>();
        columns.put("id", Type.INTEGER);
        columns.put("n", Type.INTEGER);
        columns.put("t", Type.TEXT);
        columns.put("d", Type.DATE);
        columns.put("m", Type.DATETIME);
        columns.put("v", Type.DECIMAL);
        columns.put("yes", Type.BOOLEAN);
        return columns;
    }

    private static PartPushdown of(String here) {
        Dialect dialect = Dialects.of("duckdb");
        List<SourcePart> sides = Stream.of("r", "p", "q")
                .map(name -> SourcePart.of(
                        name,
                        new SourcePart.Location("at " + name, dialect),
                        COLUMNS,
                        Set.of(),
                        "select * from " + name))
                .toList();
        String text = FederatedQueryText.of(sides, here).whole();
        return PartPushdown.of(FederatedStatement.of(new Statement(text, List.of(), List.of(), Statement.NO_CAP)));
    }

    /** {@code r.id of p.id}: only rows of r whose id occurs in p are needed. */
    private static List<String> links(String here) {
        return of(here).links().stream()
                .map(link -> "%s.%s of %s.%s".formatted(link.part(), link.column(), link.of(), link.among()))
                .sorted()
                .toList();
    }

    private static List<PartPushdown.PartCondition> tests(String here) {
        return of(here).tests();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "select * from r join p on p.id = r.id",
                "select * from r join p on r.id = p.id and p.n > r.n",
                "select * from r join p on (p.id = r.id)",
                "select r.n, count(*) from r join p on p.id = r.id where p.n > 3 group by r.n limit 5",
                "select * from r a join p on p.id = a.id",
                "select * from r, lateral_less where 1 = 1 union all select * from r join p on p.id = r.id",
                "select * from r join q on true join p on p.id = r.id",
                "select * from r left join q on q.n = r.n and q.t = 'x' join p on p.id = r.id",
                "select * from (select id, n from r where n > 3 order by id) a join (select * from p) b on b.id = a.id",
                "select x.id from (select id as id from r) x join p on p.id = x.id"
            })
    void innerJoinFiltersBothSides(String here) {
        assertThat(links(here)).contains("p.id of r.id").satisfies(links -> assertThat(links)
                .anyMatch(link -> link.equals("r.id of p.id") || here.contains("union all")));
    }

    @Test
    void outerJoinDoesNotFilterTheKeptSide() {
        assertThat(links("select * from r left join p on p.id = r.id")).containsExactly("p.id of r.id");
        assertThat(links("select * from r left join p on p.id = r.id and p.t = r.t"))
                .containsExactly("p.id of r.id", "p.t of r.t");
    }

    @Test
    void semiJoinFilters() {
        assertThat(links("select * from r where exists (select 1 from p where p.id = r.id and p.n > 3)"))
                .containsExactly("p.id of r.id", "r.id of p.id");
        assertThat(links("select * from r where r.id in (select p.id from p)"))
                .containsExactly("p.id of r.id", "r.id of p.id");
        assertThat(
                        links(
                                "select * from r join q on q.n = r.n where q.id in (select distinct p.id from p where p.n = 1)"))
                .contains("q.id of p.id", "p.id of q.id");
    }

    @Test
    void antiJoinDoesNotFilter() {
        assertThat(links("select * from r where not exists (select 1 from p where p.id = r.id)"))
                .containsExactly("p.id of r.id");
        assertThat(links("select * from r where r.id not in (select p.id from p)"))
                .isEmpty();
        assertThat(links("select * from r where not (r.id in (select p.id from p))"))
                .isEmpty();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "select * from r join p on p.id = r.id or p.n = r.n",
                "select * from r join p on not (p.id = r.id)",
                "select * from r join p on p.id <> r.id",
                "select * from r join p on p.id + 0 = r.id",
                "select * from r join p on p.id = coalesce(r.id, 3)",
                "select * from r full join p on p.id = r.id",
                "select * from r right join p on p.id = r.id",
                "select * from r cross join p",
                "select * from r, p where p.id = r.id",
                "select * from r asof join p on p.id = r.id",
                "select * from r natural join p",
                "select * from r join p using (id)",
                "select * from r positional join p",
                "select * from r left anti join p on p.id = r.id",
                "with p as (select 3 as id) select * from r join p on p.id = r.id",
                "select * from r join p on p.v = r.v",
                "select * from r join p on p.m = r.m",
                "select * from r join p on p.yes = r.yes",
                "select * from r join p on p.id = r.t",
                "select * from r join p on p.unknown = r.unknown",
                "select * from r join p as p (id, n) on p.id = r.id",
                "select * from r join p on id = n",
                "select * from r join other.p p on p.id = r.id",
                "select * from (select id from r limit 5) a join (select id from p limit 5) b on b.id = a.id",
                "select * from (select id, count(*) from r group by id) a join (select count(*) as id from p) b on b.id = a.id",
                "select * from (select id, n, row_number() over (order by id) from r) a join (select max(id) as id from p) b on b.id = a.id",
                "select * from (select r.id from q left join r on r.n = q.n) a join (select p.id from q left join p on p.n = q.n) b on b.id = a.id",
                "select * from (select id from r union all select id from r) a join (select id from p union all select id from p) b on b.id = a.id",
                "select * from (select id, sum(n) from r) a join (select id, any_value(n) from p) b on b.id = a.id",
                "select * from r where exists (select 1 from p where p.id = r.id or p.n = 3)",
                "select * from r where exists (select count(*) from p where p.id = r.id group by p.n limit 1)",
                "select * from r where r.n > 3 or exists (select 1 from p where p.id = r.id)",
                "select * from r p where exists (select 1 from p where p.id = p.n)",
                "select * from r where (select max(p.id) from p where p.n = 3) = r.id",
                "select * from r where r.id in (select p.id + 1 from p)",
                "select * from r where r.id in (select p.id from p union select 3)"
            })
    void otherOperatorsDoNotFilter(String here) {
        assertThat(links(here).stream().filter(link -> !link.contains("q."))).isEmpty();
    }

    /** Rows that one reference does not need may be needed by the other. */
    @Test
    void doesNotFilterATableThatIsReadTwice() {
        assertThat(links("select * from r join p on p.id = r.id join p p2 on p2.n = r.n"))
                .containsExactlyInAnyOrder("r.id of p.id", "r.n of p.n");
        assertThat(tests("select * from r where r.n = 3 union all select * from r"))
                .isEmpty();
    }

    @Test
    void pushesConditionsOfOneSide() {
        assertThat(tests("select * from r left join p on p.id = r.id where r.n in (1, 2) and r.t = 'x'"))
                .containsExactly(
                        new PartPushdown.PartCondition(
                                "r",
                                new ColumnConstraint.AllowedSet(
                                        "n", Type.INTEGER, List.of(new Value.Whole(1), new Value.Whole(2)))),
                        new PartPushdown.PartCondition(
                                "r", new ColumnConstraint.AllowedSet("t", Type.TEXT, List.of(new Value.Text("x")))));
        assertThat(tests("select * from (select id, n from r) a where a.n >= 3"))
                .containsExactly(new PartPushdown.PartCondition(
                        "r", new ColumnConstraint.Bound("n", Type.INTEGER, true, new Value.Whole(3), "")));
        assertThat(tests("select * from r where exists (select 1 from p where p.id = r.id and p.n < 9)"))
                .containsExactly(new PartPushdown.PartCondition(
                        "p", new ColumnConstraint.Bound("n", Type.INTEGER, false, new Value.Whole(9), "")));
    }

    /** A source may display fractions rounded and timestamps in another time zone. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            r.v >= 2.5                           | v DECIMAL true 2.49875
            r.v < 3                              | v DECIMAL false 3.0013
            r.v <= 2000                          | v DECIMAL false 2000.201
            r.v > 0                              | v DECIMAL true -0.001
            r.m > '2026-03-01'                   | m DATE true 2026-02-27
            r.m >= timestamp '2026-03-01 23:30'  | m DATE true 2026-02-27
            r.m < '2026-03-01T00:00:00+02:00'    | m DATE false 2026-03-04
            r.m <= date '2026-12-31'             | m DATE false 2027-01-03
            """)
    void widensFractionsAndTimestamps(String condition, String test) {
        assertThat(tests("select * from r where " + condition))
                .extracting(PartPushdown.PartCondition::within)
                .map(ColumnConstraint.Bound.class::cast)
                .extracting(bound -> "%s %s %s %s"
                        .formatted(
                                bound.column(),
                                bound.type(),
                                bound.least(),
                                bound.value().written()))
                .containsExactly(test);
    }

    @Test
    void keepsSqliteTimestampsThatMayBeNumbers() {
        assertThat(ColumnConstraint.isOrderedNearly(Type.DATETIME, Dialects.of("sqlite")))
                .isFalse();
        assertThat(ColumnConstraint.isOrderedNearly(Type.DATETIME, Dialects.of("mariadb")))
                .isTrue();
        assertThat(ColumnConstraint.isOrderedNearly(Type.TEXT, Dialects.of("mariadb")))
                .isFalse();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "select * from r where r.n = 3 or r.n = 4",
                "select * from r where not (r.n = 3)",
                "select * from r where r.n <> 3",
                "select * from r where r.n not in (3, 4)",
                "select * from r where r.t > 'x'",
                "select * from r where r.t like 'x%'",
                "select * from r where r.v = 0.5",
                "select * from r where r.m = '2026-03-01'",
                "select * from r where r.m > '0001-01-01'",
                "select * from r where r.m < '9999-12-31'",
                "select * from r where r.m > now()",
                "select * from r where r.v > r.n",
                "select * from r where r.n + 1 = 3",
                "select * from r where abs(r.n) = 3",
                "select * from r where r.n is null",
                "select * from r where r.n = r.id",
                "select * from r where r.unknown = 3",
                "select * from p left join r on r.id = p.id where r.n = 3",
                "select * from r left join p on p.id = r.id and r.n = 3",
                "select n, count(*) from r group by n having n = 3",
                "select * from (select n from r limit 5) a where a.n = 3",
                "select * from (select n, sum(id) over (order by id) from r) a where a.n = 3",
                "select * from r where case when r.n = 3 then true end"
            })
    void keepsOtherConditions(String here) {
        assertThat(tests(here)).isEmpty();
    }

    @Test
    void pushedConditionNamesItsParameter() {
        assertThat(chosen("select * from r where r.t = ?", "note"))
                .containsExactly(
                        new ColumnConstraint.AllowedSet("t", Type.TEXT, List.of(new Value.Text("note")), "note"));
        assertThat(chosen("select * from r where r.t in (?, 'x')", "note")).hasSize(1);
        assertThat(chosen("select * from r where r.t in (?, ?)", "note", "note"))
                .hasSize(1);
        // The origin of each value would be lost.
        assertThat(chosen("select * from r where r.t in (?, ?)", "note", "other"))
                .isEmpty();
    }

    /** @param names parameters of the placeholders; each has its own name as value */
    private static List<ColumnConstraint> chosen(String here, String... names) {
        SourcePart part = side("r", "harbour", "select * from r");
        FederatedQueryText text = FederatedQueryText.of(List.of(part), here);
        List<BoundValue> values = new ArrayList<>();
        int at = text.localSqlStart();
        for (String name : names) {
            at = text.whole().indexOf('?', at);
            values.add(new BoundValue(name, at++, new PlaceholderBinding.Single(new Value.Text(name))));
        }
        return PartPushdown.of(FederatedStatement.of(new Statement(text.whole(), values, List.of(), Statement.NO_CAP)))
                .tests()
                .stream()
                .map(PartPushdown.PartCondition::within)
                .toList();
    }

    @Test
    void findsValuesThatCouldBeTransferred() {
        List<SourcePart> sides = List.of(
                side("r", "harbour", "select * from r"),
                side("p", "office", "select * from p"),
                side("q", "sea", "request 1\nget /q"),
                side("o", "harbour", "select * from o"));
        String text = FederatedQueryText.of(
                        sides, "select * from r join p on p.id = r.id join q on q.n = r.n join o on o.t = r.t")
                .whole();
        assertThat(KeyTransfer.of(text))
                .containsExactlyInAnyOrder(
                        new KeyTransfer("harbour", "office", Set.of("id")),
                        new KeyTransfer("office", "harbour", Set.of("id")),
                        new KeyTransfer("sea", "harbour", Set.of("n")));
    }

    private static SourcePart side(String name, String source, String text) {
        return SourcePart.of(name, new SourcePart.Location(source, Dialects.of("duckdb")), COLUMNS, Set.of(), text);
    }
}
