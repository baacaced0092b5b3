package plainsieve.core.sentence.parameter;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import plainsieve.core.parameter.ListedValue;

/** A typed list as lines; the conversion to text and back loses nothing. */
class TypedListTextTest {
    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
            a                  | a              | a
            a = Label          | a              | Label
            a=b                | a=b            | a=b
            a = b = c          | a              | b = c
            "a = b" = both     | a = b          | both
            "a = b"            | a = b          | a = b
            " lead"            | ` lead`        | ` lead`
            a = " lead"        | a              | ` lead`
            ""                 | ``             | ``
            "" = nothing said  | ``             | nothing said
            "say ""hi\"""       | say "hi"       | say "hi"
            "half              | "half          | "half
            6" plate           | 6" plate       | 6" plate
            `   a  =  b `      | a              | b
            """)
    void readsALine(String line, String value, String label) {
        assertThat(TypedListText.read(line)).containsExactly(new ListedValue(value, label));
    }

    @ParameterizedTest
    @ValueSource(strings = {"a", "a = b", " lead", "trail ", "", "\"", "\"a\" = \"b\"", "a\tb", "=", " = ", "ü|,;"})
    void writtenListsAreReadBack(String odd) {
        List<ListedValue> values =
                List.of(new ListedValue(odd, "label"), new ListedValue("value", odd.isEmpty() ? "value" : odd));
        assertThat(TypedListText.read(TypedListText.write(values))).isEqualTo(values);
    }

    @Test
    void readsPastedCellsWithoutDuplicates() {
        assertThat(TypedListText.read("A\tArdlow\n\nS\tSkerrin\nA\tagain\n"))
                .containsExactly(new ListedValue("A", "Ardlow"), new ListedValue("S", "Skerrin"));
    }
}
