package plainsieve.core.rewrite;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.parameter.Choice;
import plainsieve.core.parameter.Choices;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.rewrite.filter.AddedFilter;
import plainsieve.core.rewrite.filter.FilterPlacement;
import plainsieve.core.statement.Placement;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;

class AddedFilterTest {
    private static final Parameter F = Parameter.of("f", Type.INTEGER).asMultiple();

    private static PreparedQuery filtered(String dialect, String query, String column) {
        return PreparedQuery.of(query, Dialects.of(dialect)).with(List.of(AddedFilter.anyOf(column, "f")));
    }

    private static String text(PreparedQuery query) {
        Choices choices = new Choices(
                Map.of("f", F), Map.of("f", new Choice.Many(List.of(new Value.Whole(1), new Value.Whole(2)), false)));
        return query.rewrite(choices, ResultShape.allRows(), Statement.NO_CAP).text();
    }

    private static String text(String query, String column) {
        return text(filtered("postgresql", query, column));
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '`', textBlock = """
            select x from t                                  ; select x from t where x in (?, ?)
            select t.x from t                                ; select t.x from t where t.x in (?, ?)
            select a.y as x from t a                         ; select a.y as x from t a where a.y in (?, ?)
            select y x from t order by y                     ; select y x from t where y in (?, ?) order by y
            select y + 1 as x from t                         ; select y + 1 as x from t where (y + 1) in (?, ?)
            select abs(y) x from t                           ; select abs(y) x from t where abs(y) in (?, ?)
            select case when y then 1 end x from t           ; select case when y then 1 end x from t where (case when y then 1 end) in (?, ?)
            select x from t where a = 1                      ; select x from t where a = 1 and x in (?, ?)
            select x from t where a = 1 or b = 2             ; select x from t where (a = 1 or b = 2) and x in (?, ?)
            select x from t where a -- why                   ; select x from t where a and x in (?, ?) -- why
            select * from t                                  ; select * from t where "x" in (?, ?)
            select t.*, 1 as one from t join s on true       ; select t.*, 1 as one from t join s on true where t."x" in (?, ?)
            select distinct x from t                         ; select distinct x from t where x in (?, ?)
            select x from a left join t using (id)           ; select x from a left join t using (id) where x in (?, ?)
            """)
    void goesIntoTheWhereClause(String query, String statement) {
        assertThat(text(query, "x")).isEqualTo(statement);
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '`', textBlock = """
            select x, count(*) n from t group by x           ; x ; select x, count(*) n from t where x in (?, ?) group by x
            select y as x, count(*) from t group by 1        ; x ; select y as x, count(*) from t where y in (?, ?) group by 1
            select y as x, count(*) from t group by x        ; x ; select y as x, count(*) from t where y in (?, ?) group by x
            select x, count(*) n from t group by x           ; n ; select x, count(*) n from t group by x having count(*) in (?, ?)
            select x, sum(y) n from t group by x having x > 1 or true ; n ; select x, sum(y) n from t group by x having (x > 1 or true) and sum(y) in (?, ?)
            select count(*) n, max(d) from t                 ; n ; select count(*) n, max(d) from t having count(*) in (?, ?)
            select 1 as x, count(*) from t                   ; x ; select 1 as x, count(*) from t having 1 in (?, ?)
            select sum(y) filter (where z) n from t          ; n ; select sum(y) filter (where z) n from t having (sum(y) filter (where z)) in (?, ?)
            select x, y, count(*) from t group by grouping sets ((x, y), (x)) ; x ; select x, y, count(*) from t where x in (?, ?) group by grouping sets ((x, y), (x))
            select x, y from t group by x, rollup(y)         ; x ; select x, y from t where x in (?, ?) group by x, rollup(y)
            """)
    void goesBeforeOrAfterGrouping(String query, String column, String statement) {
        assertThat(text(query, column)).isEqualTo(statement);
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '`', textBlock = """
            select x from (select x, y from t) d             ; select x from (select x, y from t where x in (?, ?)) d
            select * from (select y as x from t) d           ; select * from (select y as x from t where y in (?, ?)) d
            select d.b as x from (select y from t) d (b)     ; select d.b as x from (select y from t where y in (?, ?)) d (b)
            with c as (select x from t) select x from c      ; with c as (select x from t where x in (?, ?)) select x from c
            with c (b) as (select y from t) select b x from c where b > 0 ; with c (b) as (select y from t where y in (?, ?)) select b x from c where b > 0
            select x from a join (select x, id from t) d on d.id = a.id ; select x from a join (select x, id from t) d on d.id = a.id where x in (?, ?)
            select d.x from a join (select x, id from t) d on d.id = a.id ; select d.x from a join (select x, id from t where x in (?, ?)) d on d.id = a.id
            select 1 as x                                         ; select 1 as x where 1 in (?, ?)
            select d.x from (select 'A' as x, y from t) d         ; select d.x from (select 'A' as x, y from t where 'A' in (?, ?)) d
            select x, row_number() over (partition by x order by y) from t ; select x, row_number() over (partition by x order by y) from t where x in (?, ?)
            select x, sum(y) over w from t window w as (partition by z, x) ; select x, sum(y) over w from t where x in (?, ?) window w as (partition by z, x)
            """)
    void goesAsFarInsideAsProvenSafe(String query, String statement) {
        assertThat(text(query, "x")).isEqualTo(statement);
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '`', textBlock = """
            select d.x from a left join (select x, id from t) d on d.id = a.id  ; outer join
            select d.x from (select x from t) d right join a on true            ; outer join
            select d.x from (select x from t) d full join a on true             ; outer join
            select x from (select x from t limit 5) d                           ; row limit
            select x from (select distinct on (y) x from t) d                   ; DISTINCT ON
            with c as (select x from t) select c.x from c, c as other           ; more than one place
            with recursive c as (select x from t union all select x from c) select x from c ; more than one place
            select x from (select x, lag(y) over (order by z) from t) d         ; window
            """)
    void staysOutsideWithAReason(String query, String reason) {
        PreparedQuery filtered = filtered("postgresql", query, "x");
        assertThat(text(filtered)).startsWith(query).containsPattern(" where (d\\.|c\\.)?x in \\(\\?, \\?\\)$");
        assertThat(filtered.filterPlacements().get(0).reason()).contains(reason);
        assertThat(filtered.filterPlacements().get(0).where()).isEqualTo(FilterPlacement.Where.WHERE);
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '`', textBlock = """
            select x from t limit 10                              ; row limit
            select x from t offset 3                              ; row limit
            select x from t union all select x from s limit 10    ; row limit
            select distinct on (y) x from t                       ; DISTINCT ON
            select row_number() over (order by y) as x from t     ; window
            select x, sum(y) over () from t                       ; window
            select unnest(xs) as x from t                         ; several rows
            select random() as x from t                           ; volatile function
            values (1), (2)                                       ; reads no table
            select x, count(*) from t group by rollup(x)          ; grouping sets
            select x, y from t group by grouping sets ((x), (y))  ; grouping sets
            select * from a union all select * from b             ; star
            """)
    void wrapsTheQueryWithAReason(String query, String reason) {
        PreparedQuery filtered = filtered("postgresql", query, "x");
        assertThat(text(filtered)).isEqualTo("select * from (\n" + query + "\n) as matching\nwhere \"x\" in (?, ?)");
        assertThat(filtered.filterPlacements().get(0).reason()).contains(reason);
        assertThat(filtered.filterPlacements().get(0).where()).isEqualTo(FilterPlacement.Where.AROUND);
    }

    @Test
    void repeatsTheOrderWhenWrapping() {
        assertThat(text("select X, y from t order by y desc nulls last, 1 limit 9", "x"))
                .isEqualTo("""
                        select * from (
                        select X, y from t order by y desc nulls last, 1 limit 9
                        ) as matching
                        where "x" in (?, ?)
                        order by "y" desc nulls last, 1""");
    }

    @Test
    void combinesMultipleFilters() {
        PreparedQuery both = PreparedQuery.of("select x, count(*) n from t group by x", Dialects.of("postgresql"))
                .with(List.of(
                        AddedFilter.anyOf("x", "f"),
                        AddedFilter.compared("n", AddedFilter.Comparison.GREATER, "g"),
                        AddedFilter.withValue("x")));
        Parameter g = Parameter.of("g", Type.INTEGER);
        Choices choices = new Choices(
                Map.of("f", F, "g", g),
                Map.of(
                        "f", new Choice.Many(List.of(new Value.Whole(1)), true),
                        "g", new Choice.One(new Value.Whole(5))));
        assertThat(both.rewrite(choices, ResultShape.allRows(), 10).text())
                .isEqualTo("select x, count(*) n from t where (x in (?) or x is null) and x is not null group by x"
                        + " having count(*) > ?\nlimit ?");
        assertThat(both.filterPlacements()).hasSize(3);
    }

    @Test
    void writesTheClauseBelowFrom() {
        assertThat(text("select x\n  from t\n order by x", "x"))
                .isEqualTo("select x\n  from t\n  where x in (?, ?)\n order by x");
    }

    @Test
    void suggestsTheNearestColumn() {
        assertThatThrownBy(() -> text("select port, vessel from t", "prot"))
                .hasMessage("The query returns no column “prot”. Did you mean “port”?");
    }

    @Test
    void reportsPositionsInTheAuthorText() {
        Parameter y = Parameter.of("y", Type.INTEGER);
        String query = "select x from (select x from t) d where d.x > :y or true";
        PreparedQuery filtered = filtered("postgresql", query, "x");
        Choices choices = new Choices(
                Map.of("f", F, "y", y),
                Map.of(
                        "f", new Choice.Many(List.of(new Value.Whole(1)), false),
                        "y", new Choice.One(new Value.Whole(5))));
        List<Placement> placements = filtered.rewrite(choices, ResultShape.allRows(), Statement.NO_CAP)
                .placements();
        Placement own = placements.stream()
                .filter(placement -> placement.parameter().equals("y"))
                .findFirst()
                .orElseThrow();
        assertThat(query.substring(own.start(), own.end())).isEqualTo(":y");
        assertThat(query.substring(own.clauseStart(), own.clauseEnd())).isEqualTo("d.x > :y");
        Placement added = placements.stream()
                .filter(placement -> placement.parameter().equals("f"))
                .findFirst()
                .orElseThrow();
        assertThat(added.start()).isEqualTo(-1);
        assertThat(filtered.rewrite(choices, ResultShape.allRows(), Statement.NO_CAP)
                        .text()
                        .substring(added.sentStart(), added.sentEnd()))
                .isEqualTo("x in (?)");
    }

    @Test
    void quotesNamesAsStored() {
        assertThat(text(filtered("postgresql", "select a as Port from t limit 1", "port")))
                .endsWith("where \"port\" in (?, ?)");
        assertThat(text(filtered("postgresql", "select a as \"Port\" from t limit 1", "port")))
                .endsWith("where \"Port\" in (?, ?)");
        assertThat(text(filtered("mariadb", "select a as Port from t limit 1", "port")))
                .endsWith("where `Port` in (?, ?)");
        assertThat(text(filtered("sqlite", "select a as [my port] from t limit 1", "my port")))
                .endsWith("where `my port` in (?, ?)");
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '`', textBlock = """
            select a.x, b.x from a join b on a.id = b.id order by x       ; x
            select x, y as X, x + 1 as z from t                           ; x
            select max(a), max(b) from t union by name select 1 as max, 2 ; max
            """)
    void rejectsAnAmbiguousColumn(String query, String name) {
        assertThatThrownBy(() -> filtered("postgresql", query, name))
                .isInstanceOfSatisfying(
                        ProblemException.class,
                        refused -> assertThat(refused.first().kind().word()).isEqualTo("ambiguous-column"));
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '`', textBlock = """
            select a as "X", b as x from t ; x ; select a as "X", b as x from t where b in (?, ?)
            select a as "X", b as x from t ; X ; select a as "X", b as x from t where a in (?, ?)
            select a as Xy, b from t       ; xy ; select a as Xy, b from t where a in (?, ?)
            select a as Xy, b from t       ; XY ; select a as Xy, b from t where a in (?, ?)
            """)
    void prefersAnExactCaseMatch(String query, String name, String statement) {
        assertThat(text(query, name)).isEqualTo(statement);
    }

    /** DuckDB repeats an expression before it names a column after it. */
    @Test
    void wrapsAQueryWithGeneratedColumnNames() {
        String name = "CASE  WHEN ((x = 1)) THEN (k) ELSE NULL END";
        assertThat(text(filtered("duckdb", "select case when x = 1 then k end from t", name)))
                .endsWith(") as matching\nwhere \"" + name + "\" in (?, ?)");
    }
}
