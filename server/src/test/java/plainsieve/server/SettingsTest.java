package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import org.junit.jupiter.api.Test;
import plainsieve.server.people.Role;
import plainsieve.server.settings.Settings;

class SettingsTest {
    private static Settings in(String zone) {
        return new Settings(
                Path.of("x"),
                1,
                1,
                Duration.ofSeconds(1),
                Duration.ofSeconds(1),
                Duration.ofDays(1),
                1,
                zone,
                List.of(),
                Role.OPERATOR,
                false,
                1);
    }

    @Test
    void todayIsTheDayInTheZoneOfTheProject() {
        Instant moment = Instant.parse("2026-03-31T11:00:00Z");
        assertThat(LocalDate.ofInstant(moment, in("Pacific/Kiritimati").zone())).isEqualTo("2026-04-01");
        assertThat(LocalDate.ofInstant(moment, in("Pacific/Honolulu").zone())).isEqualTo("2026-03-31");
        assertThat(in("system").zone()).isEqualTo(ZoneId.systemDefault());
    }

    @Test
    void aZoneThatDoesNotExistIsRefused() {
        assertThatThrownBy(() -> in("Hethra/Sound")).hasMessageContaining("no time zone: Hethra/Sound");
    }
}
