package plainsieve.core.request;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.parameter.BlankRule;
import plainsieve.core.parameter.Choice;
import plainsieve.core.parameter.Choices;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.parameter.ValueCoverage;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.rewrite.RenameParameter;
import plainsieve.core.rewrite.ResultShape;
import plainsieve.core.statement.Placement;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;

class RequestTest {
    private static final String TIDES = """
            request 1
            get /ports/:port/tides
            query from = :from
            query to = :to
            query kind = :kinds
            header X-Datum = :datum
            rows at data.tides
            pages by link at links.next
            then
            select * from response where height_m > :least
            """;

    private final Map<String, Parameter> parameters = new HashMap<>();
    private final Map<String, Choice> chosen = new HashMap<>();

    private RequestTest with(Parameter parameter, Choice choice) {
        parameters.put(parameter.name(), parameter);
        chosen.put(parameter.name(), choice);
        return this;
    }

    private RequestTest text(String name, String... values) {
        return with(Parameter.of(name, Type.TEXT).asMultiple(), many(values));
    }

    private static Choice many(String... values) {
        return values.length == 0
                ? new Choice.Blank()
                : new Choice.Many(
                        List.of(values).stream().<Value>map(Value.Text::new).toList(), false);
    }

    private RequestTest day(String name, String day) {
        return with(
                Parameter.of(name, Type.DATE),
                day.isEmpty() ? new Choice.Blank() : new Choice.One(new Value.Day(LocalDate.parse(day))));
    }

    private Statement sent(String text) {
        PreparedQuery query = PreparedQuery.of(text, Dialects.of("duckdb"));
        Map<String, Parameter> all = new HashMap<>(parameters);
        query.parameterNames().forEach(name -> all.putIfAbsent(name, Parameter.of(name, Type.TEXT)));
        return query.rewrite(new Choices(all, chosen), ResultShape.allRows(), 1000);
    }

    private ServiceRequest request(String text) {
        return SentRequest.of(sent(text)).ask();
    }

    private static String get(String line) {
        return "request 1\n" + line;
    }

    @Test
    void fillsEveryPartAndOmitsBlanks() {
        text("port", "Saint Orla's Landing")
                .day("from", "2026-03-01")
                .day("to", "")
                .text("kinds", "high", "low");
        with(Parameter.of("least", Type.DECIMAL), new Choice.Blank());
        ServiceRequest request = request(TIDES);
        assertThat(request.path())
                .isEqualTo("/ports/Saint%20Orla%27s%20Landing/tides?from=2026-03-01&kind=high&kind=low");
        assertThat(request.headers()).isEmpty();
        assertThat(SentRequest.of(sent(TIDES)).sql().text())
                .startsWith("select * from response")
                .doesNotContain("height_m");
        assertThat(request.directions().rowsAt()).isEqualTo("data.tides");
    }

    @Test
    void omitsABlankPathSegmentWithItsSlash() {
        assertThat(request(get("get /ports/:port/tides")).path()).isEqualTo("/ports/tides");
        assertThat(request(get("get /:port")).path()).isEqualTo("/");
        text("port", "Ardlow");
        assertThat(request(get("get /ports/:port/tides")).path()).isEqualTo("/ports/Ardlow/tides");
    }

    @Test
    void acceptsAQueryStringInTheUrl() {
        text("port", "Ardlow");
        assertThat(request(get("get /tides?port=:port&day=:day&form=short")).path())
                .isEqualTo("/tides?port=Ardlow&form=short");
    }

    @Test
    void joinsMultipleValuesWhereDeclared() {
        text("kinds", "a,b", "c");
        assertThat(request(get("get /t\nquery kind = :kinds joined by ','")).path())
                .isEqualTo("/t?kind=a%2Cb,c");
        assertThat(request(get("get /t/:kinds joined by ';'")).path()).isEqualTo("/t/a%2Cb;c");
    }

    @Test
    void rejectsMultipleValuesForASinglePlace() {
        text("kinds", "a", "b");
        for (String line :
                List.of("get /t/:kinds", "get /t\nheader X-Kind = :kinds", "get /t\nquery k = :kinds/:port")) {
            text("port", "x");
            assertThatThrownBy(() -> sent(get(line)))
                    .isInstanceOf(ProblemException.class)
                    .hasMessageContaining("accepts one");
        }
    }

    @Test
    void formatsDatesForTheService() {
        day("day", "2026-03-31");
        assertThat(request(get("get /t\nquery day = :day format 'dd.MM.yyyy'")).path())
                .isEqualTo("/t?day=31.03.2026");
        with(Parameter.of("at", Type.DATETIME), new Choice.One(new Value.Moment(LocalDateTime.of(2026, 3, 31, 14, 0))));
        assertThat(request(get("get /t\nquery at = :at")).path()).isEqualTo("/t?at=2026-03-31T14%3A00%3A00");
    }

    @Test
    void monthEndsOnItsLastDay() {
        with(
                Parameter.of("month", Type.DATE).covering(ValueCoverage.MONTH),
                new Choice.One(new Value.Day(LocalDate.of(2026, 2, 1))));
        assertThat(request(get("get /t\nquery from = :month\nquery to = :month last day"))
                        .path())
                .isEqualTo("/t?from=2026-02-01&to=2026-02-28");
        assertThat(request(get("get /t\nquery to = :month, last day, format 'yyyyMMdd'"))
                        .path())
                .isEqualTo("/t?to=20260228");
    }

    @ParameterizedTest
    @ValueSource(strings = {"a/b", "a?b=c", "x&y=z", "#", "..a", "a..b/...", "ä ö", "\"", "a\nb", "+"})
    void encodesValues(String value) {
        text("port", value);
        ServiceRequest request = request(get("get /ports/:port/tides?p=:port"));
        assertThat(request.path()).matches("/ports/[A-Za-z0-9%._~-]+/tides\\?p=[A-Za-z0-9%._~-]+");
        String piece = request.path().replaceAll("/ports/(.*)/tides.*", "$1");
        assertThat(java.net.URLDecoder.decode(piece, java.nio.charset.StandardCharsets.UTF_8))
                .isEqualTo(value);
    }

    /** A server may decode a value and interpret it as the parent folder. */
    @ParameterizedTest
    @ValueSource(strings = {"../x", "../..", "a/../b", "%2e%2e", "%252e%252e", "..\\x", "a/.", "..;x/y"})
    void rejectsADotSegmentInAPath(String value) {
        text("port", value);
        assertThatThrownBy(() -> sent(get("get /ports/:port/tides"))).hasMessageContaining("is not allowed in a path");
        assertThat(request(get("get /ports?p=:port")).path()).startsWith("/ports?p=");
    }

    @ParameterizedTest
    @ValueSource(strings = {".", "..", ""})
    void rejectsAValueThatWouldChangeThePath(String value) {
        text("port", value);
        assertThatThrownBy(() -> sent(get("get /ports/:port/tides"))).hasMessageContaining("is not allowed in a path");
        assertThat(request(get("get /ports?p=:port")).path()).isEqualTo("/ports?p=" + value);
    }

    @Test
    void rejectsLineBreaksInHeaders() {
        text("datum", "mean\r\nX-Key: stolen");
        assertThatThrownBy(() -> sent(get("get /t\nheader X-Datum = :datum")))
                .hasMessageContaining("invalid in a header");
    }

    @Test
    void bodyIsAlwaysValidJson() {
        text("port", "a\"b\\");
        with(Parameter.of("n", Type.INTEGER), new Choice.One(new Value.Whole(5)));
        assertThat(request(get("post /search read-only\nbody {\"port\": :port, \"say\": \"in :port\", \"n\": :n}"))
                        .body())
                .contains("{\"port\": \"a\\\"b\\\\\", \"say\": \"in a\\\"b\\\\\", \"n\": 5}");
    }

    @Test
    void postRequiresADeclarationThatItReads() {
        assertThatThrownBy(() -> sent(get("post /orders"))).hasMessageContaining("may change data");
    }

    @Test
    void viewLimitAppliesToTheRequest() {
        Statement sent = sent(get("get /t?p=:port"));
        assertThat(sent.text()).endsWith("then\nselect * from response\nlimit ?");
        assertThat(RequiredRowCount.of(SentRequest.of(sent).sql(), Dialects.of("duckdb")))
                .hasValue(1001);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            select kind, height_m from response              | 1001
            select distinct kind from response               |
            select kind, from response                       |
            select height_m as kind from response            |
            select kind, count(*) from response group by 1   |
            select * from response order by at               |
            select * from response where height_m > 3        |
            select * from response, answer                   |
            select max(at) from response                     |
            """)
    void firstRowsLimitTheRequest(String sql, Long needed) {
        var rows = RequiredRowCount.of(
                SentRequest.of(sent(get("get /t\nthen\n" + sql))).sql(), Dialects.of("duckdb"));
        assertThat(rows.isPresent() ? rows.getAsLong() : null).isEqualTo(needed);
    }

    @Test
    void reportsPositionsInBothTexts() {
        text("port", "Ardlow").text("kinds", "high", "low");
        Statement sent = sent(TIDES);
        List<String> told = new ArrayList<>();
        for (Placement place : sent.placements()) {
            String words = TIDES.substring(place.start(), place.end());
            String went = sent.text().substring(place.sentStart(), place.sentEnd());
            told.add(words + " " + place.outcome() + " " + went);
        }
        assertThat(told)
                .containsExactly(
                        ":port BOUND /?",
                        ":from LEFT_OUT ",
                        ":to LEFT_OUT ",
                        ":kinds SPREAD ?kind=?&kind=?",
                        ":datum LEFT_OUT ",
                        ":least LEFT_OUT ");
    }

    @Test
    void renamesAParameterEverywhere() {
        PreparedQuery query = PreparedQuery.of(TIDES, Dialects.of("duckdb"));
        assertThat(RenameParameter.apply(query, TIDES, "port", "harbour"))
                .isEqualTo(TIDES.replace(":port", ":harbour"));
        assertThat(RenameParameter.apply(query, TIDES, "least", "height"))
                .isEqualTo(TIDES.replace(":least", ":height"));
    }

    @Test
    void rejectsAChoiceThatNoRequestCanExpress() {
        with(Parameter.of("port", Type.TEXT).withBlankRule(BlankRule.ROWS_WITHOUT_VALUE), new Choice.Blank());
        assertThatThrownBy(() -> sent(get("get /t?p=:port"))).hasMessageContaining("can only omit its part");
        with(Parameter.of("port", Type.TEXT).asMultiple(), new Choice.Many(List.of(), true));
        assertThatThrownBy(() -> sent(get("get /t?p=:port"))).hasMessageContaining("without a value");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            get ports                          | not a path below
            get /a b                           | not a path below
            get /a#b                           | not a path below
            get /t,get /u                      | two paths
            fetch /t                           | Unknown request line
            get /t,rows in data                | Unknown response option
            get /t,column a is color          | Unknown column type
            get /t,header Authorization = x    | cannot set the header
            get /t,header Host = x             | cannot set the header
            get /t,query day = :day format 'rr' | Invalid date pattern
            get /t?=3                          | has no value
            rows at data                       | no path yet
            """)
    void reportsErrorsAtTheirLine(String lines, String message) {
        String text = "request 1\n" + lines.replace(",", "\n");
        assertThatThrownBy(() -> PreparedQuery.of(text, Dialects.of("duckdb")))
                .isInstanceOfSatisfying(ProblemException.class, e -> {
                    assertThat(e.first().message()).contains(message);
                    assertThat(e.first().place()).isPresent();
                });
    }

    @Test
    void recognizesOnlyRequests() {
        assertThatThrownBy(() -> request("select 1 as \"get /\"")).hasMessageContaining("takes requests, not SQL");
        assertThatThrownBy(() -> request("select '\nget /x\nthen\n'")).hasMessageContaining("takes requests, not SQL");
    }
}
