package plainsieve.core.notice;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.sql.ParsedQuery;

class UnreadableCellsTest {
    private static final Map<String, List<String>> UNREAD = Map.of("weather", List.of("2 cells have no value."));

    private static List<Notice> in(String text) {
        return UnreadableCells.of(ParsedQuery.parse(text, Dialects.of("duckdb")), UNREAD);
    }

    @Test
    void warnsOncePerTable() {
        assertThat(in("select *\nfrom \"Weather\" w join main.weather v on v.day = w.day"))
                .singleElement()
                .satisfies(notice -> {
                    assertThat(notice.message()).isEqualTo("2 cells have no value.");
                    assertThat(notice.place().orElseThrow().line()).isEqualTo(2);
                    assertThat(notice.blocks()).isFalse();
                });
    }

    @Test
    void staysSilentForOtherTables() {
        assertThat(in("select weather from ports")).isEmpty();
        assertThat(in("with weather as (select 1 as n) select n from weather")).isEmpty();
        assertThat(in("select * from weather()")).isEmpty();
        assertThat(UnreadableCells.of(ParsedQuery.parse("select * from weather", Dialects.of("duckdb")), Map.of()))
                .isEmpty();
    }
}
