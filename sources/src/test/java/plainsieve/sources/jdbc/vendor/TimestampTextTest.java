package plainsieve.sources.jdbc.vendor;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Timestamps as databases write them, and as they are displayed. */
class TimestampTextTest {
    @ParameterizedTest
    @CsvSource({
        "2026-03-01 09:30, 2026-03-01T09:30",
        "2026-03-01 09:30:00, 2026-03-01T09:30",
        "2026-03-01 09:30:05, 2026-03-01T09:30:05",
        "2026-03-01 09:30:00.5, 2026-03-01T09:30:00.5",
        "2026-03-01 09:30:00+02:00, 2026-03-01T09:30:00+02:00",
        "2026-00-00 00:00:00, 2026-00-00T00:00",
    })
    void areFormattedAsIso(String written, String shown) {
        assertThat(TimestampText.iso(written)).isEqualTo(shown);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "soon",
                "2026-03-01",
                "2026-03-01T09:30:00",
                "2026-3-1 09:30:00",
                "12026-03-01 09:30",
                "2026-03-01 9:30:00"
            })
    void keepsOtherText(String text) {
        assertThat(TimestampText.iso(text)).isEqualTo(text);
    }

    @ParameterizedTest
    @CsvSource({
        "09:30:00.500000, 09:30:00.5",
        "09:30:00.000000, 09:30:00",
        "09:30:10, 09:30:10",
        "-838:59:59.000001, -838:59:59.000001",
        "0.0, 0",
    })
    void trimsTrailingZeros(String written, String shown) {
        assertThat(TimestampText.shortened(written)).isEqualTo(shown);
    }
}
