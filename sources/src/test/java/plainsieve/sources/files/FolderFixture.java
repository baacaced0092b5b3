package plainsieve.sources.files;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.stream.Stream;
import plainsieve.core.statement.Statement;
import plainsieve.sources.Cancellation;
import plainsieve.sources.Catalog;
import plainsieve.sources.RunLimits;
import plainsieve.sources.Secret;
import plainsieve.sources.SourceAccess;
import plainsieve.sources.SourceSettings;
import plainsieve.sources.TestDatabases;
import plainsieve.sources.engine.EngineLimits;
import plainsieve.sources.engine.EnginePool;

/** A folder of files and its source. */
final class FolderFixture implements AutoCloseable {
    static final RunLimits RUN = new RunLimits(Duration.ofSeconds(60));

    private final ScheduledExecutorService clock = Executors.newSingleThreadScheduledExecutor();
    private final Path base;
    private final EnginePool enginePool;
    private FolderSource source;

    FolderFixture(Path base) throws IOException {
        this(base, new EnginePool(new EngineLimits(512L << 20, 2), 2));
    }

    /** @param enginePool shared with others */
    FolderFixture(Path base, EnginePool enginePool) throws IOException {
        this.enginePool = enginePool;
        this.base = base.toRealPath();
        Files.createDirectories(folder());
        source = source(Map.of());
    }

    Path folder() {
        return base.resolve("in");
    }

    Path kept() {
        return base.resolve("kept");
    }

    private FolderSource source(Map<String, Map<String, String>> said) {
        SourceSettings settings = SourceSettings.Folder.of(folder().toString(), said);
        return new FolderSource(new SourceAccess("files", settings, Secret.none()), kept(), enginePool, clock);
    }

    /** Declares columns as an author does. */
    FolderFixture saying(Map<String, Map<String, String>> said) {
        source.close();
        source = source(said);
        return this;
    }

    FolderSource source() {
        return source;
    }

    Path write(String name, String text) {
        return write(name, text, StandardCharsets.UTF_8);
    }

    Path write(String name, String text, Charset charset) {
        try {
            Path file = folder().resolve(name);
            Files.createDirectories(file.getParent());
            // A reader of the folder finds the old or the new file, never a part.
            Path draft = Files.write(base.resolve("draft"), text.getBytes(charset));
            return Files.move(draft, file, StandardCopyOption.ATOMIC_MOVE);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** The rows of a statement, each as a line of its values. */
    List<String> rows(String sql) {
        Statement statement = new Statement(sql, List.of(), List.of(), Statement.NO_CAP);
        return TestDatabases.rows(source, statement).stream()
                .map(row -> String.join(" ", row.stream().map(String::valueOf).toList()))
                .toList();
    }

    Catalog catalogue() {
        return source.catalogue(RUN, new Cancellation());
    }

    Catalog.Table table(String name) {
        return catalogue().tables().stream()
                .filter(table -> table.name().equals(name))
                .findFirst()
                .orElseThrow();
    }

    /** Each column with its detected type. */
    List<String> forms(String table) {
        return table(table).files().orElseThrow().columns().stream()
                .map(column -> column.name() + ": " + column.type())
                .toList();
    }

    List<Path> keptFiles(String end) throws IOException {
        try (Stream<Path> files = Files.list(kept())) {
            return files.filter(file -> file.toString().endsWith(end)).toList();
        }
    }

    @Override
    public void close() {
        source.close();
        clock.shutdownNow();
    }
}
