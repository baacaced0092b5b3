package plainsieve.server.records;

import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.core.env.Environment;
import org.springframework.stereotype.Component;
import plainsieve.server.runtime.settings.Settings;

/**
 * The folder with the records, locked by one server while it runs: records are cached in
 * memory, and changes of another server would be missed. Its files are readable by their owner only.
 */
@Component
public final class DataFolder implements AutoCloseable {
    private static final String OWNER_ONLY = "rw-------";

    private final Path folder;
    private final FileChannel channel;
    private final FileLock lock;
    private final Set<Path> own = ConcurrentHashMap.newKeySet();

    /** Throws {@link IncompatibleDatabaseException}, with the address of the server that has the folder, or why it cannot be used. */
    public DataFolder(Settings settings) {
        this.folder = settings.dataFolder();
        Path file = folder.resolve("server.lock");
        try {
            Files.createDirectories(folder.toAbsolutePath());
            ownerOnly(file);
            own.add(file);
            this.channel = FileChannel.open(file, StandardOpenOption.READ, StandardOpenOption.WRITE);
            this.lock = lock(file);
            // Content written by an ended server is obsolete.
            channel.truncate(0);
        } catch (IOException e) {
            throw new IncompatibleDatabaseException(
                    "%s cannot be used: %s. Give it to the user of this server, or choose another folder with plainsieve.data-folder."
                            .formatted(folder, e.getMessage()));
        }
    }

    private FileLock lock(Path file) throws IOException {
        try {
            FileLock taken = channel.tryLock();
            if (taken != null) {
                return taken;
            }
        } catch (OverlappingFileLockException e) {
            // Another server in this very program has it.
        }
        String holder = Files.readString(file).strip();
        channel.close();
        throw new IncompatibleDatabaseException(
                "%s is in use by a running server%s. Use that server, stop it, or choose another folder with plainsieve.data-folder."
                        .formatted(folder, holder.isEmpty() ? "" : ": " + holder));
    }

    @EventListener
    void writeAddress(ApplicationReadyEvent ready) throws IOException {
        Environment environment = ready.getApplicationContext().getEnvironment();
        String host = environment.getProperty("server.address", "127.0.0.1");
        String port = environment.getProperty("local.server.port", environment.getProperty("server.port", ""));
        String holder = "http://%s:%s (process %d)"
                .formatted(host, port, ProcessHandle.current().pid());
        channel.truncate(0);
        channel.write(StandardCharsets.UTF_8.encode(holder), 0);
    }

    /** The path of a file in the folder, which is created, or made readable by its owner only. */
    public Path ownFile(String name) throws IOException {
        Path file = folder.resolve(name);
        ownerOnly(file);
        own.add(file);
        return file;
    }

    /** Whether this is one of the server's own files, also through a link. */
    public boolean has(Path file) {
        return own.stream().anyMatch(mine -> isSame(mine, file));
    }

    private static boolean isSame(Path mine, Path file) {
        try {
            return Files.exists(file) && Files.isSameFile(mine, file);
        } catch (IOException e) {
            // A file that cannot be inspected might be one.
            return true;
        }
    }

    private static void ownerOnly(Path file) throws IOException {
        if (Files.exists(file)) {
            Files.setPosixFilePermissions(file, PosixFilePermissions.fromString(OWNER_ONLY));
        } else {
            Files.createFile(file, PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString(OWNER_ONLY)));
        }
    }

    @Override
    @PreDestroy
    public void close() throws IOException {
        lock.release();
        channel.close();
    }
}
