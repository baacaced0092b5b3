package plainsieve.server.runtime.settings;

import java.nio.file.Path;
import java.util.Map;
import java.util.Optional;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * A server whose projects are read from files, as deployed by version control, possibly beside others with the same files.
 *
 * @param project the folder of one or several projects; empty for a server whose projects are edited on it
 * @param sharedKey a key shared by interchangeable servers: signed links and sessions are valid on all of
 *     them; empty for a key of this server's own
 * @param sourceOverrides connection settings that override those of the files, by source name: {@code password},
 *     {@code host}, {@code port}, {@code database}, {@code user}
 */
@ConfigurationProperties("plainsieve")
public record ServingSettings(
        @DefaultValue("") String project,
        @DefaultValue("") String sharedKey,
        @DefaultValue Map<String, Map<String, String>> sourceOverrides) {
    private static final int SHORTEST_KEY = 32;

    public ServingSettings {
        sourceOverrides = Map.copyOf(sourceOverrides);
        if (!sharedKey.isEmpty() && sharedKey.length() < SHORTEST_KEY) {
            throw new IllegalArgumentException("plainsieve.shared-key must have at least %d characters, has %d"
                    .formatted(SHORTEST_KEY, sharedKey.length()));
        }
    }

    /** The folder of served projects; empty if projects are edited here. */
    public Optional<Path> folder() {
        return project.isEmpty() ? Optional.empty() : Optional.of(Path.of(project));
    }

    /** Secrets are in no log. */
    @Override
    public String toString() {
        return "ServingSettings[%s]".formatted(project);
    }
}
