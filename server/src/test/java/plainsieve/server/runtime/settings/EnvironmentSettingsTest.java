package plainsieve.server.runtime.settings;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import org.junit.jupiter.api.Test;
import org.springframework.boot.context.properties.bind.Binder;
import org.springframework.boot.context.properties.source.ConfigurationPropertySources;
import org.springframework.core.env.StandardEnvironment;
import org.springframework.core.env.SystemEnvironmentPropertySource;

/** Settings as environment variables, as docs/configuration.md and docs/operating.md write them. */
class EnvironmentSettingsTest {
    @Test
    void overridesAPasswordOfASource() {
        ServingSettings settings = with(Map.of("PLAINSIEVE_SOURCEOVERRIDES_HARBOUR_PASSWORD", "secret"));
        assertThat(settings.sourceOverrides()).isEqualTo(Map.of("harbour", Map.of("password", "secret")));
    }

    private static ServingSettings with(Map<String, Object> environment) {
        SystemEnvironmentPropertySource variables = new SystemEnvironmentPropertySource(
                StandardEnvironment.SYSTEM_ENVIRONMENT_PROPERTY_SOURCE_NAME, environment);
        return new Binder(ConfigurationPropertySources.from(variables))
                .bindOrCreate("plainsieve", ServingSettings.class);
    }
}
