package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import plainsieve.server.access.security.SecretBox;
import plainsieve.server.runtime.settings.ServingSettings;
import plainsieve.sources.Secret;

class SecretBoxTest {
    @TempDir
    private Path folder;

    private SecretBox box() throws Exception {
        return new SecretBox(
                TestSettings.with(Map.of("plainsieve.data-folder", folder.toString())),
                new ServingSettings("", "", Map.of()));
    }

    @Test
    void decryptsAfterARestart() throws Exception {
        String locked = box().lock(new Secret("sünken tréasure"));
        assertThat(locked).doesNotContain("treasure");
        assertThat(box().unlock(locked).reveal()).isEqualTo("sünken tréasure");
    }

    @Test
    void encryptsEqualPasswordsDifferently() throws Exception {
        SecretBox box = box();
        assertThat(box.lock(new Secret("x"))).isNotEqualTo(box.lock(new Secret("x")));
    }

    @Test
    void keyFileIsPrivate() throws Exception {
        box();
        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(folder.resolve("secret.key"))))
                .isEqualTo("rw-------");
    }

    @Test
    void reportsAWrongKey() throws Exception {
        String locked = box().lock(new Secret("x"));
        Files.delete(folder.resolve("secret.key"));
        SecretBox other = box();
        assertThatThrownBy(() -> other.unlock(locked)).hasMessageContaining("cannot be decrypted with secret.key");
    }
}
