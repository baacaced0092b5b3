package plainsieve.sources.files;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.sql.SQLException;
import java.util.HexFormat;
import java.util.List;
import java.util.TreeMap;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import plainsieve.core.catalog.HeaderRow;
import plainsieve.sources.Cancellation;
import plainsieve.sources.DetectedColumn;
import plainsieve.sources.engine.CellFormatDetector;
import plainsieve.sources.engine.CellStaging;
import plainsieve.sources.engine.CsvCells;
import plainsieve.sources.engine.EngineLimits;
import plainsieve.sources.engine.JsonCells;
import plainsieve.sources.engine.StagedCells;
import plainsieve.sources.engine.UnreadableFileException;
import tools.jackson.databind.ObjectMapper;

/** Caches the rows of files as Parquet. An entry is created once per size, time of change and declared format of a file. */
final class ParquetCache {
    private static final System.Logger LOG = System.getLogger(ParquetCache.class.getName());

    /** Incremented to rebuild all caches. */
    private static final int VERSION = 2;

    private final ObjectMapper json = new ObjectMapper();
    private final Path folder;
    private final EngineLimits limits;

    ParquetCache(Path folder, EngineLimits limits) {
        this.folder = folder;
        this.limits = limits;
    }

    /** The cache file of a part. */
    Path rows(FilePart part) {
        return folder.resolve(key(part) + ".parquet");
    }

    private Path about(FilePart part) {
        return folder.resolve(key(part) + ".json");
    }

    private static String key(FilePart part) {
        FileEntry file = part.file();
        String all = String.join(
                "\0",
                String.valueOf(VERSION),
                file.path().toString(),
                String.valueOf(file.bytes()),
                file.changed().toString(),
                part.area().toString(),
                part.called().orElse(""),
                part.columnTypes().names().toString(),
                new TreeMap<>(part.columnTypes().columns()).toString());
        try {
            byte[] digest = MessageDigest.getInstance("SHA-256").digest(all.getBytes(StandardCharsets.UTF_8));
            return HexFormat.of().formatHex(digest, 0, 16);
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }

    /** The cached part, which is created if missing. */
    CachedPart get(FilePart part, Cancellation cancellation) throws IOException, SQLException {
        Path about = about(part);
        if (Files.exists(about)) {
            CachedPart kept = json.readValue(about.toFile(), CachedPart.class);
            if (!kept.isReadable() || Files.exists(rows(part))) {
                return kept;
            }
        }
        if (!Files.isReadable(part.file().path())) {
            return CachedPart.unreadable(CachedPart.CLOSED);
        }
        Files.createDirectories(folder);
        CachedPart made = create(part, cancellation);
        Path draft = folder.resolve(UUID.randomUUID() + ".draft");
        Files.writeString(draft, json.writeValueAsString(made));
        Files.move(draft, about, StandardCopyOption.ATOMIC_MOVE);
        return made;
    }

    private CachedPart create(FilePart part, Cancellation cancellation) throws IOException, SQLException {
        try (CellStaging staging =
                new CellStaging(folder.resolve(UUID.randomUUID() + ".stage"), limits, cancellation)) {
            StagedCells cells = cells(staging, part);
            List<CellFormatDetector.Column> columns = new CellFormatDetector(staging)
                    .find(cells.names(), part.columnTypes().columns());
            Path draft = staging.file("rows.parquet");
            staging.execute("copy (select %s from cells) to %s (format parquet, compression zstd)"
                    .formatted(selected(part, columns), CellStaging.text(draft)));
            long rows = Long.parseLong(
                    staging.query("select count(*) from cells").get(0).get(0));
            Files.move(draft, rows(part), StandardCopyOption.ATOMIC_MOVE);
            List<DetectedColumn> found =
                    columns.stream().map(CellFormatDetector.Column::found).toList();
            return new CachedPart(
                    found, cells.line().map(HeaderRow::words).orElse(""), rows, cells.lost(), cells.notes(), "");
        } catch (UnreadableFileException e) {
            LOG.log(System.Logger.Level.DEBUG, "Unreadable: " + part.file().name(), e);
            return CachedPart.unreadable(e.getMessage());
        } finally {
            cancellation.end();
        }
    }

    private static StagedCells cells(CellStaging staging, FilePart part) throws IOException, SQLException {
        return switch (part.file().kind()) {
            case CSV ->
                new CsvCells(staging, part.columnTypes().names())
                        .read(part.file().path());
            case JSON -> new JsonCells(staging).read(part.file().path());
            case WORKBOOK ->
                new WorkbookCells(
                                staging,
                                part.area().orElseThrow(),
                                part.columnTypes().names())
                        .read(part.file());
            case PARQUET -> throw new IllegalStateException("is read in place");
        };
    }

    private static String selected(FilePart part, List<CellFormatDetector.Column> columns) {
        Stream<String> own = columns.stream()
                .map(column ->
                        column.sql() + " as " + CellStaging.name(column.found().name()));
        Stream<String> file = part.called().stream()
                .map(called -> CellStaging.text(called) + " as " + CellStaging.name(fileColumn(columns)));
        return Stream.concat(own, file).collect(Collectors.joining(", "));
    }

    /** The name of the column with the file's name, which no other column has. */
    private static String fileColumn(List<CellFormatDetector.Column> columns) {
        return IntStream.iterate(1, n -> n + 1)
                .mapToObj(n -> n == 1 ? "file" : "file " + n)
                .filter(name -> columns.stream()
                        .noneMatch(column -> column.found().name().equalsIgnoreCase(name)))
                .findFirst()
                .orElseThrow();
    }

    /** Removes obsolete cache files. @param parts which are kept */
    void forgetAllBut(List<FilePart> parts) throws IOException {
        List<String> wanted = parts.stream().map(ParquetCache::key).toList();
        try (Stream<Path> files = Files.list(folder)) {
            for (Path file : files.toList()) {
                String name = file.getFileName().toString();
                if (name.matches("[0-9a-f]{32}\\.(parquet|json)") && !wanted.contains(name.substring(0, 32))) {
                    Files.deleteIfExists(file);
                }
            }
        }
    }
}
