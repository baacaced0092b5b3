package plainsieve.server;

import java.nio.file.Path;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.boot.context.properties.bind.Binder;
import org.springframework.boot.context.properties.source.MapConfigurationPropertySource;
import plainsieve.server.runtime.settings.Settings;

/** The effective settings of a server with these settings only. */
public final class TestSettings {
    private TestSettings() {}

    /** With this data folder; files are in these folders or in the default one. */
    public static Settings in(Path dataFolder, Path... fileFolders) {
        String folders = Stream.of(fileFolders).map(Path::toString).collect(Collectors.joining(","));
        return with(Map.of("plainsieve.data-folder", dataFolder.toString(), "plainsieve.file-folders", folders));
    }

    public static Settings with(Map<String, String> given) {
        return new Binder(new MapConfigurationPropertySource(given)).bindOrCreate("plainsieve", Settings.class);
    }
}
