package plainsieve.core.catalogue;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class NamesLineTest {
    @Test
    void saysWhatIsOffered() {
        assertThat(NamesLine.offeredWords())
                .contains("no line", "line 1", "line 10", "lines 1 and 2")
                .allSatisfy(words -> assertThat(
                                NamesLine.ofWords(words).orElseThrow().words())
                        .isEqualTo(words));
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"line 0", "line", "lines 1 and 3", "lines 2 and 1", "line 12345678", "line -1", "", "a line"})
    void isNothingElse(String words) {
        assertThat(NamesLine.ofWords(words)).isEmpty();
    }

    @Test
    void hasTheLinesThatItSays() {
        assertThat(NamesLine.ofTwo(3).has(4)).isTrue();
        assertThat(NamesLine.ofTwo(3).has(5)).isFalse();
        assertThat(NamesLine.of(3).last()).isEqualTo(3);
        assertThat(NamesLine.NONE.has(0)).isFalse();
        assertThat(NamesLine.NONE.last()).isZero();
    }
}
