package plainsieve.core.rewrite;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.rewrite.filter.AddedFilter;
import plainsieve.core.rewrite.filter.FilterPlacement;

/** Many filters on top of one query: each goes inside, and positions still refer to the author's text. */
class ManyFiltersTest {
    private static final int FILTERS = 500;

    private static PreparedQuery filtered(String text, int count) {
        List<AddedFilter> filters = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            filters.add(AddedFilter.anyOf("port", "added_" + i));
        }
        return PreparedQuery.of(text, Dialects.of("postgresql")).with(filters);
    }

    /** Regression test: when positions were recomputed for each filter, 500 filters took more than 100 seconds. */
    @Test
    @Timeout(value = 40, unit = TimeUnit.SECONDS)
    void areAddedInLinearTime() {
        String text = "select port, delay from crossings where delay > :least";
        PreparedQuery prepared = filtered(text, FILTERS);
        assertThat(prepared.filterPlacements()).hasSize(FILTERS).allSatisfy(placement -> assertThat(placement.where())
                .isEqualTo(FilterPlacement.Where.WHERE));
        assertThat(prepared.parameterNames()).hasSize(FILTERS + 1);
    }

    private static PreparedQuery two(String text, String first, String second) {
        return PreparedQuery.of(text, Dialects.of("postgresql"))
                .with(List.of(AddedFilter.anyOf(first, "f"), AddedFilter.withoutValue(second)));
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '`', textBlock = """
            select a, b from t                                  ; select a, b from t where a in (:f) and b is null
            select a, b from t where c or d                     ; select a, b from t where (c or d) and a in (:f) and b is null
            select a, count(*) as b from t group by a           ; select a, count(*) as b from t where a in (:f) group by a having count(*) is null
            select a, b from (select a, b from t) x             ; select a, b from (select a, b from t where a in (:f) and b is null) x
            select a, b from t union all select a, b from t     ; select * from (~select a, b from t union all select a, b from t~) as matching~where "a" in (:f) and "b" is null
            select a, row_number() over (partition by a) as b from t ; select * from (~select a, row_number() over (partition by a) as b from t where a in (:f)~) as matching~where "b" is null
            """)
    void areCombined(String text, String filtered) {
        assertThat(two(text, "a", "b").query().text()).isEqualTo(filtered.replace('~', '\n'));
    }

    @Test
    void anOutsideFilterKeepsTheOtherInside() {
        PreparedQuery filtered = two("select a, row_number() over (partition by a) as b from t", "b", "a");
        assertThat(filtered.filterPlacements())
                .extracting(FilterPlacement::where)
                .containsExactly(FilterPlacement.Where.AROUND, FilterPlacement.Where.WHERE);
        assertThat(filtered.query().text()).contains("from t where a is null").endsWith("where \"b\" in (:f)");
    }

    /** Four times the filters on four times the text take about four times as long, not sixteen times. */
    @Test
    @Timeout(value = 40, unit = TimeUnit.SECONDS)
    void shareOneParse() {
        String text = "select port, delay from crossings where delay > 1" + " and delay <> 7".repeat(60_000);
        assertThat(filtered(text, FILTERS).filterPlacements()).hasSize(FILTERS);
    }
}
