package plainsieve.core.hardcoded;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import plainsieve.core.catalog.ColumnFacts;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.parameter.ValueCoverage;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.lexer.TextEdit;
import plainsieve.core.value.Type;

class HardCodedValueFinderTest {
    private static final Dialect POSTGRESQL = Dialects.of("postgresql");
    private static final ColumnFacts FACTS = new ColumnFacts(Map.of(
            "crossings",
                    Map.of(
                            "departed_at", new ColumnFacts.Fact(Type.DATETIME, false),
                            "delay_min", new ColumnFacts.Fact(Type.INTEGER, true),
                            "state", new ColumnFacts.Fact(Type.TEXT, false),
                            "port_id", new ColumnFacts.Fact(Type.INTEGER, false),
                            "wave_height_m", new ColumnFacts.Fact(Type.DECIMAL, true)),
            "ports", Map.of("name", new ColumnFacts.Fact(Type.TEXT, false))));

    private static List<HardCodedValue> in(String text) {
        return HardCodedValueFinder.of(ParsedQuery.parse(text, POSTGRESQL), POSTGRESQL, FACTS, Set.of());
    }

    private static String edited(String text) {
        List<TextEdit> edits = new ArrayList<>();
        in(text).forEach(value -> edits.addAll(value.edits()));
        return TextEdit.apply(text, edits);
    }

    private static String holes(String text) {
        return in(text).stream()
                .flatMap(value -> value.placeholders().stream())
                .map(placeholder -> "%s %s%s %s"
                        .formatted(
                                placeholder.name(),
                                placeholder.type().word(),
                                placeholder.many() ? " many" : "",
                                String.join("+", placeholder.values())))
                .collect(Collectors.joining(", "));
    }

    private static final String FROM = "select * from crossings c join ports p using (port_id) where ";

    @ParameterizedTest
    @CsvSource(
            delimiter = '#',
            value = {
                "c.state = 'SAILED'#c.state in (:there)",
                "c.state='SAILED'#c.state in (:there)",
                "c.state <> 'SAILED'#c.state not in (:there)",
                "c.state in ('SAILED', 'CANCELLED')#c.state in (:there)",
                "'SAILED' = c.state#",
                "c.delay_min >= 15#",
                "c.delay_min between 5 and 20#",
                "c.state like '%SAIL%'#",
            })
    void offersAMultiValueParameterWhereAListIsPossible(String condition, String becomes) {
        HardCodedValue value = in(FROM + condition).get(0);
        String many = value.gapsForMany().isEmpty()
                ? null
                : TextEdit.apply(FROM + condition, value.editsTo(List.of("there"), true))
                        .substring(FROM.length());
        assertThat(many).isEqualTo(becomes);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '#',
            value = {
                "c.state = 'SAILED'#c.state = :state#state text SAILED",
                "p.name in ('Ardlow', 'Brae O''Noth')#p.name in (:port)#port text many Ardlow+Brae O'Noth",
                "c.delay_min >= 15#c.delay_min >= :least_delay_min#least_delay_min integer 15",
                "c.delay_min < -5#c.delay_min < :most_delay_min#most_delay_min integer -5",
                "15 <= c.delay_min#:least_delay_min <= c.delay_min#least_delay_min integer 15",
                "c.delay_min=15#c.delay_min= :delay_min#delay_min integer 15",
                "c.wave_height_m > 2#c.wave_height_m > :least_wave_height_m#least_wave_height_m decimal 2",
                "c.delay_min between 5 and 20#c.delay_min between :delay_min_from and :delay_min_to#delay_min_from integer 5, delay_min_to integer 20",
                "c.departed_at >= '2026-03-01' and c.departed_at <= '2026-03-31'#c.departed_at >= :departed_from and c.departed_at <= :departed_to#departed_from date 2026-03-01, departed_to date 2026-03-31",
                "c.departed_at >= date '2026-03-01' and c.departed_at < date '2026-04-01'#c.departed_at >= :departed_from and c.departed_at < :departed_to + interval '1 day'#departed_from date 2026-03-01, departed_to date 2026-03-31",
                "c.departed_at < '2026-03-01'::date#c.departed_at < :departed_to::date#departed_to date 2026-03-01",
                "c.departed_at = '2026-03-01 06:40'#c.departed_at = :departed_at#departed_at datetime 2026-03-01T06:40",
                "date(c.departed_at) = '2026-03-01'#date(c.departed_at) = :departed_at#departed_at date 2026-03-01",
                "c.state like '%SAIL%'#c.state = :state#state text SAIL",
                "c.state like 'a_c%'#c.state like :state#state text a_c%",
                "abs(c.delay_min - 5) > 3#abs(c.delay_min - :delay_min_value) > :least_value#delay_min_value integer 5, least_value integer 3",
                "not (c.state = 'SAILED' or c.delay_min > 9)#not (c.state = :state or c.delay_min > :least_delay_min)#state text SAILED, least_delay_min integer 9",
            })
    void becomesAParameter(String condition, String becomes, String holes) {
        assertThat(edited(FROM + condition)).isEqualTo(FROM + becomes);
        assertThat(holes(FROM + condition)).isEqualTo(holes);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "c.departed_at > now() - interval '3 days 2 hours'",
                "c.state is null",
                "c.state = :state",
                "c.port_id = p.port_id",
                "c.master_note like :word escape '!'",
                "c.state = E'a\\'b'",
                "c.state::varchar(5) = :state",
                "1 = 1",
            })
    void findsNoCandidate(String condition) {
        assertThat(in(FROM + condition)).isEmpty();
    }

    @Test
    void likePatternBecomesAContainsParameter() {
        assertThat(in(FROM + "c.state like '%SAIL%'")
                        .get(0)
                        .placeholders()
                        .get(0)
                        .covers())
                .isEqualTo(ValueCoverage.CONTAINING);
        assertThat(in(FROM + "c.state like 'SAIL%'")
                        .get(0)
                        .placeholders()
                        .get(0)
                        .covers())
                .isEqualTo(ValueCoverage.STARTING);
    }

    @Test
    void findsLimitsOffsetsAndArguments() {
        String text = "select * from crossings_of_month('2026-03-01', 5) m order by 1 limit 50 offset 10";
        assertThat(edited(text))
                .isEqualTo("select * from crossings_of_month(:crossings_of_month_of, :crossings_of_month_of_2) m"
                        + " order by 1 limit :row_limit offset :rows_to_skip");
    }

    @Test
    void equalValuesOfOneColumnShareAParameter() {
        String text =
                "select 1 from crossings where state = 'LATE' union all select 2 from crossings where state = 'LATE'";
        assertThat(in(text)).singleElement().satisfies(value -> assertThat(value.places())
                .hasSize(2));
        assertThat(edited(text)).contains("state = :state union all").endsWith("state = :state");
    }

    @Test
    void differentValuesOfOneColumnAreSeparateParameters() {
        assertThat(holes(FROM + "c.state = 'LATE' or c.state = 'SAILED'"))
                .isEqualTo("state text LATE, state_2 text SAILED");
    }

    @Test
    void findsValuesInSubqueriesAndJoins() {
        String text = "select * from crossings c join ports p on p.port_id = c.port_id and p.name = 'Ardlow'"
                + " where exists (select 1 from crossings d where d.delay_min > 60)";
        assertThat(edited(text)).contains("p.name = :port").contains("d.delay_min > :least_delay_min)");
    }

    @Test
    void findsTwelveValuesOfALongQueryAtOnce() {
        StringBuilder text = new StringBuilder("select c.crossing_id\nfrom crossings c\nwhere 1 = 1\n");
        for (int i = 0; i < 190; i++) {
            text.append(i % 16 == 0 ? "  and c.port_id <> %d\n".formatted(i) : "  -- line %d\n".formatted(i));
        }
        assertThat(in(text.toString())).hasSizeGreaterThanOrEqualTo(12);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "c.late is true",
                "c.late is not false",
                "c.at > timestamp with time zone '2026-01-01 00:00+00'",
                "c.place <-> point '(1, 2)' < c.reach",
                "c.mask = 0x1F",
                "c.at > c.other + interval '3' day to hour"
            })
    void offersNothingThatCannotRun(String condition) {
        assertThat(in(FROM + condition)).isEmpty();
    }

    @Test
    void invalidDateLiteralIsText() {
        assertThat(holes(FROM + "c.x < '2009-12-00' and c.x >= '2009-11-31'"))
                .isEqualTo("most_x text 2009-12-00, least_x text 2009-11-31");
    }

    @Test
    void scalesLinearlyWithConditions() {
        StringBuilder text = new StringBuilder("select * from t where true");
        for (int i = 0; i < 20_000; i++) {
            text.append(" and c%d >= %d and c%d <= %d".formatted(i, i, i, i + 5));
        }
        assertThat(in(text.toString())).hasSize(20_000);
    }
}
