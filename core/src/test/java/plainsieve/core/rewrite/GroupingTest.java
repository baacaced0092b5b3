package plainsieve.core.rewrite;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.rewrite.filter.AddedFilter;
import plainsieve.core.rewrite.filter.FilterPlacement;
import plainsieve.core.rewrite.filter.FilterPlacement.Where;

/** The role of an output column in the grouping of its block. */
class GroupingTest {
    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '`', textBlock = """
            postgresql ; select x, count(*) from t group by x                        ; WHERE
            postgresql ; select x, count(*) from t group by y, x                     ; WHERE
            postgresql ; select count(*), x from t group by 2                        ; WHERE
            postgresql ; select y, count(*) as x from t group by 1                   ; HAVING
            postgresql ; select x, count(*) from t group by (y, x)                   ; WHERE
            postgresql ; select x, count(*) from t group by (x)                      ; WHERE
            postgresql ; select x, count(*) from t group by (y), z                   ; HAVING
            postgresql ; select x, count(*) from t group by distinct x, y            ; WHERE
            postgresql ; select x, count(*) from t group by all x, y                 ; WHERE
            duckdb     ; select x, count(*) from t group by all                      ; WHERE
            duckdb     ; select y, count(*) as x from t group by all                 ; HAVING
            postgresql ; select lower(a) as x, count(*) from t group by LOWER(A)     ; WHERE
            postgresql ; select lower(a) as x, count(*) from t group by lower(b), a  ; HAVING
            postgresql ; select lower(a) as x, count(*) from t group by x            ; WHERE
            mariadb    ; select lower(a) as x, count(*) from t group by x            ; AROUND
            postgresql ; select max(y) as x from t                                   ; HAVING
            postgresql ; select y as x from t having count(*) > 1                    ; HAVING
            postgresql ; select x, max(y) over () from t                             ; AROUND
            postgresql ; select x, count(*) from t group by rollup (x)               ; AROUND
            postgresql ; select x, count(*) from t group by cube (x, y)              ; AROUND
            mariadb    ; select x, count(*) from t group by x with rollup            ; AROUND
            postgresql ; select x, count(*) from t group by x, rollup (y)            ; WHERE
            postgresql ; select x, count(*) from t group by grouping sets ((x, y), (x)) ; WHERE
            postgresql ; select x, count(*) from t group by grouping sets (x, (x, y)) ; WHERE
            postgresql ; select x, count(*) from t group by grouping sets ((x), ())  ; AROUND
            postgresql ; select x, count(*) from t group by grouping sets ((y), (x)) ; AROUND
            """)
    void decidesWhereAFilterGoes(String dialect, String query, Where where) {
        assertThat(PreparedQuery.of(query, Dialects.of(dialect))
                        .with(List.of(AddedFilter.anyOf("x", "f")))
                        .filterPlacements()
                        .get(0)
                        .where())
                .isEqualTo(where);
    }

    /** MariaDB's HAVING treats null aggregates differently: conditions on nullable aggregates stay outside, counts go inside. */
    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '`', textBlock = """
            select y, max(z) as x from t group by y            ; AROUND ; HAVING
            select y, std(z) as x from t group by y            ; AROUND ; AROUND
            select y, count(*) as x from t group by y          ; HAVING ; HAVING
            select y, count(distinct z) as x from t group by y ; HAVING ; HAVING
            select y, count(*) / max(z) as x from t group by y ; AROUND ; HAVING
            select y, max(z) as x from t group by y limit 5    ; AROUND ; AROUND
            """)
    void nullableAggregateIsFilteredOutside(String query, Where withoutValue, Where valuesAlone) {
        PreparedQuery prepared = PreparedQuery.of(query, Dialects.of("mariadb"));
        assertThat(prepared.with(List.of(AddedFilter.anyOf("x", "f"))).filterPlacements())
                .extracting(FilterPlacement::where)
                .containsExactly(withoutValue);
        assertThat(prepared.with(List.of(AddedFilter.anyValueOf("x", "f"))).filterPlacements())
                .extracting(FilterPlacement::where)
                .containsExactly(valuesAlone);
    }

    /** {@code from} before a bracket is no function call, unlike unknown functions. */
    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '`', textBlock = """
            postgresql ; select extract(year from (a)) as x from t                      ; WHERE
            postgresql ; select a is distinct from (b) as x from t                      ; WHERE
            postgresql ; select form(a) as x from t                                     ; AROUND
            postgresql ; select "from"(a) as x from t                                   ; AROUND
            duckdb     ; select y, percentile_cont(0.5) within group (order by a) as x from t group by y ; HAVING
            """)
    void unknownFunctionsKeepTheFilterOutside(String dialect, String query, Where where) {
        decidesWhereAFilterGoes(dialect, query, where);
    }
}
