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
    /** Of folders that are asked at once; more wait until one is not. */
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

    /** Where answers of services lie while they are shown; nothing of it outlasts the server. */
    Path ofAnswers() {
        return folder.resolve("answers");
    }

    /** Where rows of several sources lie while something is asked of all of them. */
    Path ofSides() {
        return folder.resolve("sides");
    }

    Path of(SourceAccess access) {
        return folder.resolve(name(access.id()));
    }

    /**
     * What the engine on a database in a file may use: as much as one that asks a folder, and of the disk only what is ours. Two
     * sources may be of one file, for which there is one engine; so it goes by the file.
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

    /* A server that was killed left what it was just making. */
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
