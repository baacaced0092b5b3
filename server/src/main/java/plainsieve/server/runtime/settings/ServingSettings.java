package plainsieve.server.runtime.settings;

import java.nio.file.Path;
import java.util.Map;
import java.util.Optional;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * A server whose projects are those of files, as version control delivers them, beside others that serve the same.
 *
 * @param project the folder of a project, or of several; empty for a server whose projects are made on it
 * @param sharedKey what servers that represent each other have in common: with it signed links and ways to sign in hold on all of
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

    /** The folder whose projects are served; nothing when they are made here. */
    public Optional<Path> folder() {
        return project.isEmpty() ? Optional.empty() : Optional.of(Path.of(project));
    }

    /** Secrets are in no log. */
    @Override
    public String toString() {
        return "ServingSettings[%s]".formatted(project);
    }
}
