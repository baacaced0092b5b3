package plainsieve.core.rewrite;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import plainsieve.core.rewrite.filter.PickedValueType;
import plainsieve.core.value.Type;

class PickedValueTypeTest {
    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            INTEGER | 1 -2      | INTEGER
            INTEGER | 1 1000.5  | DECIMAL
            INTEGER | 1e3       | DECIMAL
            DECIMAL | 1 2       | DECIMAL
            DECIMAL | NaN       | TEXT
            INTEGER | low       | TEXT
            INTEGER | 1 low     | DECIMAL
            INTEGER | ''        | INTEGER
            TEXT    | 1         | TEXT
            DATE    | low       | DATE
            BOOLEAN | 1.5       | BOOLEAN
            """)
    void isTheTypeOfTheValues(Type told, String values, Type type) {
        assertThat(PickedValueType.of(told, values.isEmpty() ? List.of() : List.of(values.split(" "))))
                .isEqualTo(type);
    }
}
