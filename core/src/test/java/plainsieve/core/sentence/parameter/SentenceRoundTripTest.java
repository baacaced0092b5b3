package plainsieve.core.sentence.parameter;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import plainsieve.core.parameter.ColumnReference;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.sentence.MarkOption;
import plainsieve.core.sentence.Sentence;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Type;

/** Every sentence that the product writes about a parameter can be typed and means the same. */
class SentenceRoundTripTest {
    private static final ParameterContext CONTEXT = new ParameterContext(
            Map.of(
                    "to", of("to", Type.DATE),
                    "up_to", of("up_to", Type.INTEGER),
                    "last", of("last", Type.TEXT)),
            List.of("route"),
            List.of(new ParameterContext.NamedQuery("q1", "Port names")),
            List.of(
                    new ListColumn(new ColumnReference("harbour", "", "ports", "island", "", List.of()), "text"),
                    new ListColumn(new ColumnReference("harbour", "", "ports", "name", "", List.of()), "text")),
            List.of("island"),
            LocalDate.of(2026, 11, 26));

    private static ParameterDefinition of(String name, Type type) {
        return ParameterDefinition.of(
                Parameter.of(name, type), new ParameterDefinition.Words("P", "", "", "", "any p"));
    }

    private static String written(ParameterDefinition parameter) {
        ParameterSentence sentence = new ParameterSentence(parameter, CONTEXT);
        return ":%s %s; %s; label: \"%s\"; hint: %s"
                .formatted(
                        parameter.name(),
                        sentence.render().text(),
                        sentence.more().text(),
                        parameter.label(),
                        parameter.words().hint().isEmpty()
                                ? "none"
                                : parameter.words().hint());
    }

    /** A parameter after twenty random changes of its marks. */
    @RepeatedTest(400)
    void keepsRandomParameters(RepetitionInfo repetition) {
        Random random = new Random(repetition.getCurrentRepetition());
        ParameterDefinition parameter = of("p", Type.TEXT);
        for (int i = 0; i < 20; i++) {
            parameter = changed(parameter, random);
        }
        String sentence = written(parameter);
        assertThat(written(ParameterSentenceParser.read(sentence, CONTEXT))).isEqualTo(sentence);
    }

    private static ParameterDefinition changed(ParameterDefinition parameter, Random random) {
        ParameterSentence sentence = new ParameterSentence(parameter, CONTEXT);
        List<Sentence.Mark> marks = List.of(sentence.name(), sentence.render(), sentence.more()).stream()
                .flatMap(said -> said.pieces().stream())
                .filter(Sentence.Mark.class::isInstance)
                .map(Sentence.Mark.class::cast)
                .toList();
        Sentence.Mark mark = marks.get(random.nextInt(marks.size()));
        List<MarkOption> options = sentence.offers(mark.id());
        String taken = options.isEmpty() || mark.id().equals("start") && random.nextBoolean()
                ? typed(mark.id(), parameter.type(), random)
                : options.get(random.nextInt(options.size())).id();
        try {
            return sentence.with(mark.id(), taken).parameter();
        } catch (ProblemException e) {
            return parameter;
        }
    }

    private static String typed(String mark, Type type, Random random) {
        return switch (mark) {
            case "values" ->
                "a = Isle\nb\n\"c, d\" = \"e; f\""
                        .substring(0, List.of(8, 10, 26).get(random.nextInt(3)));
            case "except" -> "x\ny";
            case "least", "most", "start", "every-row" ->
                switch (type) {
                    case INTEGER, DECIMAL -> "15";
                    case DATE -> "2026-03-01";
                    case DATETIME -> "2026-03-01T10:30";
                    case BOOLEAN -> "true";
                    case TEXT, NAME -> "Ardlow";
                };
            default ->
                List.of("Harbour", "Harbour, of the day", "", "what it is of").get(random.nextInt(4));
        };
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            p is a date, takes a range up to :to                 | is a date, takes a range up to :to;
            p date, a range up to :to                            | is a date, takes a range up to :to;
            p is a whole number, computed as year of today       | is a whole number, computed as year of today (now 2026)
            p is text, when blank: rows without a value          | when blank: rows without a value
            p is text, when blank a choice is required           | when blank: a choice is required
            p default Ardlow                                     | default: Ardlow
            p is a date, default: first day of fiscal year from April | default: first day of fiscal year from April (now 1 Apr 2026)
            p, many values from typed values: a = Isle, b        | from typed values: a = Isle, b;
            p is a whole number, 1000 means all rows             | 1000 means all rows
            p is a date, minimum: 2026-01-01, maximum 2026-12-31 | minimum: 2026-01-01, maximum: 2026-12-31
            p, viewers may choose values of their group, visible to everyone without it: Port names | visible to everyone without it: Port names
            """)
    void readsAShortSentence(String typed, String written) {
        assertThat(new ParameterSentence(ParameterSentenceParser.read(typed, CONTEXT), CONTEXT)
                                .render()
                                .text() + ";")
                .contains(written);
    }

    @Test
    void quotesSeparatorsInLabels() {
        assertThat(ParameterSentenceParser.read("p, label: \"Port; or, many values\", unit: min", CONTEXT)
                        .label())
                .isEqualTo("Port; or, many values");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            p is text, defualt: Ardlow            | Unknown phrase “defualt: Ardlow”.     | Did you mean “default”?
            p is text, when blnk: no filter       | Unknown phrase “when blnk: no filter”. | Did you mean “when blank”?
            p is a date, takes a range up to :nix | Unknown phrase “a range up to :nix”.  |
            p from typed values: a, b and 3 more  | The list of values is not complete.   | Write all values, or leave them out.
            """)
    void suggestsTheNearestPhrase(String typed, String message, String advice) {
        assertThatThrownBy(() -> ParameterSentenceParser.read(typed, CONTEXT))
                .isInstanceOfSatisfying(ProblemException.class, e -> {
                    assertThat(e.first().message()).isEqualTo(message);
                    if (advice != null) {
                        assertThat(e.first().advice()).isEqualTo(advice);
                    }
                });
    }
}
