package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Map;
import org.junit.jupiter.api.Test;
import plainsieve.server.runtime.settings.Settings;

class SettingsTest {
    private static Settings in(String zone) {
        return TestSettings.with(Map.of("plainsieve.time-zone", zone));
    }

    @Test
    void todayFollowsTheTimeZoneOfTheProject() {
        Instant moment = Instant.parse("2026-03-31T11:00:00Z");
        assertThat(LocalDate.ofInstant(moment, in("Pacific/Kiritimati").zone())).isEqualTo("2026-04-01");
        assertThat(LocalDate.ofInstant(moment, in("Pacific/Honolulu").zone())).isEqualTo("2026-03-31");
        assertThat(in("system").zone()).isEqualTo(ZoneId.systemDefault());
    }

    @Test
    void rejectsAnUnknownTimeZone() {
        assertThatThrownBy(() -> in("Hethra/Sound")).rootCause().hasMessageContaining("not a time zone: Hethra/Sound");
    }
}
