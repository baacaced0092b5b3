package plainsieve.server.sources;

import jakarta.annotation.PostConstruct;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import plainsieve.server.records.definitions.SourceRecords;
import plainsieve.server.records.definitions.SourceRow;
import plainsieve.server.runtime.settings.Settings;
import plainsieve.server.runtime.spool.Spools;
import plainsieve.sources.SourceAccess;
import plainsieve.sources.SourceSettings;
import plainsieve.sources.engine.EngineLimits;
import plainsieve.sources.engine.EnginePool;

/** The cache folders of file sources. Folders of removed sources are deleted at the start. */
@Component
class FileCacheFolders {
    /** Concurrent folder engines; further folders wait. */
    private static final int MOST_ENGINES = 4;

    private final Path folder;
    private final EnginePool enginePool;
    private final SourceRecords records;

    FileCacheFolders(Settings settings, SourceRecords records) throws IOException {
        this.records = records;
        this.folder = settings.dataFolder().toAbsolutePath().resolve("kept");
        EngineLimits all = new EngineLimits(
                settings.engineMemory().toBytes(), Runtime.getRuntime().availableProcessors());
        this.enginePool = new EnginePool(all, MOST_ENGINES);
        Files.createDirectories(
                folder, PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rwx------")));
    }

    EnginePool engines() {
        return enginePool;
    }

    /** The folder of cached service responses; emptied on restart. */
    Path ofAnswers() {
        return folder.resolve("answers");
    }

    /** The folder of fetched rows of federated queries. */
    Path ofSides() {
        return folder.resolve("sides");
    }

    Path of(SourceAccess access) {
        return folder.resolve(name(access.id()));
    }

    /**
     * The limits of an engine on a database file: as much memory as one on a folder, and temporary files in our own folder only. Two
     * sources may share a file and therefore an engine; the folder depends on the file.
     */
    Map<String, String> bounds(SourceSettings.DuckDb database) {
        return enginePool.each().settings(folder.resolve(name(database.file())));
    }

    private static String name(String of) {
        return UUID.nameUUIDFromBytes(of.getBytes(StandardCharsets.UTF_8)).toString();
    }

    @PostConstruct
    void removeForgotten() throws IOException {
        Set<String> wanted = records.all().stream()
                .map(SourceRow::id)
                .map(FileCacheFolders::name)
                .collect(Collectors.toSet());
        for (Path one : entriesOf(folder)) {
            if (!wanted.contains(one.getFileName().toString())) {
                Spools.remove(one);
            } else {
                removeHalf(one);
            }
        }
    }

    /* A killed server left incomplete files. */
    private static void removeHalf(Path kept) throws IOException {
        for (Path one : entriesOf(kept)) {
            if (one.getFileName().toString().matches("views-.*|.*\\.(stage|draft)")) {
                Spools.remove(one);
            }
        }
    }

    private static List<Path> entriesOf(Path folder) throws IOException {
        try (Stream<Path> all = Files.list(folder)) {
            return all.toList();
        }
    }
}
