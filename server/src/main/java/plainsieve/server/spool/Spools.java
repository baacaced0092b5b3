package plainsieve.server.spool;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import org.springframework.stereotype.Component;
import plainsieve.server.settings.Settings;

/** Where what slow readers have not taken yet waits: a folder of the data folder, readable by its owner only. */
@Component
public class Spools {
    private final Path folder;
    private final long most;

    Spools(Settings settings) throws IOException {
        this.folder = settings.dataFolder().toAbsolutePath().resolve("spool");
        this.most = settings.spoolMost().toBytes();
        Files.createDirectories(
                folder, PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rwx------")));
    }

    public Spool open() {
        return new Spool(folder, most);
    }
}
