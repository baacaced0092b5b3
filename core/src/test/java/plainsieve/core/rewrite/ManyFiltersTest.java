package plainsieve.core.rewrite;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.rewrite.filter.AddedFilter;
import plainsieve.core.rewrite.filter.FilterPlacement;

/** Many filters on top of one query: each goes inside, and places in the author's text are still told as they are there. */
class ManyFiltersTest {
    private static final int FILTERS = 500;

    private static PreparedQuery filtered(String text, int count) {
        List<AddedFilter> filters = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            filters.add(AddedFilter.anyOf("port", "added_" + i));
        }
        return PreparedQuery.of(text, Dialects.of("postgresql")).with(filters);
    }

    /** A regression test: with places computed again for each filter, 500 filters took more than 100 seconds. */
    @Test
    @Timeout(value = 40, unit = TimeUnit.SECONDS)
    void takeNoTimeThatGrowsWithTheFourthPower() {
        String text = "select port, delay from crossings where delay > :least";
        PreparedQuery prepared = filtered(text, FILTERS);
        assertThat(prepared.filterPlacements()).hasSize(FILTERS).allSatisfy(placement -> assertThat(placement.where())
                .isEqualTo(FilterPlacement.Where.WHERE));
        assertThat(prepared.parameterNames()).hasSize(FILTERS + 1);
    }
}
