package plainsieve.core.rewrite;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.rewrite.filter.AddedFilter;
import plainsieve.core.rewrite.filter.FilterPlacement;

/** Columns without a name, and what the server calls them. */
class MadeUpNameTest {
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
            """)
    void columnsWithoutANameAreCalledAsTheServerCallsThem(String expression, String name) {
        String query = "select " + expression + " from l group by all";
        assertThat(placed(query, name)).isNotEqualTo(FilterPlacement.Where.AROUND);
        assertThat(placed(query, "other")).isEqualTo(FilterPlacement.Where.AROUND);
    }
}
