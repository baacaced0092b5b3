package plainsieve.core.value;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class NearestNameTest {
    private static final List<String> KNOWN = List.of("port", "from", "to", "min_delay", "vessel");

    @ParameterizedTest
    @CsvSource({
        "prot,port",
        "vesel,vessel",
        "PORT,port",
        "mindelay,min_delay",
        "min-delay,min_delay",
        "form,from",
        "vessels,vessel"
    })
    void findsTheNearestName(String typed, String meant) {
        assertThat(NearestName.of(typed, KNOWN)).contains(meant);
    }

    @ParameterizedTest
    @CsvSource({"island", "x", "''", "departed_at"})
    void findsNothingFarAway(String typed) {
        assertThat(NearestName.of(typed, KNOWN)).isEmpty();
    }

    @Test
    void ignoresOverlongText() {
        assertThat(NearestName.of("x".repeat(100_000), KNOWN)).isEmpty();
    }
}
