package plainsieve.sources.web;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import plainsieve.core.request.ResponseOptions;
import plainsieve.sources.DetectedColumn;
import plainsieve.sources.engine.CellFormatDetector;
import plainsieve.sources.engine.CellStaging;
import plainsieve.sources.engine.CsvCells;
import plainsieve.sources.engine.JsonCells;
import plainsieve.sources.engine.JsonPath;
import plainsieve.sources.engine.StagedCells;
import plainsieve.sources.engine.UnreadableFileException;

/** Combines the pages of a response into one typed table. */
final class ResponseStaging {
    private static final int LOOKED_AT = 200;

    private final CellStaging staging;
    private final ResponseOptions options;

    /** The columns so far, by their names in lower case. */
    private final Map<String, String> names = new LinkedHashMap<>();

    ResponseStaging(CellStaging staging, ResponseOptions options) throws SQLException {
        this.staging = staging;
        this.options = options;
        // Without a transaction, every page would wait for the disk several times.
        staging.execute("begin transaction");
    }

    /** Adds a page. @return how many rows it has; throws {@link UnreadableFileException} when it has none that can be read */
    long add(ResponsePage responsePage) throws IOException, SQLException {
        if (responsePage.bytes() == 0) {
            return 0;
        }
        StagedCells cells = format(responsePage) == ResponseOptions.ResponseFormat.CSV
                ? new CsvCells(staging, Optional.empty()).read(responsePage.body())
                : new JsonCells(staging, JsonPath.of(options.rowsAt())).read(responsePage.body());
        long rows = Long.parseLong(
                staging.query("select count(*) from cells").get(0).get(0));
        if (rows > 0) {
            unite(cells.names());
        }
        staging.execute("drop table cells");
        Files.deleteIfExists(staging.file("cells.csv"));
        return rows;
    }

    private ResponseOptions.ResponseFormat format(ResponsePage responsePage) throws IOException {
        if (options.format().isPresent()) {
            return options.format().get();
        }
        String type = responsePage.type().toLowerCase(Locale.ROOT);
        String beginning = beginning(responsePage.body());
        if (type.contains("json") || beginning.startsWith("{") || beginning.startsWith("[")) {
            return ResponseOptions.ResponseFormat.JSON;
        }
        if (beginning.startsWith("<")) {
            throw new UnreadableFileException("is HTML or XML, not JSON or CSV");
        }
        return ResponseOptions.ResponseFormat.CSV;
    }

    private static String beginning(Path body) throws IOException {
        try (InputStream in = Files.newInputStream(body)) {
            return new String(in.readNBytes(LOOKED_AT), StandardCharsets.UTF_8).strip();
        }
    }

    private void unite(List<String> columns) throws SQLException {
        boolean first = names.isEmpty();
        for (String name : columns) {
            boolean fresh = names.putIfAbsent(name.toLowerCase(Locale.ROOT), name) == null;
            if (fresh && !first) {
                staging.execute("alter table united add column " + CellStaging.name(name) + " varchar");
            }
        }
        String page = IntStream.range(0, columns.size())
                .mapToObj(i -> CellStaging.cell(i) + " as " + CellStaging.name(columns.get(i)))
                .collect(Collectors.joining(", ", "select ", " from cells"));
        staging.execute(first ? "create table united as " + page : "insert into united by name " + page);
    }

    /**
     * Creates the table of all pages.
     *
     * @param target its quoted name
     * @return its columns with detected types
     */
    List<DetectedColumn> table(String target) throws SQLException {
        List<String> wanted = options.columns().isEmpty()
                ? List.copyOf(names.values())
                : List.copyOf(options.columns().keySet());
        if (wanted.isEmpty()) {
            throw new UnreadableFileException(
                    "has no rows, so its columns are unknown; declare them in the request, “column … is …”");
        }
        if (names.isEmpty()) {
            staging.execute("create table united (\"no column\" varchar)");
        }
        List<String> cells = new ArrayList<>();
        for (int i = 0; i < wanted.size(); i++) {
            boolean there = names.containsKey(wanted.get(i).toLowerCase(Locale.ROOT));
            cells.add(
                    (there ? CellStaging.name(wanted.get(i)) : "cast(null as varchar)") + " as " + CellStaging.cell(i));
        }
        staging.execute("create table cells as select " + String.join(", ", cells) + " from united");
        List<CellFormatDetector.Column> columns = new CellFormatDetector(staging).find(wanted, options.columns());
        String selected = columns.stream()
                .map(column ->
                        column.sql() + " as " + CellStaging.name(column.found().name()))
                .collect(Collectors.joining(", "));
        staging.execute("commit");
        staging.execute("create table " + target + " as select " + selected + " from cells");
        staging.execute("drop table cells");
        staging.execute("drop table united");
        return columns.stream().map(CellFormatDetector.Column::found).toList();
    }
}
