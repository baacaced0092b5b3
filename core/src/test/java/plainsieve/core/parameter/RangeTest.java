package plainsieve.core.parameter;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import plainsieve.core.value.Problem;
import plainsieve.core.value.Type;
import plainsieve.core.value.ValueReader;

class RangeTest {
    private static Optional<Problem> check(Type type, String from, String to) {
        return new Range("from", "to").check(Map.of("from", choice(type, from), "to", choice(type, to)));
    }

    private static Choice choice(Type type, String text) {
        return text == null ? new Choice.Blank() : new Choice.One(ValueReader.read(type, text));
    }

    @ParameterizedTest
    @CsvSource({
        "DATE, 2026-03-01, 2026-03-01",
        "DATE, 2026-03-01, 2026-04-01",
        "DATE, , 2026-04-01",
        "DATE, 2026-03-01,",
        "DATETIME, 2026-03-01T10:00, 2026-03-01T10:00",
        "INTEGER, 9, 10",
        "DECIMAL, 0.10, 0.1",
        "TEXT, b, a",
    })
    void acceptsOrderedAndOpenRanges(Type type, String from, String to) {
        assertThat(check(type, from, to)).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({
        "DATE, 2026-03-02, 2026-03-01",
        "DATETIME, 2026-03-01T10:01, 2026-03-01T10:00",
        "INTEGER, 10, 9",
        "DECIMAL, 0.2, 0.15"
    })
    void rejectsARangeThatEndsBeforeItBegins(Type type, String from, String to) {
        Problem problem = check(type, from, to).orElseThrow();
        assertThat(problem.message()).contains(from, to);
        assertThat(problem.parameter()).contains("to");
    }

    @Test
    void missingChoiceIsAnOpenEnd() {
        assertThat(new Range("from", "to").check(Map.of())).isEmpty();
    }
}
