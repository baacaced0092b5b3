package plainsieve.core.rewrite;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.sql.ParsedQuery;

class ValueListQueryTest {
    private static final Dialect POSTGRESQL = Dialects.of("postgresql");

    @ParameterizedTest
    @CsvSource(delimiter = '#', quoteCharacter = '`', textBlock = """
            ``  # ``    # ``            # select "id" from "ports" where "id" is not null group by "id" order by "id"
            app # ``    # ``            # select "id" from "app"."ports" where "id" is not null group by "id" order by "id"
            ``  # name  # ``            # select "id", "name" from "ports" where "id" is not null group by "id", "name" order by "name"
            ``  # ``    # text          # select "id" from "ports" where "id" is not null and "id" <> '' group by "id" order by "id"
            ``  # ``    # counts        # select "id", "id", count(*) from "ports" where "id" is not null group by "id" order by "id"
            ``  # name  # counts except # select "id", "name", count(*) from "ports" where "id" is not null and "id" not in (:listed_except) group by "id", "name" order by "name"
            """)
    void readsDistinctValuesOfAColumn(String schema, String label, String has, String sql) {
        ValueListQuery.Column column = new ValueListQuery.Column(
                schema, "ports", "id", label, has.contains("text"), has.contains("counts"), has.contains("except"));
        assertThat(ValueListQuery.of(column, POSTGRESQL).replace("\n", " ")).isEqualTo(sql);
    }

    @Test
    void pagesAndLookupsWrapTheList() {
        ParsedQuery list = ParsedQuery.parse("select id, name from ports; -- all", POSTGRESQL);
        assertThat(ValueListQuery.page(list, POSTGRESQL, "name").replace("\n", " "))
                .startsWith("select * from ( select id, name from ports ) as listed where lower(")
                .endsWith("order by listed.\"name\" limit :listed_rows offset :listed_start");
        assertThat(ValueListQuery.lookup(list, POSTGRESQL, "id").replace("\n", " "))
                .isEqualTo(
                        "select * from ( select id, name from ports ) as listed where listed.\"id\" in (:listed_values)");
    }
}
