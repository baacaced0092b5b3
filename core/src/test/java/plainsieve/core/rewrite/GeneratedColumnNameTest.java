package plainsieve.core.rewrite;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.rewrite.filter.AddedFilter;
import plainsieve.core.rewrite.filter.FilterPlacement;

/** Unnamed columns and the names that the server generates. */
class GeneratedColumnNameTest {
    private static FilterPlacement.Where placed(String query, String column) {
        PreparedQuery prepared = PreparedQuery.of(query, Dialects.of("postgresql"));
        return prepared.with(List.of(AddedFilter.withValue(column)))
                .filterPlacements()
                .get(0)
                .where();
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '`', textBlock = """
            created::date                             ; created
            cast(l.created as date)                   ; created
            (created)                                 ; created
            list[1]                                   ; list
            case when a then b end                    ; case
            case when a then b else c end             ; c
            'x'::text                                 ; text
            5::int                                    ; int4
            (select max(a) from s)                    ; max
            (select a as b from s)                    ; b
            exists (select 1 from s)                  ; exists
            count(*) filter (where a)                 ; count
            coalesce(a, b)                            ; coalesce
            array_agg(a)::text[]                      ; array_agg
            pg_catalog.lower(a)                       ; lower
            mode() within group (order by a)          ; mode
            cast(5 as integer)                        ; int4
            cast(5 as bigint)                         ; int8
            5::smallint                               ; int2
            5::real                                   ; float4
            5::double precision                       ; float8
            5::dec                                    ; numeric
            5::boolean                                ; bool
            'x'::char                                 ; bpchar
            'x'::character varying                    ; varchar
            'x'::"Tide"                               ; tide
            a::text::date                             ; a
            (a)[1]                                    ; a
            a.b[1][2]                                 ; b
            ((a))                                     ; a
            case when a then b else case when c then d else e end end ; e
            case when a then case when b then c else d end end ; case
            case when a then b else (case when c then d end) end ; case
            (select a from s union select b from s)   ; a
            (with q as (select 1) select a from s)    ; a
            """)
    void matchesServerGeneratedNames(String expression, String name) {
        String query = "select " + expression + " from l group by all";
        assertThat(placed(query, name)).isNotEqualTo(FilterPlacement.Where.AROUND);
        assertThat(placed(query, "other")).isEqualTo(FilterPlacement.Where.AROUND);
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '`', textBlock = """
            a + b                                     ; b
            - a                                       ; a
            a is null                                 ; a
            f(a) + 1                                  ; f
            a || b::text                              ; a
            'x'                                       ; x
            [a]                                       ; a
            (select a, b from s)                      ; a
            (select * from s)                         ; s
            """)
    void otherExpressionsHaveNoUsableName(String expression, String name) {
        assertThat(placed("select " + expression + " from l group by all", name))
                .isEqualTo(FilterPlacement.Where.AROUND);
    }

    /** Duplicates are indistinguishable, and a named column is never meant. */
    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '`', textBlock = """
            select a + b, c from l                    ; ?column?             ; WHERE
            select c, - a from l                      ; ?column?             ; WHERE
            select a+b, c from l                      ; (a + b)              ; WHERE
            select c, Case when a=1 then b end from l ; CASE  WHEN ((a = 1)) THEN (b) END ; WHERE
            select a+b, (a + b) from l                ; (a + (b))            ; AROUND
            select a+b, c from l                      ; (a - b)              ; AROUND
            """)
    void derivesTheNameFromTheExpression(String query, String name, FilterPlacement.Where where) {
        assertThat(placed(query, name)).isEqualTo(where);
    }
}
