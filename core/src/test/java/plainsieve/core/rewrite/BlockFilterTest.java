package plainsieve.core.rewrite;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.rewrite.filter.AddedFilter;
import plainsieve.core.rewrite.filter.FilterPlacement;

/** Filters that a block accepts and rejects. */
class BlockFilterTest {
    private static PreparedQuery filtered(String dialect, String query, String column) {
        return PreparedQuery.of(query, Dialects.of(dialect)).with(List.of(AddedFilter.anyOf(column, "f")));
    }

    private static FilterPlacement placed(String dialect, String query, AddedFilter filter) {
        return PreparedQuery.of(query, Dialects.of(dialect))
                .with(List.of(filter))
                .filterPlacements()
                .get(0);
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '`', textBlock = """
            select not (paid) as x from t             ; (not (paid))
            select not paid as x from t               ; (not paid)
            select - (a) as x from t                  ; (- (a))
            select interval (a) day as x from t       ; (interval (a) day)
            select binary (a) as x from t             ; (binary (a))
            select exists (select 1 from s) as x from t ; (exists (select 1 from s))
            select (a) as x from t                    ; ((a))
            select a collate "C" as x from t          ; (a collate "C")
            select lower(a) as x from t               ; lower(a)
            select s.a as x from s                    ; s.a
            """)
    void bracketsACopiedExpression(String query, String written) {
        for (String dialect : List.of("postgresql", "duckdb", "mariadb")) {
            PreparedQuery filtered =
                    PreparedQuery.of(query, Dialects.of(dialect)).with(List.of(AddedFilter.withoutValue("x")));
            assertThat(filtered.query().text()).endsWith("where " + written + " is null");
        }
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '`', textBlock = """
            postgresql ; select 1 as x from t order by count(*)               ; ORDER BY
            postgresql ; select x from t order by app.f(y)                    ; ORDER BY
            duckdb     ; pivot t on x using sum(y)                            ; reads no table
            duckdb     ; unpivot t on x, y                                    ; reads no table
            mariadb    ; select x, rownum() as n from t                       ; numbered while
            mariadb    ; select x from t where rownum() < 5                   ; numbered while
            mariadb    ; select @n := @n + 1 as n, x from t, (select @n := 0) s ; numbered while
            mariadb    ; select x from t, (select @n := 0) s where (@n := @n + 1) < 5 ; numbered while
            mariadb    ; select x, @n as n from t                             ; numbered while
            postgresql ; select x from t tablesample system (10)              ; sample
            duckdb     ; select x from t tablesample 10%                      ; sample
            postgresql ; select x, app.f(y) from t                            ; unknown function “f”
            postgresql ; select f(x) as x from t                              ; unknown function “f”
            postgresql ; select x, "lower"(y) from t                          ; unknown function
            duckdb     ; select x, mean(y) over () from t                     ; window
            mariadb    ; select date(y) as x, count(*) from t group by x      ; another column of that name
            sqlite     ; select date(y) as x, count(*) from t group by x      ; another column of that name
            sqlite     ; select x from a union all select x from b            ; set operation
            mariadb    ; select a, max(y) as x from t group by a              ; differently in HAVING
            """)
    void staysOutsideWhereUnproven(String dialect, String query, String reason) {
        FilterPlacement placement = placed(dialect, query, AddedFilter.anyOf("x", "f"));
        assertThat(placement.where()).isEqualTo(FilterPlacement.Where.AROUND);
        assertThat(placement.reason()).contains(reason);
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '`', textBlock = """
            postgresql ; select date(y) as x, count(*) from t group by x      ; where date(y) in (:f) group by
            mariadb    ; select p.x, count(*) from t p group by x             ; where p.x in (:f) group by
            mariadb    ; select x, count(*) from t p group by p.x             ; where x in (:f) group by
            mariadb    ; select date(y) as x, count(*) from t group by 1      ; where date(y) in (:f) group by
            mariadb    ; select x, count(*) from t group by 'x'               ; having `x` in (:f)
            duckdb     ; select mean(x) as x from t                           ; having mean(x) in (:f)
            duckdb     ; select x: y from t                                   ; where y in (:f)
            duckdb     ; select c.x from c: (select x from t)                 ; from t where x in (:f))
            duckdb     ; from (pivot t on x using sum(y)) p                   ; p where "x" in (:f)
            duckdb     ; with c as (pivot t on x using sum(y)) select * from c ; from c where "x" in (:f)
            postgresql ; select x::date from t                                ; where (x::date) in (:f)
            postgresql ; select cast(x as date) from t                        ; where cast(x as date) in (:f)
            postgresql ; select case when y then x end from t                 ; from t
            """)
    void goesInsideWhereProven(String dialect, String query, String written) {
        String column = query.contains("case") ? "case" : "x";
        PreparedQuery filtered = filtered(dialect, query, column);
        assertThat(filtered.query().text()).contains(written);
        assertThat(filtered.filterPlacements().get(0).where()).isNotEqualTo(FilterPlacement.Where.AROUND);
    }

    @Test
    void comparesAnAggregateInHavingIfNullsCannotMatch() {
        assertThat(PreparedQuery.of("select a, max(y) as x from t group by a", Dialects.of("mariadb"))
                        .with(List.of(AddedFilter.compared("x", AddedFilter.Comparison.GREATER, "f")))
                        .query()
                        .text())
                .endsWith("group by a having `x` > :f");
    }

    /** A top-level OR, or its equivalent, would split a combined condition. */
    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '`', textBlock = """
            postgresql ; a or b            ; (a or b)
            postgresql ; a and b           ; a and b
            postgresql ; (a or b) and c    ; (a or b) and c
            postgresql ; a || b = c        ; a || b = c
            mariadb    ; a || b            ; (a || b)
            mariadb    ; a xor b           ; (a xor b)
            mariadb    ; f(a xor b)        ; f(a xor b)
            duckdb     ; xor(a, b) = 1     ; xor(a, b) = 1
            """)
    void bracketsExistingConditions(String dialect, String condition, String kept) {
        String query = "select x from t where ";
        assertThat(PreparedQuery.of(query + condition, Dialects.of(dialect))
                        .with(List.of(AddedFilter.withoutValue("x")))
                        .query()
                        .text())
                .isEqualTo(query + kept + " and x is null");
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', textBlock = """
            noneOf   ; x not in (:f)
            between  ; x between :f and :g
            matching ; x like :f
            with     ; x is not null
            greater  ; x > :f
            """)
    void testsTheColumn(String test, String condition) {
        AddedFilter filter =
                switch (test) {
                    case "noneOf" -> AddedFilter.noneOf("x", "f");
                    case "between" -> AddedFilter.between("x", "f", "g");
                    case "matching" -> AddedFilter.matching("x", "f");
                    case "with" -> AddedFilter.withValue("x");
                    default -> AddedFilter.compared("x", AddedFilter.Comparison.GREATER, "f");
                };
        assertThat(PreparedQuery.of("select x from t", Dialects.of("duckdb"))
                        .with(List.of(filter))
                        .query()
                        .text())
                .isEqualTo("select x from t where " + condition);
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '`', textBlock = """
            select g, std(x) as sd from t group by g                                     ; sd ; HAVING
            select g, coalesce(variance(x), -1) as v from t group by g                   ; v  ; HAVING
            select g, json_arrayagg(x) as all_x from t group by g                        ; all_x ; HAVING
            select g, sd from (select g, std(x) as sd from t group by g) as s            ; sd ; HAVING
            with s as (select g, std(x) as sd from t group by g) select g, sd + 1 as y from s ; y ; HAVING
            select (select max(s.y) from s where s.x = max(t.x)) as m, t.g from t group by t.g ; m ; HAVING
            select id, not(not(qty)) as x from t                                         ; x ; NOT of a NOT
            select id, !(1 + not qty) as x from t                                        ; x ; NOT of a NOT
            """)
    void staysOutsideWhereMariaDbEvaluatesDifferently(String query, String column, String reason) {
        FilterPlacement placement = placed("mariadb", query, AddedFilter.withoutValue(column));
        assertThat(placement.where()).isEqualTo(FilterPlacement.Where.AROUND);
        assertThat(placement.reason()).contains(reason);
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '`', textBlock = """
            select g, std(x) as sd from t group by g                              ; g ; WHERE
            select g, std(x) as sd, count(*) as n from t group by g               ; n ; HAVING
            select g, sd from (select g, std(x) as sd from t group by g) as s     ; g ; WHERE
            select id, not(qty) as x from t                                       ; x ; WHERE
            select id, qty is not null and not a not in (1, 2) as x from t        ; x ; WHERE
            """)
    void otherFiltersOfThatQueryGoInside(String query, String column, String where) {
        assertThat(placed("mariadb", query, AddedFilter.withoutValue(column)).where())
                .hasToString(where);
    }

    /** HAVING resolves output columns and grouping keys, but no other columns. */
    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '`', textBlock = """
            select g, x * count(*) from t group by g           ; x * count(*) ; AROUND
            select g, t.x + 1 from t group by g                ; t.x + 1      ; AROUND
            select g, x * count(*) as many from t group by g   ; many         ; HAVING
            select g, count(*) * 2 from t group by g           ; count(*) * 2 ; HAVING
            select g, -sum(x) from t group by g                ; -sum(x)      ; HAVING
            """)
    void implicitAggregationKeepsTheFilterOutsideOnMariaDb(String query, String column, String where) {
        AddedFilter filter = AddedFilter.compared(column, AddedFilter.Comparison.GREATER, "f");
        assertThat(placed("mariadb", query, filter).where()).hasToString(where);
    }

    @Test
    void mariaDbDoesNotPushBelowALimit() {
        String grouped = "select g, std(x) as sd from t group by g";
        assertThat(filtered("mariadb", grouped, "sd").query().text())
                .isEqualTo("select * from (\n" + grouped
                        + "\nlimit 18446744073709551615\n) as matching\nwhere `sd` in (:f)");
        assertThat(filtered("mariadb", grouped + " limit 7", "sd").query().text())
                .isEqualTo("select * from (\n" + grouped + " limit 7\n) as matching\nwhere `sd` in (:f)");
        assertThat(filtered("postgresql", grouped.replace("std", "stddev"), "sd")
                        .query()
                        .text())
                .doesNotContain("limit");
    }
}
