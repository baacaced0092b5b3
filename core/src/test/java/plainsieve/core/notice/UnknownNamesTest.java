package plainsieve.core.notice;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.sql.ParsedQuery;

class UnknownNamesTest {
    private static final Map<String, Set<String>> TABLES =
            Map.of("crossings", Set.of("crossing_id", "delay_min"), "ports", Set.of("port_id", "name"));

    private static List<Notice> in(String text) {
        return UnknownNames.of(ParsedQuery.parse(text, Dialects.of("postgresql")), TABLES);
    }

    @Test
    void suggestsTheNearestName() {
        assertThat(in("select 1 from crosings")).singleElement().satisfies(notice -> {
            assertThat(notice.message()).contains("crosings");
            assertThat(notice.fixes().get(0).label()).isEqualTo("Write crossings");
        });
        assertThat(in("select c.delai_min from crossings c"))
                .singleElement()
                .satisfies(notice -> assertThat(notice.fixes().get(0).label()).isEqualTo("Write delay_min"));
        assertThat(in("select 1 from wholly_other")).singleElement().satisfies(notice -> assertThat(notice.fixes())
                .isEmpty());
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "with c as (select 1 as made) select c.made from c",
                "select x.anything from (select 1) x",
                "select anything from crossings",
                "select s.anything from other_schema.things s",
                "select f.made from unnest(array[1]) f",
                "select c.delay_min from crossings c where exists (select 1 from ports c where c.name = 'x')",
                "select public.crossings.delay_min from crossings",
            })
    void staysSilentWhenUncertain(String text) {
        assertThat(in(text)).isEmpty();
    }

    @Test
    void staysSilentUntilTheSourceResponds() {
        assertThat(UnknownNames.of(ParsedQuery.parse("select 1 from crosings", Dialects.of("duckdb")), Map.of()))
                .isEmpty();
    }
}
