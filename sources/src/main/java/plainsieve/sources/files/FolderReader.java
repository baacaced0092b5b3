package plainsieve.sources.files;

import java.io.IOException;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.ScheduledExecutorService;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import plainsieve.sources.Cancellation;
import plainsieve.sources.Catalog;
import plainsieve.sources.Source;
import plainsieve.sources.SourceAccess;
import plainsieve.sources.SourceFailure;
import plainsieve.sources.SourceSettings;
import plainsieve.sources.engine.CellStaging;
import plainsieve.sources.engine.EmbeddedEngine;
import plainsieve.sources.engine.EnginePool;
import plainsieve.sources.jdbc.JdbcSource;
import plainsieve.sources.jdbc.vendor.DuckDbVendor;

/** Creates a database of views over the files of a folder. */
final class FolderReader {
    private static final System.Logger LOG = System.getLogger(FolderReader.class.getName());

    private final SourceAccess access;
    private final SourceSettings.Folder settings;
    private final Path kept;
    private final EnginePool enginePool;
    private final ScheduledExecutorService clock;
    private final ParquetCache parquetCache;
    private List<FilePart> before = List.of();

    FolderReader(SourceAccess access, Path kept, EnginePool enginePool, ScheduledExecutorService clock) {
        this.access = access;
        this.settings = (SourceSettings.Folder) access.settings();
        this.kept = kept;
        this.enginePool = enginePool;
        this.clock = clock;
        this.parquetCache = new ParquetCache(kept, enginePool.each());
    }

    /** Throws {@link SourceFailure} if rows cannot be cached. An unreadable file is reported with its table and does not hide the others. */
    FolderState read(List<FileEntry> files, Cancellation cancellation) {
        List<FileTable> tables = FolderTables.of(files, settings.tableOverrides(), FolderReader::areas);
        try {
            Files.createDirectories(kept);
            forget(tables);
            return read(files, tables, cancellation);
        } catch (IOException | SQLException e) {
            throw failure(e);
        }
    }

    private FolderState read(List<FileEntry> files, List<FileTable> tables, Cancellation cancellation)
            throws IOException, SQLException {
        Set<String> broken = new HashSet<>();
        while (true) {
            Path views = kept.resolve("views-" + UUID.randomUUID() + ".duckdb");
            Map<String, Catalog.FileTable> about = new LinkedHashMap<>();
            Optional<String> breaks = Optional.empty();
            try (Connection engine = DriverManager.getConnection("jdbc:duckdb:" + views)) {
                for (FileTable table : tables) {
                    if (breaks.isEmpty()) {
                        about.put(table.name(), view(table, engine, broken.contains(table.name()), cancellation));
                        breaks = answers(engine) ? Optional.empty() : Optional.of(table.name());
                    }
                }
            }
            if (breaks.isEmpty()) {
                return new FolderState(
                        files, new EmbeddedEngine(source(views), enginePool, () -> remove(views)), about);
            }
            // A fatal error in one file invalidates the engine; a new instance reads the others.
            remove(views);
            broken.add(breaks.get());
        }
    }

    private Catalog.FileTable view(FileTable table, Connection engine, boolean broken, Cancellation cancellation)
            throws IOException, SQLException {
        if (broken) {
            return new TableFacts(table).unreadable(ParquetMagic.WHY);
        }
        try (Statement statement = engine.createStatement()) {
            return view(table, statement, cancellation);
        }
    }

    private static boolean answers(Connection engine) {
        try (Statement statement = engine.createStatement();
                ResultSet rows = statement.executeQuery("select 1")) {
            return rows.next();
        } catch (SQLException e) {
            return false;
        }
    }

    /* Running statements may still read the previous cache. */
    private void forget(List<FileTable> tables) throws IOException {
        List<FilePart> now =
                tables.stream().flatMap(table -> table.parts().stream()).toList();
        parquetCache.forgetAllBut(Stream.concat(now.stream(), before.stream()).toList());
        before = now;
    }

    private static void remove(Path views) {
        try {
            Files.deleteIfExists(views);
        } catch (IOException e) {
            LOG.log(System.Logger.Level.WARNING, "Outdated cache files could not be removed: " + views, e);
        }
    }

    private Source source(Path views) {
        List<Path> readable = List.of(Path.of(settings.file()), kept);
        return new JdbcSource(
                access,
                new DuckDbVendor(views.toString(), readable, enginePool.each().settings()),
                clock);
    }

    private static List<WorkbookArea> areas(FileEntry workbook) {
        try {
            return WorkbookAreas.of(workbook.path());
        } catch (IOException | RuntimeException e) {
            // Why unreadable is stated when its cells are.
            LOG.log(System.Logger.Level.DEBUG, "Unreadable: " + workbook.name(), e);
            return List.of();
        }
    }

    private Catalog.FileTable view(FileTable table, Statement statement, Cancellation cancellation)
            throws IOException, SQLException {
        TableFacts facts = new TableFacts(table);
        if (table.isReadInPlace()) {
            return inPlace(table, facts, statement);
        }
        List<Path> readable = new ArrayList<>();
        for (FilePart part : table.parts()) {
            CachedPart made = parquetCache.get(part, cancellation);
            facts.add(part, made);
            if (made.isReadable()) {
                readable.add(parquetCache.rows(part));
            }
        }
        if (!readable.isEmpty()) {
            statement.execute("create view %s as from %s"
                    .formatted(CellStaging.name(table.name()), parquet(paths(readable), statement, "")));
        }
        return facts.all();
    }

    private static Catalog.FileTable inPlace(FileTable table, TableFacts facts, Statement statement)
            throws IOException {
        List<FilePart> whole = new ArrayList<>();
        for (FilePart part : table.parts()) {
            if (!Files.isReadable(part.file().path())) {
                facts.add(part, CachedPart.unreadable(CachedPart.CLOSED));
            } else if (ParquetMagic.areWhole(part.file())) {
                whole.add(part);
            } else {
                facts.add(part, CachedPart.unreadable(ParquetMagic.WHY));
            }
        }
        try {
            if (!whole.isEmpty()) {
                String name = CellStaging.name(table.name());
                statement.execute("create view %s as %s".formatted(name, inPlace(whole, table.many(), statement)));
                statement
                        .executeQuery("select * from %s limit 0".formatted(name))
                        .close();
                return facts.inPlace();
            }
        } catch (SQLException e) {
            LOG.log(System.Logger.Level.DEBUG, "Unreadable: " + table.name(), e);
            dropQuietly(table, statement);
        }
        return facts.unreadable(ParquetMagic.WHY);
    }

    /* The statement that failed is closed, as its connection may be. */
    private static void dropQuietly(FileTable table, Statement failed) {
        try (Statement statement = failed.getConnection().createStatement()) {
            statement.execute("drop view if exists " + CellStaging.name(table.name()));
        } catch (SQLException e) {
            LOG.log(System.Logger.Level.DEBUG, "Not dropped: " + table.name(), e);
        }
    }

    private static String inPlace(List<FilePart> parts, boolean many, Statement statement) throws SQLException {
        String paths = paths(parts.stream().map(part -> part.file().path()).toList());
        if (!many) {
            return "from " + parquet(paths, statement, "");
        }
        FileEntry first = parts.get(0).file();
        int before = first.path().toString().length()
                - parts.get(0).called().orElseThrow().length();
        return "select * exclude (filename), substr(filename, %d) as file from %s"
                .formatted(before + 1, parquet(paths, statement, ", filename = true, hive_partitioning = true"));
    }

    /* The engine interprets paths as patterns: special characters are bracketed. */
    private static String paths(List<Path> paths) {
        return paths.stream()
                .map(path -> CellStaging.text(path.toString().replaceAll("[\\[*?]", "[$0]")))
                .collect(Collectors.joining(", ", "[", "]"));
    }

    /** Unites files with different columns by name, for which each query has to open each of them. */
    private static String parquet(String paths, Statement statement, String more) throws SQLException {
        String layouts =
                "select count(distinct layout) from (select list((name, type, converted_type, logical_type, precision, scale)) as layout from parquet_schema(%s) where type is not null group by file_name)"
                        .formatted(paths);
        try (ResultSet rows = statement.executeQuery(layouts)) {
            boolean alike = rows.next() && rows.getInt(1) <= 1;
            return "read_parquet(" + paths + (alike ? "" : ", union_by_name = true") + more + ")";
        }
    }

    private SourceFailure failure(Exception e) {
        boolean full = String.valueOf(e.getMessage()).contains("No space left");
        String why = full
                ? "the disk of the server is full"
                : e instanceof FileSystemException ? "the server has no permission there" : "it could not be cached";
        return new SourceFailure(
                SourceFailure.Kind.UNREACHABLE,
                "The files of “%s” could not be read: %s.".formatted(access.id(), why),
                "Ask your administrator; the server log has details.",
                e);
    }
}
