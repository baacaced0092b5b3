package plainsieve.core.sentence;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.rewrite.Measure;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Type;
import plainsieve.core.view.ColumnWords;
import plainsieve.core.view.Figure;
import plainsieve.core.view.OutputColumn;
import plainsieve.core.view.View;

class ViewSentenceTest {
    private static final Known KNOWN = new Known(
            List.of(
                    column("port", Type.TEXT, 14),
                    column("ticket", Type.TEXT, 90_000),
                    column("departed_at", Type.DATETIME, 500),
                    column("delay_min", Type.INTEGER, 60),
                    column("vessel_id", Type.INTEGER, 18)),
            Map.of("rows", definition("rows", Type.INTEGER), "port", definition("port", Type.TEXT)));

    private static final View FIGURES =
            new View.Figures("f", "", "q", List.of(new Figure(Measure.countOfRows(), "late crossings", "")));
    private static final View BARS = new View.Bars(
            "b", "By port", "q", List.of(new Figure(Measure.countOfRows(), "number of rows", "")), "port");
    private static final View LINE = new View.Line(
            "l", "Over time", "q", List.of(new Figure(Measure.countOfRows(), "rows", "")), "departed_at:month");
    private static final View TABLE = new View.Table(
            "t", "Crossings", "q", "", List.of(new ColumnWords("port", "Port"), new ColumnWords("delay_min", "Late")));

    static OutputColumn column(String name, Type type, long different) {
        return new OutputColumn(name, Optional.of(type), OptionalLong.of(different), OptionalLong.empty());
    }

    static ParameterDefinition definition(String name, Type type) {
        return ParameterDefinition.of(Parameter.of(name, type), new ParameterDefinition.Words(name, "", "", "", ""));
    }

    private static View view(String word) {
        return switch (word) {
            case "figures" -> FIGURES;
            case "bars" -> BARS;
            case "line" -> LINE;
            default -> TABLE;
        };
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            figures |           |                  | Figures: number of rows as late crossings · +
            figures | figure/0  | avg delay_min    | Figures: average of delay min as late crossings · +
            figures | label/0   | late ones        | Figures: number of rows as late ones · +
            figures | figure/+  | max departed_at  | Figures: number of rows as late crossings · largest departed at as largest departed at · +
            figures | figure/0  | unit             | Figures: number of rows as late crossings, in unit · +
            bars    |           |                  | Bars of the number of rows by port, called By port
            bars    | by        | departed_at:month | Bars of the number of rows by month of departed at, called By month of departed at
            bars    | figure/0  | sum delay_min    | Bars of the sum of delay min by port, called By port
            bars    | title     | Harbours         | Bars of the number of rows by port, called Harbours
            line    |           |                  | Line of the number of rows by month of departed at, called Over time
            line    | by        | departed_at:day  | Line of the number of rows by day of departed at, called Over time
            table   |           |                  | Table called Crossings with columns Port, Late; every row
            table   | limit     | :rows            | Table called Crossings with columns Port, Late; as many rows as :rows
            table   | label/1   | Late, min        | Table called Crossings with columns Port, Late, min; every row
            """)
    void saysWhatTheViewIs(String word, String mark, String taken, String sentence) {
        View before = view(word);
        View after = mark == null ? before : new ViewChange(before, KNOWN).with(mark, taken);
        assertThat(ViewSentence.of(after).text()).isEqualTo(sentence);
    }

    @ParameterizedTest
    @CsvSource({
        "figures, figure/0, sum vessel_id",
        "figures, figure/0, sum port",
        "figures, figure/7, count",
        "figures, figure/0, leave-out",
        "figures, figure/x, count",
        "bars, by, delay_min",
        "bars, by, ticket",
        "bars, by, nowhere",
        "line, by, port",
        "line, by, departed_at",
        "table, limit, :port",
        "table, limit, :nobody",
        "table, label/9, x",
    })
    void doesNotTakeWhatCannotStandThere(String word, String mark, String taken) {
        assertThatThrownBy(() -> new ViewChange(view(word), KNOWN).with(mark, taken))
                .isInstanceOf(ProblemException.class);
    }

    @Test
    void whatDoesNotFitIsOfferedWithItsReason() {
        List<Offer> offers = new ViewChange(BARS, KNOWN).offers("by");
        assertThat(offers)
                .extracting(Offer::id, Offer::reason)
                .contains(
                        org.assertj.core.groups.Tuple.tuple("port", ""),
                        org.assertj.core.groups.Tuple.tuple("ticket", "90,000 values are too many bars"),
                        org.assertj.core.groups.Tuple.tuple("delay_min", "a measure: every value would be a bar"));
    }

    @Test
    void wordsThatAnAuthorChoseStayWhenTheFigureChanges() {
        View own = new ViewChange(FIGURES, KNOWN).with("figure/0", "max delay_min");
        assertThat(((View.Figures) own).measures().get(0).label()).isEqualTo("late crossings");
        View plain = new ViewChange(new ViewChange(FIGURES, KNOWN).with("figure/+", "count"), KNOWN)
                .with("figure/1", "max delay_min");
        assertThat(((View.Figures) plain).measures().get(1).label()).isEqualTo("largest delay min");
    }

    @Test
    void everyOfferThatFitsCanBeTaken() {
        for (View view : List.of(FIGURES, BARS, LINE, TABLE)) {
            for (Sentence.Piece piece : ViewSentence.of(view).pieces()) {
                if (piece instanceof Sentence.Mark mark) {
                    for (Offer offer : new ViewChange(view, KNOWN).offers(mark.id())) {
                        if (offer.fits()) {
                            assertThat(new ViewChange(view, KNOWN).with(mark.id(), offer.id()))
                                    .isNotNull();
                        }
                    }
                }
            }
        }
    }
}
