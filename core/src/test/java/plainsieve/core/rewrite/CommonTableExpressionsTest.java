package plainsieve.core.rewrite;

import static org.assertj.core.api.Assertions.assertThat;

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
import plainsieve.core.statement.Statement;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;

/** Which query or table a name in FROM refers to, where databases disagree. */
class CommonTableExpressionsTest {
    private static PreparedQuery filtered(String dialect, String query, String column) {
        return PreparedQuery.of(query, Dialects.of(dialect)).with(List.of(AddedFilter.anyOf(column, "f")));
    }

    private static String text(PreparedQuery query) {
        Parameter many = Parameter.of("f", Type.INTEGER).asMultiple();
        Choices choices = new Choices(
                Map.of("f", many),
                Map.of("f", new Choice.Many(List.of(new Value.Whole(1), new Value.Whole(2)), false)));
        return query.rewrite(choices, ResultShape.allRows(), Statement.NO_CAP).text();
    }

    /** Each of these databases would confuse the table with the query of the same name. */
    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '`', textBlock = """
            with a as (select x, id from b), b as (select y as x, z as id from t) select x, id from a
            with a as (with b as (select 1 as x from t) select x from b), b as (select x from s) select x from a join b on true
            with c as (select x from t), d as (with c as (select x from s) select x from c) select x from d
            select x from (with b as (select x from t) select x from b) d join b on true
            with "A" as (select x from t) select x from a
            with b as (select x from t) select x from s.b
            """)
    void doesNotGoIntoAnAmbiguousName(String query) {
        PreparedQuery filtered = filtered("postgresql", query, "x");
        int definitions = filtered.query().text().lastIndexOf("select x");
        assertThat(filtered.query().text().substring(0, definitions))
                .doesNotContain("from t where x", "from t where y");
    }

    @Test
    void doesNotGoIntoAQueryThatIsAlsoReadByIn() {
        String query = "with c as (select x from t) select x from c where y in c";
        assertThat(text(filtered("sqlite", query, "x"))).isEqualTo(query + " and x in (?, ?)");
    }

    @Test
    void goesThroughAChainOfQueries() {
        StringBuilder chain = new StringBuilder("with q0 as (select x from t)");
        for (int i = 1; i <= 1_000; i++) {
            chain.append(", q%d as (select x from q%d)".formatted(i, i - 1));
        }
        PreparedQuery filtered = filtered("postgresql", chain + " select x from q1000", "x");
        assertThat(filtered.filterPlacements().get(0).reason()).contains("nested deeply");
        assertThat(filtered.query().text()).contains(" from q940 where x in (:f)");
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '`', textBlock = """
            postgresql ; with c as (select x from t) select x from c ; with c as (select x from t where x in (:f)) select x from c
            postgresql ; with C as (select x from t) select x from c ; with C as (select x from t where x in (:f)) select x from c
            postgresql ; with "c" as (select x from t) select x from C ; with "c" as (select x from t where x in (:f)) select x from C
            postgresql ; with c as (select x from t), d as (select x from c) select x from d ; with c as (select x from t where x in (:f)), d as (select x from c) select x from d
            sqlite     ; with c as (select x from t) select x from c where y in d ; with c as (select x from t where x in (:f)) select x from c where y in d
            mariadb    ; with c as (select x from t) select x from c where `in` = 1 ; with c as (select x from t where x in (:f)) select x from c where `in` = 1
            """)
    void goesIntoTheReferencedQuery(String dialect, String query, String filtered) {
        assertThat(filtered(dialect, query, "x").query().text()).isEqualTo(filtered);
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '`', textBlock = """
            with c as (select x from t), d as (with c as (select x from s) select x from c) select c.x from c join d on true ; more than one WITH query
            with c as (select x from t) select c.x from c, c as other                     ; more than one place
            with "C" as (select x from t) select x from c                               ; may be a table
            select c.x from c join (with c as (select x from t) select x from c) d on true ; may be a table
            with c as (select x from t) select x from (with e as (select 1 from s) select x from c) d ; may be a table
            with c as (select x from t) select x from c where y in "c"                  ; more than one place
            """)
    void explainsWhyItStaysOutside(String query, String reason) {
        PreparedQuery filtered = filtered("sqlite", query, "x");
        assertThat(filtered.filterPlacements().get(0).reason()).contains(reason);
    }
}
