package plainsieve.server.runtime.spool;

import java.io.IOException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.Comparator;
import java.util.concurrent.ExecutorService;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import plainsieve.server.runtime.execution.ServerExecutors;
import plainsieve.server.runtime.settings.Settings;

/** The temporary files of slow readers: in the data folder, readable by its owner only. */
@Component
public class Spools {
    private static final String PREFIX = "rows-";

    private final Path folder;
    private final long most;
    private final ExecutorService runs;

    Spools(Settings settings, ServerExecutors executors) throws IOException {
        this.runs = executors.runs();
        this.folder = settings.dataFolder().toAbsolutePath().resolve("spool");
        this.most = settings.maxSpoolSize().toBytes();
        Files.createDirectories(
                folder, PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rwx------")));
        removeForgotten();
    }

    /** A folder for a writer's temporary files, which the writer removes. */
    public Path folder() throws IOException {
        return Files.createTempDirectory(folder, PREFIX);
    }

    /** Throws {@link IOException} if a folder exceeds the limit of one reader. */
    public void requireRoom(Path used) throws IOException {
        long bytes = 0;
        try (Stream<Path> files = Files.walk(used)) {
            for (Path file : files.filter(Files::isRegularFile).toList()) {
                bytes += Files.size(file);
            }
        }
        if (bytes > most) {
            throw new IOException("More than %d MB would have to be spooled to disk".formatted(most >> 20));
        }
    }

    /** Removes a folder with all that is in it. */
    public static void remove(Path used) throws IOException {
        try (Stream<Path> files = Files.walk(used)) {
            for (Path file : files.sorted(Comparator.reverseOrder()).toList()) {
                Files.delete(file);
            }
        }
    }

    /* A server that was killed could not remove them. */
    private void removeForgotten() throws IOException {
        try (DirectoryStream<Path> forgotten = Files.newDirectoryStream(folder, PREFIX + "*")) {
            for (Path one : forgotten) {
                remove(one);
            }
        }
    }

    /** The executor of the runs that fill spools, while others read them. */
    public ExecutorService runs() {
        return runs;
    }

    public Spool open() {
        return new Spool(folder, most);
    }
}
