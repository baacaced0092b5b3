package plainsieve.core.catalog;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class HeaderRowTest {
    @Test
    void acceptsOfferedHeaderRows() {
        assertThat(HeaderRow.offeredWords())
                .contains("no line", "line 1", "line 10", "lines 1 and 2")
                .allSatisfy(words -> assertThat(
                                HeaderRow.ofWords(words).orElseThrow().words())
                        .isEqualTo(words));
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"line 0", "line", "lines 1 and 3", "lines 2 and 1", "line 12345678", "line -1", "", "a line"})
    void rejectsOtherValues(String words) {
        assertThat(HeaderRow.ofWords(words)).isEmpty();
    }

    @Test
    void hasTheExpectedLineNumbers() {
        assertThat(HeaderRow.ofTwo(3).has(4)).isTrue();
        assertThat(HeaderRow.ofTwo(3).has(5)).isFalse();
        assertThat(HeaderRow.of(3).last()).isEqualTo(3);
        assertThat(HeaderRow.NONE.has(0)).isFalse();
        assertThat(HeaderRow.NONE.last()).isZero();
    }
}
