package plainsieve.core.question;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.ValueCoverage;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Type;

class QuestionLineTest {
    /** Name, label, type, coverage, blank text, unit, the value for all rows, the end of the range. */
    private static final Map<String, ParameterLabels> WORDS = words("""
            port        | Port        | TEXT    | ITSELF     | any port    |      |   |
            code        | Code        | INTEGER | ITSELF     |             |      |   |
            from        | Departed    | DATE    | ITSELF     | any day     |      |   | to
            to          | To          | DATE    | ITSELF     |             |      |   |
            low         | Delay       | INTEGER | ITSELF     | any delay   | min  |   | high
            high        | High        | INTEGER | ITSELF     |             | min  |   |
            rows        | Rows        | INTEGER | ITSELF     | every row   | rows | 0 |
            month       | Month       | DATE    | MONTH      | any month   |      |   |
            quarter     | Quarter     | DATE    | QUARTER    |             |      |   |
            note        | Note        | TEXT    | CONTAINING | any note    |      |   |
            fiscal_year | Fiscal year | INTEGER | ITSELF     |             |      |   |
            open        | Open        | BOOLEAN | ITSELF     | open or not |      |   |
            """);

    private static Map<String, ParameterLabels> words(String table) {
        Map<String, ParameterLabels> words = new LinkedHashMap<>();
        for (String line : table.split("\n")) {
            String[] cells = Stream.of(line.split("\\|", 8)).map(String::strip).toArray(String[]::new);
            Type type = Type.valueOf(cells[2]);
            ValueCoverage coverage = ValueCoverage.valueOf(cells[3]);
            Map<String, String> labels = cells[0].equals("code") ? Map.of("7", "Ardlow") : Map.of();
            words.put(
                    cells[0],
                    new ParameterLabels(
                            cells[0], cells[1], type, coverage, cells[4], cells[5], cells[6], cells[7], labels));
        }
        return words;
    }

    private static RenderedQuestion say(String line, Map<String, ChoiceText> choices) {
        return QuestionLine.read(line).render(WORDS, new ChoiceDescription(WORDS, choices, Locale.UK));
    }

    /** Choices as {@code port=A port=B all=code without=port}. */
    private static Map<String, ChoiceText> choices(String text) {
        Map<String, ChoiceText> choices = new LinkedHashMap<>();
        for (String word : text == null ? new String[0] : text.strip().split("\\s+")) {
            String[] pair = word.split("=", 2);
            choices.compute(pair[0].equals("all") || pair[0].equals("without") ? pair[1] : pair[0], (name, before) -> {
                List<String> values = before == null ? List.of() : before.values();
                if (pair[0].equals("all")) {
                    return ChoiceText.all();
                }
                boolean without = pair[0].equals("without");
                List<String> more = new java.util.ArrayList<>(values);
                if (!without) {
                    more.add(pair[1]);
                }
                return new ChoiceText(ChoiceText.Kind.VALUES, more, without);
            });
        }
        return choices;
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', ignoreLeadingAndTrailingWhitespace = true, textBlock = """
            From {port}.            |                              | From any port.
            From {port}.            | port=Ardlow                  | From Ardlow.
            From {port}.            | port=A port=B port=C         | From A, B, C.
            From {port}.            | port=A port=B port=C port=D port=E | From A, B and 3 more.
            From {port}.            | all=port                     | From every port.
            From {port}.            | port=A without=port          | From A, no value.
            From {code}.            |                              | From any code.
            From {code}.            | code=7 code=1234             | From Ardlow, 1234.
            Sailed {from..to}.      |                              | Sailed any day.
            Sailed {from..to}.      | from=2026-03-01 to=2026-03-31 | Sailed 1–31 Mar 2026.
            Sailed {from..to}.      | from=2026-02-01 to=2026-03-31 | Sailed 1 Feb – 31 Mar 2026.
            Sailed {from..to}.      | from=2025-12-31 to=2026-03-31 | Sailed 31 Dec 2025 – 31 Mar 2026.
            Sailed {from..to}.      | from=2026-03-31 to=2026-03-01 | Sailed 31 Mar 2026 to 1 Mar 2026.
            Sailed {from..to}.      | from=2026-03-01              | Sailed since 1 Mar 2026.
            Sailed {from..to}.      | to=2026-03-31                | Sailed up to 31 Mar 2026.
            Sailed {from..to}.      | from=2026-03-01 to=2026-03-01 | Sailed 1 Mar 2026.
            Sailed {from..to}.      | from=soon                    | Sailed since soon.
            Late {low..high}.       | low=15                       | Late at least 15 min.
            Late {low..high}.       | low=15 high=1500             | Late 15 to 1,500 min.
            Show {rows}.            | rows=1000                    | Show 1,000 rows.
            Show {rows}.            | rows=0                       | Show every row.
            In {month}.             | month=2026-03                | In March 2026.
            In {month}.             | month=2026-03-01             | In March 2026.
            In {quarter}.           | quarter=2026-Q4              | In Q4 2026.
            Note {note}.            | note=50%                     | Note containing 50%.
            In {fiscal_year}.       | fiscal_year=2026             | In 2026.
            {open}                  | open=true                    | yes
            Sailed[ from {port}][ in {month}]. | port=A            | Sailed from A.
            Sailed[ from {port}[ in {month}]]. | port=A            | Sailed from A.
            Sailed[ from {port}][ in {month}]. |                   | Sailed.
            {{port}} is {port} [[x]] | port=A                      | {port} is A [x]
            From {prot}.            | port=A                       | From {prot}.
            """)
    void readsWell(String line, String choices, String sentence) {
        assertThat(say(line, choices(choices)).sentence()).isEqualTo(sentence);
    }

    @Test
    void marksKnowTheirParametersAndListSilentOnes() {
        RenderedQuestion renderedQuestion = say("Sailed {from..to}[ from {port}][ in {month}]", choices("port=A"));
        assertThat(renderedQuestion.parts())
                .containsExactly(
                        new RenderedQuestion.Phrase("Sailed ", List.of()),
                        new RenderedQuestion.Phrase("any day", List.of("from", "to")),
                        new RenderedQuestion.Phrase(" from ", List.of()),
                        new RenderedQuestion.Phrase("A", List.of("port")));
        assertThat(renderedQuestion.quiet()).containsExactly("month");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            From {port           | is not closed
            From [x {port}       | is not closed
            From {2x}            | is not closed
            From x]              | extra closing bracket
            From x}              | extra closing bracket
            """)
    void reportsThePositionOfAnUnbalancedBracket(String line, String message) {
        assertThatThrownBy(() -> QuestionLine.read(line))
                .isInstanceOfSatisfying(
                        ProblemException.class,
                        e -> assertThat(e.first().place()).isPresent())
                .hasMessageContaining(message);
    }

    @Test
    void composesItselfFromLabels() {
        QuestionLine line = QuestionLine.compose(
                "Late crossings", List.of(WORDS.get("port"), WORDS.get("from"), WORDS.get("to"), WORDS.get("month")));
        Map<String, ChoiceText> chosen = choices("port=A from=2026-03-01");
        assertThat(line.render(WORDS, new ChoiceDescription(WORDS, chosen, Locale.UK))
                        .sentence())
                .isEqualTo("Late crossings; Port A; Departed since 1 Mar 2026");
    }

    @Test
    void followsARenamedParameter() {
        assertThat(QuestionLine.renamed("{port} {ports} {{port}} {port..to} {from..port}", "port", "quay"))
                .isEqualTo("{quay} {ports} {{port}} {quay..to} {from..quay}");
    }

    @Test
    void usesTheLocaleOfTheViewer() {
        ChoiceDescription german = new ChoiceDescription(WORDS, choices("from=2026-03-01 rows=1000"), Locale.GERMANY);
        assertThat(german.describe(List.of("from", "to"))).isEqualTo("since 01.03.2026");
        assertThat(german.describe(List.of("rows"))).isEqualTo("1.000 rows");
    }
}
