package plainsieve.core.steps.parse;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import plainsieve.core.steps.model.KnownColumn;
import plainsieve.core.steps.model.Step;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Type;

/** Steps typed in SQL or with synonyms are converted to equivalent steps. */
class SqlFormsTest {
    private static final StepScope KNOWN = new StepScope(Optional.of(List.of(
            KnownColumn.of("state", Type.TEXT),
            KnownColumn.of("port_id", Type.INTEGER),
            KnownColumn.of("delay_min", Type.INTEGER),
            KnownColumn.of("fare", Type.DECIMAL),
            KnownColumn.of("departed_at", Type.DATETIME))));

    private static String read(String typed) {
        return ParsedStep.of(typed, KNOWN).written();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '~', textBlock = """
            select * from crossings                          | from crossings
            from crossings c                                 | from crossings
            FROM crossings AS c                              | FROM crossings
            where state == 'a' and fare != 3                 | where state = 'a' and fare <> 3
            where state is 'a' or state is not 'b'           | where state = 'a' or state <> 'b'
            where fare is at least 3 and fare is below 9     | where fare >= 3 and fare < 9
            where state is any of a, b                       | where state in ('a', 'b')
            where state in a, b and fare = 1                 | where state in ('a', 'b') and fare = 1
            where state not in ('a')                         | where state not in ('a')
            where state IS NULL or fare is not null          | where state has no value or fare has a value
            where state = null or fare <> null               | where state has no value or fare has a value
            where state like 'A%'                            | where state starts with 'A'
            where state like '%A'                            | where state ends with 'A'
            where state like '%o''x%'                        | where state contains 'o''x'
            where state not like '%x%'                       | where state does not contain 'x'
            where state not like 'A%' and fare = 1           | where not state starts with 'A' and fare = 1
            where state like 'A'                             | where state = 'A'
            where departed_at >= date '2026-03-01'           | where departed_at >= 2026-03-01
            where departed_at < timestamp '2026-03-01 10:30' | where departed_at < 2026-03-01T10:30
            where departed_at < current_date                 | where departed_at < today
            where departed_at in the last 7 days             | where departed_at is in the last 7 days
            where fare is between 1 and 2                    | where fare between 1 and 2
            having fare > 3                                  | where fare > 3
            order by state desc, fare descending             | sort by state desc, fare desc
            order by state asc nulls last                    | sort by state asc
            group by state: count(*)                         | group by state: count of rows
            group by state: COUNT(*) as n, sum(fare) as s    | group by state: count of rows as n, sum of fare as s
            group by state: avg(fare + 1), min(fare)         | group by state: average of (fare + 1), minimum of fare
            group by state: count(distinct port_id) as n     | group by state: count of distinct port_id as n
            group by state: count(*) filter (where fare > 1) as n | group by state: count of rows where fare > 1 as n
            group by state: max(fare) as m with rollup       | group by state: maximum of fare as m; with subtotals
            limit 5                                          | first 5 rows
            top 5                                            | first 5 rows
            first 5                                          | first 5 rows
            fetch first 5 rows only                          | first 5 rows
            limit :n                                         | first :n rows
            first 3 by fare desc                             | first 3 rows by fare desc
            select state, fare as price                      | columns state, fare as price
            keep columns state                               | columns state
            distinct                                         | distinct rows
            drop column state                                | drop columns state
            remove columns state, fare                       | drop columns state, fare
            rename fare as price                             | rename fare to price
            new column x: fare * 2                           | add column x = fare * 2
            add column x = upper(state)                      | add column x = upper case of state
            add column x = trim(lower(state))                | add column x = trimmed text of lower case of state
            add column x = round(fare / 3, 2)                | add column x = rounded value of (fare / 3) to 2
            add column x = abs(fare - 1)                     | add column x = absolute value of (fare - 1)
            add column x = coalesce(fare, 0)                 | add column x = coalesce(fare, 0)
            add column x = year(departed_at) + 1             | add column x = year of departed_at + 1
            add column x = extract(month from departed_at)   | add column x = month of departed_at
            add column x = date_trunc('month', departed_at)  | add column x = start of month of departed_at
            add column x = cast(state as integer)            | add column x = whole number of (state)
            add column x = case when fare > 1 then 'a' when fare > 0 then 'b' else 'c' end | add column x = if fare > 1 then 'a' else if fare > 0 then 'b' else 'c'
            add column x = null                              | add column x = no value
            append crossings                                 | union all crossings
            join ports on port_id                            | join ports on port_id; keep only matching rows
            join ports using (port_id) adding name           | join ports on port_id, adding name; keep only matching rows
            left join ports on port_id, adding name          | join ports on port_id, adding name; keep all rows
            left outer join ports p on p.port_id = c.port_id | join ports on ports.port_id = port_id; keep all rows
            inner join ports as p on crossings.port_id = p.port_id and p.island = 'x', adding name | join ports on port_id = ports.port_id and ports.island = 'x', adding name; keep only matching rows
            join ports p on p.port_id = ports.port_id        | join ports on ports.port_id = port_id; keep only matching rows
            where upper(state) not like 'A%'                 | where not upper case of state starts with 'A'
            where trim(state) in a, b                        | where trimmed text of state in ('a', 'b')
            add column x = abs(case when fare > 1 then fare end) | add column x = absolute value of (if fare > 1 then fare)
            group by state: sum(case when fare > 1 then 1 else 0 end) as n | group by state: sum of (if fare > 1 then 1 else 0) as n
            anti join ports on port_id                       | keep rows without a match in ports on port_id
            """)
    void areConverted(String typed, String written) {
        assertThat(read(typed)).isEqualTo(written);
        assertThat(read(written)).isEqualTo(written);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '~', textBlock = """
            where state like 'a_c'                | Steps support “like” only with % at the beginning or end of a text. | 18
            where state like '%'                  | Steps support “like” only with % at the beginning or end of a text. | 18
            where state like :pattern             | Steps support “like” only with % at the beginning or end of a text. | 18
            where ports.name = 'x'                | Only the condition of a join names tables.                          | 7
            add column x = cast(state as blob)    | Steps cannot convert to this type.                                  | 30
            add column x = date_trunc('eon', departed_at) | Steps cannot truncate to this unit.                         | 26
            where departed_at > date 'soon'       | “soon” is not a date.                                               | 21
            union crossings                       | Unknown step “union”.                                               | 1
            grop by state                         | Unknown step “grop by”.                                             | 1
            where state contians 'x'              | Unknown comparison “contians”.                                      | 13
            group by state: cuont of rows as n    | Unknown aggregate “cuont of rows”.                                  | 17
            """)
    void areRejectedWithoutAnEquivalentStep(String typed, String message, int column) {
        assertThatThrownBy(() -> read(typed)).isInstanceOfSatisfying(ProblemException.class, e -> {
            assertThat(e.first().message()).isEqualTo(message);
            assertThat(e.first().place().orElseThrow().column()).isEqualTo(column);
        });
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            grop by state                     | group by
            srot by state                     | sort by
            dorp columns state                | drop columns
            where state contians 'x'          | contains
            group by state: cuont of rows     | count of rows
            """)
    void suggestTheNearestPhrase(String typed, String nearest) {
        assertThatThrownBy(() -> read(typed)).isInstanceOfSatisfying(ProblemException.class, e -> assertThat(
                        e.first().advice())
                .isEqualTo("Did you mean “" + nearest + "”?"));
    }

    @Test
    void areNotOfferedAsCompletions() {
        assertThat(ParsedStep.expectations("", KNOWN))
                .extracting(Expectation::words)
                .contains("group by", "first", "sort by")
                .doesNotContain("limit", "order by", "select", "having");
        assertThat(ParsedStep.expectations("where state ", KNOWN))
                .extracting(Expectation::words)
                .contains("=", "in", "contains")
                .doesNotContain("is", "==", "is any of");
    }

    @Test
    void concatenateTextWithDoubleBars() {
        assertThat(read("add column x = state || '-' || state")).isEqualTo("add column x = state & '-' & state");
    }

    @Test
    void distinguishQuotedNamesFromKeywords() {
        assertThat(read("where state = \"null\"")).isEqualTo("where state = \"null\"");
        assertThat(read("sort by \"desc\"")).isEqualTo("sort by \"desc\"");
    }

    @Test
    void distinguishJoinedRowsByQualifier() {
        Step.Join join =
                (Step.Join) ParsedStep.of("join ports on ports.port_id = port_id; keep only matching rows", KNOWN)
                        .step();
        assertThat(join.kept()).isFalse();
        assertThat(join.match()).isInstanceOf(Step.Matching.class);
        Step.Join named = (Step.Join) ParsedStep.of("left join mart.\"Old Ports\" on \"Old Ports\".id = port_id", KNOWN)
                .step();
        assertThat(named.kept()).isTrue();
    }
}
