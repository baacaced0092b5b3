package plainsieve.core.request.odata;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.OptionalLong;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.statement.Statement;

/** The OData request for a statement on entity sets. */
class ODataPushdownTest {
    private static final EntitySet FARES = new EntitySet(
            "Fares",
            List.of(
                    property("id", PropertyKind.WHOLE, false),
                    property("price", PropertyKind.DECIMAL, false),
                    property("class", PropertyKind.TEXT, false),
                    property("islander", PropertyKind.BOOLEAN, false),
                    property("refunded", PropertyKind.BOOLEAN, true),
                    property("since", PropertyKind.DATE, false),
                    property("changed", PropertyKind.MOMENT, true)),
            List.of("id"));

    private static EntitySet.Property property(String name, PropertyKind kind, boolean nullable) {
        return new EntitySet.Property(name, name, kind, "", nullable);
    }

    private static EntitySetRequest asked(String sql) {
        Statement statement = new Statement(sql, List.of(), List.of(), Statement.NO_CAP);
        return ODataPushdown.of(statement, Dialects.of("duckdb"), List.of(FARES))
                .get(0);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '"', textBlock = """
            islander                                     | islander eq true           | true
            (islander)                                   | islander eq true           | true
            not islander                                 | not (islander eq true)     | false
            islander = false                             | islander eq false          | true
            refunded is not true                         | refunded ne true           | true
            refunded is false                            | refunded eq false          | true
            refunded is not null                         | refunded ne null           | true
            10 < price                                   | price gt 10                | true
            10 >= price                                  | price le 10                | true
            10 <> price                                  | price ne 10                | true
            'dog' = class                                | class eq 'dog'             | false
            since >= date '2026-01-31'                   | since ge 2026-01-31        | true
            since < cast('2026-01-31' as date)           | since lt 2026-01-31        | true
            since = '2026-01-31'::date                   | since eq 2026-01-31        | true
            date '2026-01-31' > since                    | since lt 2026-01-31        | true
            changed < timestamp '2026-01-31 12:00:00'    | changed lt 2026-02-01T00:00:00Z | false
            """)
    void pushesConditions(String condition, String filter, boolean exact) {
        EntitySetRequest ask = asked("select id from fares where " + condition);

        assertThat(ask.filter()).contains(filter);
        assertThat(ask.exact()).isEqualTo(exact);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "class",
                "price is true",
                "cast('2026-01-31 12:00' as date) < since",
                "since < cast('2026-02-31' as date)",
                "since < cast('2026-01-31' as text)",
                "since < timestamp '2026-01-31 12:00:00'",
                "class < 'b'",
                "id < price",
                "10 < price + 1",
                "'d%' like class"
            })
    void keepsConditionsThatTheServiceMayInterpretDifferently(String condition) {
        EntitySetRequest ask = asked("select id from fares where " + condition + " limit 7");

        assertThat(ask.filter()).isEmpty();
        assertThat(ask.exact()).isFalse();
        assertThat(ask.needed()).isEmpty();
    }

    @Test
    void explicitLimitBoundsTheFetch() {
        assertThat(asked("select id from fares limit 7").needed()).isEqualTo(OptionalLong.of(7));
        assertThat(asked("select id from fares where islander order by price desc limit 7"))
                .satisfies(ask -> assertThat(ask.needed()).isEqualTo(OptionalLong.of(7)))
                .satisfies(ask -> assertThat(ask.order()).contains("price desc"));
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "select id from fares where not islander limit 7",
                "select id from fares where class = 'dog' limit 7",
                "select id from fares order by class limit 7",
                "select distinct class from fares limit 7",
                "select count(*) from fares limit 7",
                "select id from fares limit 7 offset 3",
                "select id from fares limit 3 + 4",
                "select * from (select id from fares limit 7) as f limit 9"
            })
    void limitBelowASortFetchesAllRows(String sql) {
        assertThat(asked(sql).needed()).isEmpty();
    }
}
