package plainsieve.core.notice;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.sql.ParsedQuery;

class NoticesTest {
    private static List<Notice> notices(String dialectName, String query) {
        Dialect dialect = Dialects.of(dialectName);
        return Notices.of(ParsedQuery.parse(query, dialect), dialect, ReportedNotice.PARAMETERS, ReportedNotice.FACTS);
    }

    private static List<String> kinds(String query) {
        return notices("postgresql", query).stream()
                .map(notice -> notice.kind().word())
                .toList();
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '`', textBlock = """
            select 1 from crossings where state = ':port'                      ; quoted-parameter
            select 1 from crossings c where c.departed_at = :word              ; column-type-mismatch
            select 1 from crossings where delay_min in (:port)                 ; column-type-mismatch
            select 1 from vessels v where v.retired_on between :word and :day  ; column-type-mismatch
            select 1 from crossings where departed_at <= :to                   ; date-compared-with-timestamp
            select 1 from crossings where departed_at between :day and :to     ; date-compared-with-timestamp
            select 1 from crossings where upper(state) = :word                 ; function-on-column
            select 1 from crossings where (x + 1)::text = :word                ; function-on-column
            select 1 from crossings where wave > :port                         ; multiple-values-in-single-place
            select f(:port) from crossings                                     ; multiple-values-in-single-place
            select 1 from crossings where state like '%' || :word              ; leading-wildcard
            select 1 from crossings limit :n                                   ; limit-without-order
            select 1 from (select 1 from t fetch first 5 rows only) x          ; limit-without-order
            select 1 from crossings where state = 'SAILED' and state in (:port); duplicate-filter
            select 1 from crossings where state = :word and a and state in (:port); duplicate-filter
            select 1 from crossings where delay_min <> :delay                  ; not-in-nullable
            select 1 from crossings where delay_min not in (select 1)          ; not-in-nullable
            select 1 from crossings order by 1 limit 100                       ; hard-coded-value
            select 1 from crossings where d >= '2026-03-01'                    ; hard-coded-value
            select 1 from crossings where d >= date '2026-03-01'               ; hard-coded-value
            select 1 from crossings where crossing_id = 42                     ; hard-coded-value
            """)
    void reportsWhatAuthorsShouldKnow(String query, String kind) {
        assertThat(kinds(query)).containsExactly(kind);
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '`', textBlock = """
            select 1 from crossings where departed_at >= :day and departed_at < :to
            select 1 from crossings where departed_at <= :at
            select 1 from vessels where retired_on <= :day
            select 1 from crossings where unknown_column = :word
            select 1 from crossings where other.delay_min <> :delay
            select 1 from crossings where state in (:port) or state = 'SAILED'
            select 1 from crossings where state like :word || '%'
            select 1 from crossings order by 1 limit :n
            select 1 from crossings order by 1 limit 5000
            select 1 from crossings where state <> :word
            select 1 from crossings where (:port is null or state = :port)
            select 1 from crossings group by x having lower(max(x)) = :word
            select 1 from crossings where delay_min >= :delay
            """)
    void staysSilentForCorrectQueries(String query) {
        assertThat(kinds(query)).isEmpty();
    }

    @Test
    void reportsPositions() {
        Notice notice = notices("postgresql", "select 1\nfrom crossings\nwhere departed_at <= :to\n")
                .get(0);
        assertThat(notice.place().orElseThrow().line()).isEqualTo(3);
        assertThat(notice.place().orElseThrow().column()).isEqualTo(7);
        assertThat(notice.parameter()).contains("to");
    }

    @Test
    void reportsUnusedParameters() {
        assertThat(Notices.unused(List.of("a", "b"), List.of("b")))
                .extracting(Notice::message)
                .containsExactly(":a is not used.");
    }

    @Test
    void fixesATypeMismatchWithTheColumnType() {
        Dialect dialect = Dialects.of("postgresql");
        ParsedQuery query = ParsedQuery.parse("select 1 from crossings where departed_at >= :word", dialect);
        Notice notice = Notices.of(query, dialect, ReportedNotice.PARAMETERS, ReportedNotice.FACTS)
                .get(0);
        assertThat(notice.fixes().get(0).change()).contains(new Notice.ParameterChange("type", "datetime"));
    }

    @Test
    void scalesLinearlyWithConditions() {
        StringBuilder text = new StringBuilder("select 1 from crossings where true");
        for (int i = 0; i < 10_000; i++) {
            text.append(" and (lower(a%d) = :word or b%d in (:port))".formatted(i, i));
        }
        assertThat(kinds(text.toString())).hasSize(10_000).containsOnly("function-on-column");
    }
}
