package plainsieve.core.hardcoded;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Set;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import plainsieve.core.catalog.ColumnFacts;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.sql.ParsedQuery;

/** Queries of the maximum length. When every value was compared with every table or value, they took 15 to 100 seconds. */
@Timeout(value = 40, unit = TimeUnit.SECONDS)
class LongQueriesTest {
    private static final Dialect DIALECT = Dialects.of("postgresql");

    private static List<HardCodedValue> fixed(String text) {
        return HardCodedValueFinder.of(ParsedQuery.parse(text, DIALECT), DIALECT, ColumnFacts.none(), Set.of());
    }

    @Test
    void parsesManySubqueriesOnce() {
        String text = "select * from t where 1 = 1" + " and x in (select y from s where z = 1)".repeat(25_000);
        assertThat(fixed(text)).singleElement().satisfies(value -> assertThat(value.places())
                .hasSize(25_000));
    }

    @Test
    void parsesManyTablesOnce() {
        StringBuilder text = new StringBuilder("select * from t where 1 = 1");
        for (int i = 0; text.length() < 990_000; i++) {
            text.append(" and x in (select y from s").append(i).append(" where z = 1)");
        }
        assertThat(fixed(text.toString())).isNotEmpty();
    }

    @Test
    void manyComparisonsOfOneColumnFormNoRange() {
        String text = "select * from t where 1 = 1" + " and date(c1) >= 7 and date(c1) <= 3".repeat(24_000);
        assertThat(fixed(text)).isNotEmpty();
    }
}
