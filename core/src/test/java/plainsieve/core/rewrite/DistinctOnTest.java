package plainsieve.core.rewrite;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.rewrite.filter.AddedFilter;
import plainsieve.core.rewrite.filter.FilterPlacement;

class DistinctOnTest {
    private static PreparedQuery filtered(String query) {
        return PreparedQuery.of(query, Dialects.of("postgresql")).with(List.of(AddedFilter.anyOf("port", "f")));
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '`', textBlock = """
            select distinct on (port) port, paid from ship order by port, id ; select distinct on (port) port, paid from ship where port in (:f) order by port, id
            select distinct on (day, port) s.port, paid from ship s          ; select distinct on (day, port) s.port, paid from ship s where s.port in (:f)
            select distinct on (s.port) port, paid from ship s               ; select distinct on (s.port) port, paid from ship s where port in (:f)
            select distinct on (2) paid, port from ship                      ; select distinct on (2) paid, port from ship where port in (:f)
            select distinct on (lower(p)) lower(p) as port, paid from ship   ; select distinct on (lower(p)) lower(p) as port, paid from ship where lower(p) in (:f)
            select distinct on (port) * from ship order by port, id          ; select distinct on (port) * from ship where "port" in (:f) order by port, id
            """)
    void filtersWholeGroupsBeforeDistinctOn(String query, String filtered) {
        assertThat(filtered(query).query().text()).isEqualTo(filtered);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "select distinct on (paid) port, paid from ship order by paid, id",
                "select distinct on (1) paid, port from ship",
                "select distinct on (lower(port)) port, paid from ship",
                "select distinct on (port) lower(port) as port, paid from ship",
                "select distinct on (p) p as port, paid from ship",
                "select distinct on (port) paid as port from ship",
                "select distinct on (day) * from ship",
                "select distinct on (b.port) a.*, b.id from a join b on true",
                "select distinct on (port) a.port, b.id from a left join b using (port)"
            })
    void doesNotFilterByAnotherColumnBeforeDistinctOn(String query) {
        FilterPlacement placement = filtered(query).filterPlacements().get(0);
        assertThat(placement.where()).isEqualTo(FilterPlacement.Where.AROUND);
        assertThat(placement.reason()).contains("DISTINCT ON");
    }
}
