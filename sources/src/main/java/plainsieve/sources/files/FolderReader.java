package plainsieve.sources.files;

import java.io.IOException;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.ScheduledExecutorService;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import plainsieve.sources.Cancellation;
import plainsieve.sources.Catalogue;
import plainsieve.sources.Source;
import plainsieve.sources.SourceAccess;
import plainsieve.sources.SourceFailure;
import plainsieve.sources.SourceSettings;
import plainsieve.sources.jdbc.DuckDbVendor;
import plainsieve.sources.jdbc.JdbcSource;

/** Makes a database of views of the files of a folder, which can be asked and reads nothing but them. */
final class FolderReader {
    private final SourceAccess access;
    private final SourceSettings.Folder settings;
    private final Path kept;
    private final Engines engines;
    private final ScheduledExecutorService clock;
    private final Keeping keeping;
    private List<FilePart> before = List.of();

    FolderReader(SourceAccess access, Path kept, Engines engines, ScheduledExecutorService clock) {
        this.access = access;
        this.settings = (SourceSettings.Folder) access.settings();
        this.kept = kept;
        this.engines = engines;
        this.clock = clock;
        this.keeping = new Keeping(kept, engines.each());
    }

    /** Throws {@link SourceFailure} when what is read cannot be kept. */
    FolderState read(List<FoundFile> files, Cancellation cancellation) {
        List<FileTable> tables = FolderTables.of(files, settings.said(), FolderReader::areas);
        Path views = kept.resolve("views-" + UUID.randomUUID() + ".duckdb");
        try {
            Files.createDirectories(kept);
            forget(tables);
            Map<String, Catalogue.OfFiles> about = new LinkedHashMap<>();
            try (Connection engine = DriverManager.getConnection("jdbc:duckdb:" + views);
                    Statement statement = engine.createStatement()) {
                for (FileTable table : tables) {
                    about.put(table.name(), view(table, statement, cancellation));
                }
            }
            return new FolderState(files, source(views), views, about, engines);
        } catch (IOException | SQLException e) {
            throw failure(e);
        }
    }

    /* What is asked just now may still read what was kept before. */
    private void forget(List<FileTable> tables) throws IOException {
        List<FilePart> now =
                tables.stream().flatMap(table -> table.parts().stream()).toList();
        keeping.forgetAllBut(Stream.concat(now.stream(), before.stream()).toList());
        before = now;
    }

    private Source source(Path views) {
        List<Path> readable = List.of(Path.of(settings.file()), kept);
        return new JdbcSource(
                access,
                new DuckDbVendor(views.toString(), readable, engines.each().settings()),
                clock);
    }

    private static List<WorkbookArea> areas(FoundFile workbook) {
        try {
            return WorkbookAreas.of(workbook.path());
        } catch (IOException | UnreadableFile e) {
            // Why it cannot be read is said when its cells are.
            return List.of();
        }
    }

    private Catalogue.OfFiles view(FileTable table, Statement statement, Cancellation cancellation)
            throws IOException, SQLException {
        TableFacts facts = new TableFacts(table);
        if (table.isReadInPlace()) {
            try {
                statement.execute("create view %s as %s".formatted(Keeping.name(table.name()), inPlace(table)));
            } catch (SQLException e) {
                return facts.unreadable("is no Parquet file that can be read");
            }
            return facts.inPlace();
        }
        List<String> readable = new ArrayList<>();
        for (FilePart part : table.parts()) {
            KeptPart made = keeping.kept(part, cancellation);
            facts.add(part, made);
            if (made.isReadable()) {
                readable.add(Stage.text(keeping.rows(part)));
            }
        }
        if (!readable.isEmpty()) {
            statement.execute("create view %s as from read_parquet([%s], union_by_name = true)"
                    .formatted(Keeping.name(table.name()), String.join(", ", readable)));
        }
        return facts.all();
    }

    /* A path is a pattern to the engine: what has a meaning in one stands in brackets. */
    private String inPlace(FileTable table) {
        String paths = table.parts().stream()
                .map(part -> Stage.text(part.file().path().toString().replaceAll("[\\[*?]", "[$0]")))
                .collect(Collectors.joining(", ", "[", "]"));
        if (!table.many()) {
            return "from read_parquet(" + paths + ")";
        }
        FilePart first = table.parts().get(0);
        int before = first.file().path().toString().length()
                - first.called().orElseThrow().length();
        return "select * exclude (filename), substr(filename, %d) as file from read_parquet(%s, filename = true, union_by_name = true, hive_partitioning = true)"
                .formatted(before + 1, paths);
    }

    private SourceFailure failure(Exception e) {
        boolean full = String.valueOf(e.getMessage()).contains("No space left");
        String why = full
                ? "the disk of the server is full"
                : e instanceof FileSystemException ? "the server may not read or write there" : "it could not be kept";
        return new SourceFailure(
                SourceFailure.Kind.UNREACHABLE,
                "The files of “%s” could not be read: %s.".formatted(access.id(), why),
                "Ask who looks after the server; its log says more.",
                e);
    }
}
