package plainsieve.server;

import java.nio.file.Path;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.boot.context.properties.bind.Binder;
import org.springframework.boot.context.properties.source.MapConfigurationPropertySource;
import plainsieve.server.runtime.settings.Settings;

/** Settings as a server has them that is given these and no others. */
public final class TestSettings {
    private TestSettings() {}

    /** On this data folder; files lie in these folders, or where they lie usually. */
    public static Settings in(Path dataFolder, Path... fileFolders) {
        String folders = Stream.of(fileFolders).map(Path::toString).collect(Collectors.joining(","));
        return with(Map.of("plainsieve.data-folder", dataFolder.toString(), "plainsieve.file-folders", folders));
    }

    public static Settings with(Map<String, String> given) {
        return new Binder(new MapConfigurationPropertySource(given)).bindOrCreate("plainsieve", Settings.class);
    }
}
