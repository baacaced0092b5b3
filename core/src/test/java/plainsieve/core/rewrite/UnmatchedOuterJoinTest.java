package plainsieve.core.rewrite;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Optional;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.sql.ParsedQuery;

class UnmatchedOuterJoinTest {
    private static Optional<String> of(String sql, String column) {
        return UnmatchedOuterJoin.of(ParsedQuery.parse(sql, Dialects.of("duckdb")), column);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            select v.name as vessel from crossings c left join vessels v on v.id = c.vessel_id         | vessel | vessels
            select v.name from crossings c left outer join vessels v using (vessel_id)                | name   | vessels
            select V.name as vessel from crossings c left join sea.vessels v on true                   | vessel | vessels
            select vessels.name as vessel from crossings left join vessels on true                     | vessel | vessels
            select c.state as s from crossings c right join vessels v on true                          | s      | crossings
            select v.name as vessel from crossings c full join "Old Vessels" v on true                 | vessel | Old Vessels
            """)
    void namesTheTableWithoutMatches(String sql, String column, String table) {
        assertThat(of(sql, column)).contains(table);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            select c.note from crossings c left join vessels v on true                          | note
            select v.name as vessel from crossings c join vessels v on true                     | vessel
            select upper(v.name) as vessel from crossings c left join vessels v on true         | vessel
            select name as vessel from crossings c left join vessels v on true                  | vessel
            select v.* from crossings c left join vessels v on true                             | name
            select v.name as vessel from crossings c left join (select 1 as name) v on true     | vessel
            select v.name as vessel from crossings c left join vessels v on true union select 1 | vessel
            select v.name as vessel from crossings c left join vessels v on true                | port
            """)
    void claimsNothingOtherwise(String sql, String column) {
        assertThat(of(sql, column)).isEmpty();
    }
}
