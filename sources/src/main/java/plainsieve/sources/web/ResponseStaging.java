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

/** Puts the pages of an answer under each other as texts, and makes one table of typed columns of them. */
final class ResponseStaging {
    private static final int LOOKED_AT = 200;

    private final CellStaging stage;
    private final ResponseOptions directions;

    /** The columns so far, by their names in lower case. */
    private final Map<String, String> names = new LinkedHashMap<>();

    ResponseStaging(CellStaging stage, ResponseOptions directions) throws SQLException {
        this.stage = stage;
        this.directions = directions;
        // Else every page would wait for the disk several times.
        stage.execute("begin transaction");
    }

    /** Adds a page. @return how many rows it has; throws {@link UnreadableFileException} when it has none that can be read */
    long add(ResponsePage page) throws IOException, SQLException {
        if (page.bytes() == 0) {
            return 0;
        }
        StagedCells cells = format(page) == ResponseOptions.ResponseFormat.CSV
                ? new CsvCells(stage, Optional.empty()).read(page.body())
                : new JsonCells(stage, JsonPath.of(directions.rowsAt())).read(page.body());
        long rows =
                Long.parseLong(stage.ask("select count(*) from cells").get(0).get(0));
        if (rows > 0) {
            unite(cells.names());
        }
        stage.execute("drop table cells");
        Files.deleteIfExists(stage.file("cells.csv"));
        return rows;
    }

    private ResponseOptions.ResponseFormat format(ResponsePage page) throws IOException {
        if (directions.format().isPresent()) {
            return directions.format().get();
        }
        String type = page.type().toLowerCase(Locale.ROOT);
        String beginning = beginning(page.body());
        if (type.contains("json") || beginning.startsWith("{") || beginning.startsWith("[")) {
            return ResponseOptions.ResponseFormat.JSON;
        }
        if (beginning.startsWith("<")) {
            throw new UnreadableFileException("is a page for people or XML, not JSON or CSV");
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
                stage.execute("alter table united add column " + CellStaging.name(name) + " varchar");
            }
        }
        String page = IntStream.range(0, columns.size())
                .mapToObj(i -> CellStaging.cell(i) + " as " + CellStaging.name(columns.get(i)))
                .collect(Collectors.joining(", ", "select ", " from cells"));
        stage.execute(first ? "create table united as " + page : "insert into united by name " + page);
    }

    /**
     * Makes the table of all pages.
     *
     * @param target the name that it gets, quoted
     * @return its columns, and what their cells were taken for
     */
    List<DetectedColumn> table(String target) throws SQLException {
        List<String> wanted = directions.columns().isEmpty()
                ? List.copyOf(names.values())
                : List.copyOf(directions.columns().keySet());
        if (wanted.isEmpty()) {
            throw new UnreadableFileException(
                    "has no rows, so that nobody can tell its columns; say them in the request, “column … is …”");
        }
        if (names.isEmpty()) {
            stage.execute("create table united (\"no column\" varchar)");
        }
        List<String> cells = new ArrayList<>();
        for (int i = 0; i < wanted.size(); i++) {
            boolean there = names.containsKey(wanted.get(i).toLowerCase(Locale.ROOT));
            cells.add(
                    (there ? CellStaging.name(wanted.get(i)) : "cast(null as varchar)") + " as " + CellStaging.cell(i));
        }
        stage.execute("create table cells as select " + String.join(", ", cells) + " from united");
        List<CellFormatDetector.Column> columns = new CellFormatDetector(stage).find(wanted, directions.columns());
        String selected = columns.stream()
                .map(column ->
                        column.sql() + " as " + CellStaging.name(column.found().name()))
                .collect(Collectors.joining(", "));
        stage.execute("commit");
        stage.execute("create table " + target + " as select " + selected + " from cells");
        stage.execute("drop table cells");
        stage.execute("drop table united");
        return columns.stream().map(CellFormatDetector.Column::found).toList();
    }
}
