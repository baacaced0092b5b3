package plainsieve.core.value;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ValueReaderTest {
    @ParameterizedTest
    @CsvSource({
        "TEXT,O'Noth %_",
        "INTEGER,-7",
        "INTEGER,9223372036854775807",
        "DECIMAL,0.10",
        "DECIMAL,-12345678901234567890.5",
        "DATE,2024-02-29",
        "DATE,0001-01-01",
        "DATETIME,2026-03-31T23:59:59.123",
        "DATETIME,2026-03-31T23:59Z",
        "DATETIME,2026-03-31T23:59:00.500+02:00",
        "BOOLEAN,true",
        "NAME,delay_min"
    })
    void readsItsOwnOutput(Type type, String text) {
        Value value = ValueReader.read(type, text);
        assertThat(value.type()).isEqualTo(type);
        assertThat(value.written()).isEqualTo(text);
    }

    @ParameterizedTest
    @CsvSource({
        "DECIMAL,1e999999999",
        "DECIMAL,1e-999999999",
        "DECIMAL,NaN",
        "BOOLEAN,yes",
        "DATE,2023-02-29",
        "DATETIME,2026-03-31T25:00",
        "DATETIME,2026-03-31T23:00+25:00",
        "DATETIME,2026-03-31Z"
    })
    void rejectsInvalidValues(Type type, String text) {
        assertThatThrownBy(() -> ValueReader.read(type, text)).isInstanceOf(ProblemException.class);
    }
}
