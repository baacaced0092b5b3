package plainsieve.server;

import java.util.Map;
import org.springframework.boot.context.properties.bind.Binder;
import org.springframework.boot.context.properties.source.MapConfigurationPropertySource;
import plainsieve.server.settings.Settings;

/** Settings as a server has them that is given these and no others. */
public final class TestSettings {
    private TestSettings() {}

    public static Settings with(Map<String, String> given) {
        return new Binder(new MapConfigurationPropertySource(given)).bindOrCreate("plainsieve", Settings.class);
    }
}
