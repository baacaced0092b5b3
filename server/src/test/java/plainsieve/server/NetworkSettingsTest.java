package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import plainsieve.server.runtime.settings.NetworkSettings;

class NetworkSettingsTest {
    @Test
    void normalizesAddresses() {
        assertThat(new NetworkSettings(List.of(" 10.1.2.3", "::1", "fd00::a")).proxies())
                .containsExactly("10.1.2.3", "0:0:0:0:0:0:0:1", "fd00:0:0:0:0:0:0:a");
    }

    @ParameterizedTest
    @ValueSource(strings = {"cafe", "proxy.example", "10.1.2", "10.1.2.3/24", "999.1.2.3", "", "::g"})
    void rejectsAnythingElse(String proxy) {
        assertThatThrownBy(() -> new NetworkSettings(List.of(proxy))).hasMessageContaining("takes addresses such as");
    }
}
