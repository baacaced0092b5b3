package plainsieve.core.sentence;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.tuple;

import java.math.BigDecimal;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import plainsieve.core.parameter.BlankRule;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.rewrite.Measure;
import plainsieve.core.rewrite.ResultShape;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Type;
import plainsieve.core.view.ColumnLabels;
import plainsieve.core.view.Figure;
import plainsieve.core.view.ProfiledColumn;
import plainsieve.core.view.View;
import plainsieve.core.view.ViewContent;

class ViewSentenceTest {
    private static final List<ProfiledColumn> COLUMNS = List.of(
            column("port", Type.TEXT, 14),
            column("vessel", Type.TEXT, 18),
            column("ticket", Type.TEXT, 90_000),
            column("departed_at", Type.DATETIME, 500),
            new ProfiledColumn(
                    "delay_min",
                    Optional.of(Type.INTEGER),
                    OptionalLong.of(60),
                    OptionalLong.empty(),
                    Optional.of(BigDecimal.valueOf(120)),
                    List.of()),
            column("vessel_id", Type.INTEGER, 18));
    private static final SentenceContext KNOWN = new SentenceContext(
            COLUMNS,
            Map.of(
                    "rows", definition("rows", Type.INTEGER),
                    "port", definition("port", Type.TEXT),
                    "sailed_from", range("sailed_from", "sailed_to"),
                    "island", needed("island")),
            Set.of("port", "sailed_from", "island"),
            Set.of(),
            List.of(new SentenceContext.TargetReport(
                    "diary",
                    "Vessel diary",
                    List.of(definition("port", Type.TEXT), definition("rows", Type.INTEGER)))));
    private static final Figure COUNT = new Figure(Measure.countOfRows(), "rows", "");

    private static final View FIGURES = View.of(
            "f",
            "",
            "q",
            new ViewContent.Figures(
                    List.of(new Figure(Measure.countOfRows(), "late crossings", "")), Optional.empty()));
    private static final View BARS = View.of(
            "b", "By port", "q", new ViewContent.Bars(List.of(COUNT), List.of("port"), ViewContent.Rank.USUAL, true));
    private static final View LINE =
            View.of("l", "Over time", "q", new ViewContent.Line(List.of(COUNT), List.of("departed_at:month")));
    private static final View TABLE = View.of(
            "t",
            "Crossings",
            "q",
            new ViewContent.Table(
                    "", List.of(ColumnLabels.plain("port", "Port"), ColumnLabels.plain("delay_min", "Late"))));
    private static final View GROUPS =
            View.of("g", "By port and vessel", "q", new ViewContent.Groups(List.of(COUNT), List.of("port", "vessel")));
    private static final View WORDS = View.of("w", "", "", new ViewContent.Text("Only {port}."));
    private static final List<View> ALL = List.of(FIGURES, BARS, LINE, TABLE, GROUPS, WORDS);

    static ProfiledColumn column(String name, Type type, long different) {
        return ProfiledColumn.of(name, Optional.of(type), OptionalLong.of(different));
    }

    static ParameterDefinition definition(String name, Type type) {
        return ParameterDefinition.of(Parameter.of(name, type), new ParameterDefinition.Words(name, "", "", "", ""));
    }

    private static ParameterDefinition range(String from, String to) {
        ParameterDefinition plain = definition(from, Type.DATE);
        return new ParameterDefinition(
                from,
                plain.words(),
                plain.meaning(),
                new ParameterDefinition.Bounds("", "", to),
                "",
                plain.list(),
                plain.start(),
                plain.trial(),
                plain.maintenance());
    }

    private static ParameterDefinition needed(String name) {
        return ParameterDefinition.of(
                Parameter.of(name, Type.TEXT).withBlankRule(BlankRule.NOT_ALLOWED),
                new ParameterDefinition.Words(name, "", "", "", ""));
    }

    @ParameterizedTest
    @ValueSource(strings = {"due:day", "a:1", "port"})
    void offersColumnsWhateverTheirName(String name) {
        SentenceContext sentenceContext =
                new SentenceContext(List.of(column(name, Type.TEXT, 3)), Map.of(), Set.of(), Set.of(), List.of());

        assertThat(GroupingOptions.bars(sentenceContext))
                .extracting(option -> ResultShape.Key.read(option.id()), MarkOption::label)
                .containsExactly(tuple(ResultShape.Key.of(name), name));
        assertThat(GroupingOptions.titleBy(
                        List.of(GroupingOptions.parts(sentenceContext).get(0).id())))
                .isEqualTo("By " + name);
    }

    private static View view(String kind) {
        return ALL.stream()
                .filter(view -> view.shown().kind().word().equals(kind))
                .findFirst()
                .orElseThrow();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            figures |           |                  | Figures: number of rows as late crossings
            figures | figure/0  | avg delay_min    | Figures: average of delay min as late crossings
            figures | figure/0  | median delay_min | Figures: median of delay min as late crossings
            figures | label/0   | late ones        | Figures: number of rows as late ones
            figures | +         | max departed_at  | Figures: number of rows as late crossings · maximum of departed at as maximum departed at
            figures | figure/0  | /format number 1 | Figures: number of rows as late crossings, written 1,234.5
            figures | figure/0  | /format money €  | Figures: number of rows as late crossings, written € 1,234.50
            figures | figure/0  | /unit            | Figures: number of rows as late crossings, in unit
            figures | +         | /against before sailed_from | Figures: number of rows as late crossings, compared with the previous period of :sailed_from
            figures | +         | /against all     | Figures: number of rows as late crossings, compared with all rows
            figures | +         | /title           | Figures: number of rows as late crossings, called Title
            figures | +         | /aside port      | Figures: number of rows as late crossings, not filtered by :port
            bars    |           |                  | Bars of the number of rows by port, the 7 largest, called By port
            bars    | by        | departed_at:month | Bars of the number of rows by month of departed at, all in their order, called By month of departed at
            bars    | by        | departed_at:weekday | Bars of the number of rows by weekday of departed at, all in their order, called By weekday of departed at
            bars    | by        | delay_min:10     | Bars of the number of rows by delay min in bands of 10, all in their order, called By delay min in bands of 10
            bars    | figure/0  | sum delay_min    | Bars of the sum of delay min by port, the 7 largest, called By port
            bars    | figure/0  | share            | Bars of the share of all rows by port, the 7 largest, called By port
            bars    | title     | Harbours         | Bars of the number of rows by port, the 7 largest, called Harbours
            bars    | rank      | smallest 5       | Bars of the number of rows by port, the 5 smallest, called By port
            bars    | rank      | 12               | Bars of the number of rows by port, the 12 largest, called By port
            bars    | +         | /second vessel   | Bars of the number of rows by port, the 7 largest, in parts by vessel, stacked, called By port
            bars    | +         | /lead diary port | Bars of the number of rows by port, the 7 largest, called By port, a click opens diary with it as :port
            line    |           |                  | Line of the number of rows by month of departed at, called Over time
            line    | by        | departed_at:week | Line of the number of rows by week of departed at, called Over time
            line    | +         | /second port     | Line of the number of rows by month of departed at, one for each port, called Over time
            table   |           |                  | Table with columns Port, Late; every row, called Crossings
            table   | limit     | :rows            | Table with columns Port, Late; as many rows as :rows, called Crossings
            table   | column/1  | Late, min        | Table with columns Port, Late, min; every row, called Crossings
            table   | column/1  | /format unit min | Table with columns Port, Late as 12 min; every row, called Crossings
            table   | column/1  | /total           | Table with columns Port, Late added up; every row, called Crossings
            table   | column/1  | /earlier         | Table with columns Late, Port; every row, called Crossings
            table   | column/0  | /leave-out       | Table with columns Late; every row, called Crossings
            table   | +         | /column ticket   | Table with columns Port, Late, Ticket; every row, called Crossings
            groups  |           |                  | Groups by port, then by vessel, with number of rows as rows, called By port and vessel
            groups  | level/1   | /up              | Groups by vessel, then by port, with number of rows as rows, called By vessel and port
            groups  | level/0   | /leave-out       | Groups by vessel, with number of rows as rows, called By vessel
            groups  | +         | /level departed_at:year | Groups by port, then by vessel, then by year of departed at, with number of rows as rows, called By port and vessel and year of departed at
            groups  | +         | sum delay_min    | Groups by port, then by vessel, with number of rows as rows · sum of delay min as delay min, called By port and vessel
            text    |           |                  | Text: Only {port}.
            text    | text      | From {port}      | Text: From {port}
            """)
    void describesTheView(String kind, String mark, String taken, String sentence) {
        View before = view(kind);
        View after = mark == null ? before : new ViewSentence(before, KNOWN).with(mark, taken);
        assertThat(ViewSentence.inWords(after)).isEqualTo(sentence);
    }

    @ParameterizedTest
    @CsvSource({
        "figures, figure/0, sum vessel_id",
        "figures, figure/0, sum port",
        "figures, figure/0, share",
        "figures, figure/0, /format unit min",
        "figures, figure/0, /format day",
        "figures, figure/7, count",
        "figures, figure/0, /leave-out",
        "figures, figure/x, count",
        "figures, +, /against before rows",
        "figures, +, /against year port",
        "figures, +, /aside rows",
        "figures, +, /aside island",
        "bars, by, delay_min",
        "bars, by, ticket",
        "bars, by, nowhere",
        "bars, rank, 0",
        "bars, rank, many",
        "bars, +, /second port",
        "bars, +, /second ticket",
        "bars, +, /lead diary rows",
        "bars, +, /lead nowhere port",
        "line, +, /lead diary port",
        "bars, nowhere, count",
        "line, by, port",
        "line, by, departed_at",
        "line, by, departed_at:weekday",
        "line, +, /second ticket",
        "table, limit, :port",
        "table, limit, :missing",
        "table, column/9, x",
        "table, +, /column port",
        "groups, level/0, /up",
        "groups, level/0, ticket",
        "groups, +, /level port",
        "text, text, From {port",
        "text, figure/0, count",
        "bars, title, From [port",
    })
    void rejectsWhatDoesNotFit(String kind, String mark, String taken) {
        ViewSentence sentence = new ViewSentence(view(kind), KNOWN);
        assertThatThrownBy(() -> sentence.with(mark, taken)).isInstanceOf(ProblemException.class);
    }

    @Test
    void offersUnfittingOptionsWithAReason() {
        assertThat(new ViewSentence(BARS, KNOWN).offers("by"))
                .extracting(MarkOption::id, MarkOption::reason)
                .contains(tuple("port", ""), tuple("ticket", "too many bars (90,000 values)"));
        assertThat(new ViewSentence(FIGURES, KNOWN).offers("+"))
                .extracting(MarkOption::id, MarkOption::reason)
                .contains(tuple("/aside island", "it requires a choice"));
    }

    @Test
    void reportsAnUnsupportedMedian() {
        SentenceContext without =
                new SentenceContext(COLUMNS, Map.of(), Set.of(), Set.of(Measure.Function.MEDIAN), List.of());
        assertThat(new ViewSentence(FIGURES, without).offers("figure/0"))
                .filteredOn(option -> option.id().equals("median delay_min"))
                .singleElement()
                .extracting(MarkOption::reason)
                .isEqualTo("this database has no median function");
    }

    @Test
    void proposesAReadableNumberOfBands() {
        assertThat(new ViewSentence(BARS, KNOWN).offers("by"))
                .filteredOn(option -> option.id().startsWith("delay_min"))
                .extracting(MarkOption::id)
                .containsExactly("delay_min:10", "delay_min:20", "delay_min:50");
    }

    @Test
    void keepsCustomTitlesWhenTheFigureChanges() {
        View own = new ViewSentence(FIGURES, KNOWN).with("figure/0", "max delay_min");
        assertThat(own.shown().measures().get(0).label()).isEqualTo("late crossings");
        View plain = new ViewSentence(new ViewSentence(FIGURES, KNOWN).with("+", "count"), KNOWN)
                .with("figure/1", "max delay_min");
        assertThat(plain.shown().measures().get(1).label()).isEqualTo("maximum delay min");
    }

    @Test
    void resizesColumnsWithinBounds() {
        View wide = new ViewSentence(TABLE, KNOWN).with("column/0", "/wider");
        assertThat(widths(wide)).containsExactly(20, 0);
        View narrow = TABLE;
        for (int i = 0; i < 9; i++) {
            narrow = new ViewSentence(narrow, KNOWN).with("column/0", "/narrower");
        }
        assertThat(widths(narrow)).containsExactly(4, 0);
        assertThat(new ViewSentence(narrow, KNOWN).with("column/0", "/as-needed"))
                .isEqualTo(TABLE);
    }

    private static List<Integer> widths(View table) {
        return ((ViewContent.Table) table.shown())
                .columns().stream().map(ColumnLabels::width).toList();
    }

    @Test
    void linkToAnotherReportKnowsItsChoices() {
        View leading = new ViewSentence(TABLE, KNOWN).with("+", "/lead diary");
        assertThat(ViewSentence.of(leading, id -> "Vessel diary").text()).contains(", more rows are in Vessel diary");
        assertThat(new ViewSentence(leading, KNOWN).offers("lead"))
                .extracting(MarkOption::label)
                .containsExactly("more rows are in Vessel diary", "download of every row");
        assertThat(new ViewSentence(leading, KNOWN).with("lead", "/lead")).isEqualTo(TABLE);
        SentenceContext knowsNone =
                new SentenceContext(COLUMNS, KNOWN.parameters(), Set.of("island"), Set.of(), KNOWN.reports());
        assertThatThrownBy(() -> new ViewSentence(TABLE, knowsNone).with("+", "/lead diary"))
                .hasMessageContaining("it has none of the parameters");
    }

    @Test
    void removesWhatWasAdded() {
        View parts = new ViewSentence(BARS, KNOWN).with("+", "/second vessel");
        assertThat(new ViewSentence(parts, KNOWN).with("parts", "/one-piece")).isEqualTo(BARS);
        View leading = new ViewSentence(BARS, KNOWN).with("+", "/lead diary port");
        assertThat(new ViewSentence(leading, KNOWN).with("lead", "/lead")).isEqualTo(BARS);
        View aside = new ViewSentence(TABLE, KNOWN).with("+", "/aside port");
        assertThat(new ViewSentence(aside, KNOWN).with("aside/0", "/filtered")).isEqualTo(TABLE);
        View compared = new ViewSentence(FIGURES, KNOWN).with("+", "/against year sailed_from");
        assertThat(new ViewSentence(compared, KNOWN).with("against", "/against"))
                .isEqualTo(FIGURES);
    }

    @ParameterizedTest
    @ValueSource(strings = {"figures", "bars", "line", "table", "groups", "text"})
    void acceptsEveryFittingOffer(String kind) {
        View view = view(kind);
        for (Sentence.Piece piece : ViewSentence.of(view, id -> id).pieces()) {
            if (piece instanceof Sentence.Mark mark) {
                for (MarkOption option : new ViewSentence(view, KNOWN).offers(mark.id())) {
                    if (option.fits()) {
                        View taken = new ViewSentence(view, KNOWN).with(mark.id(), option.id());
                        assertThat(ViewSentence.inWords(taken))
                                .doesNotContain("/")
                                .isNotBlank();
                    }
                }
            }
        }
    }

    @Test
    void changesTheFormatOfAFigure() {
        View formatted = new ViewSentence(FIGURES, KNOWN).with("figure/0", "/format number 1");
        assertThat(new ViewSentence(formatted, KNOWN).offers("format/0"))
                .extracting(MarkOption::label)
                .startsWith("rounded", "written 1,234")
                .doesNotContain("written 1,234.5");
        View plain = new ViewSentence(formatted, KNOWN).with("format/0", "/format ");
        assertThat(plain).isEqualTo(FIGURES);
    }
}
