package plainsieve.core.notice;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class BlankOrNullFilterTest {
    private final ReportedNotice told = ReportedNotice.by(new BlankOrNullFilter());

    @Test
    void offersBothInterpretations() {
        assertThat(told.of("y = 1 and (c.state in (:port) or c.state is null)"))
                .singleElement()
                .satisfies(notice -> {
                    assertThat(notice.message())
                            .isEqualTo("With nothing chosen for :port, only rows in which c.state has no value come.");
                    assertThat(notice.fixes())
                            .extracting(Notice.Fix::label)
                            .containsExactly("Every row", "Only rows without a value");
                    assertThat(notice.fixes().get(1).change())
                            .contains(new Notice.ParameterChange("blank", "rows-without-value"));
                });
        assertThat(told.corrected("y = 1 and (c.state is null or c.state = :port)"))
                .isEqualTo("y = 1 and (:port is null or c.state is null or c.state = :port)");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "state in (:port)",
                "state is null",
                "state in (:port) and state is null",
                "(:port is null or state in (:port) or state is null)",
                "state in (:port) or state is not null",
                "state in (:port) or note is null",
                "state in (:port) or state is null or note = 'x'",
                "state not in (:port) or state is null",
                "state in ('LATE') or state is null",
                "state in (:unknown) or state is null",
                "lower(state) in (:port) or state is null"
            })
    void ignoresOtherConditions(String condition) {
        assertThat(told.of(condition)).isEmpty();
    }
}
