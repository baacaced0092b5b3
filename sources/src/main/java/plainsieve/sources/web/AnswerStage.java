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
import plainsieve.core.request.Directions;
import plainsieve.sources.FoundColumn;
import plainsieve.sources.engine.Cells;
import plainsieve.sources.engine.CsvCells;
import plainsieve.sources.engine.FormFinder;
import plainsieve.sources.engine.JsonCells;
import plainsieve.sources.engine.JsonWay;
import plainsieve.sources.engine.Stage;
import plainsieve.sources.engine.UnreadableFile;

/** Puts the pages of an answer under each other as texts, and makes one table of typed columns of them. */
final class AnswerStage {
    private static final int LOOKED_AT = 200;

    private final Stage stage;
    private final Directions directions;

    /** The columns so far, by their names in lower case. */
    private final Map<String, String> names = new LinkedHashMap<>();

    AnswerStage(Stage stage, Directions directions) throws SQLException {
        this.stage = stage;
        this.directions = directions;
        // Else every page would wait for the disk several times.
        stage.execute("begin transaction");
    }

    /** Adds a page. @return how many rows it has; throws {@link UnreadableFile} when it has none that can be read */
    long add(Page page) throws IOException, SQLException {
        if (page.bytes() == 0) {
            return 0;
        }
        Cells cells = format(page) == Directions.Format.CSV
                ? new CsvCells(stage, Optional.empty()).read(page.body())
                : new JsonCells(stage, JsonWay.of(directions.rowsAt())).read(page.body());
        long rows =
                Long.parseLong(stage.ask("select count(*) from cells").get(0).get(0));
        if (rows > 0) {
            unite(cells.names());
        }
        stage.execute("drop table cells");
        Files.deleteIfExists(stage.file("cells.csv"));
        return rows;
    }

    private Directions.Format format(Page page) throws IOException {
        if (directions.format().isPresent()) {
            return directions.format().get();
        }
        String type = page.type().toLowerCase(Locale.ROOT);
        String beginning = beginning(page.body());
        if (type.contains("json") || beginning.startsWith("{") || beginning.startsWith("[")) {
            return Directions.Format.JSON;
        }
        if (beginning.startsWith("<")) {
            throw new UnreadableFile("is a page for people or XML, not JSON or CSV");
        }
        return Directions.Format.CSV;
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
                stage.execute("alter table united add column " + Stage.name(name) + " varchar");
            }
        }
        String page = IntStream.range(0, columns.size())
                .mapToObj(i -> Stage.cell(i) + " as " + Stage.name(columns.get(i)))
                .collect(Collectors.joining(", ", "select ", " from cells"));
        stage.execute(first ? "create table united as " + page : "insert into united by name " + page);
    }

    /**
     * Makes the table of all pages.
     *
     * @param target the name that it gets, quoted
     * @return its columns, and what their cells were taken for
     */
    List<FoundColumn> table(String target) throws SQLException {
        List<String> wanted = directions.columns().isEmpty()
                ? List.copyOf(names.values())
                : List.copyOf(directions.columns().keySet());
        if (wanted.isEmpty()) {
            throw new UnreadableFile(
                    "has no rows, so that nobody can tell its columns; say them in the request, “column … is …”");
        }
        if (names.isEmpty()) {
            stage.execute("create table united (\"no column\" varchar)");
        }
        List<String> cells = new ArrayList<>();
        for (int i = 0; i < wanted.size(); i++) {
            boolean there = names.containsKey(wanted.get(i).toLowerCase(Locale.ROOT));
            cells.add((there ? Stage.name(wanted.get(i)) : "cast(null as varchar)") + " as " + Stage.cell(i));
        }
        stage.execute("create table cells as select " + String.join(", ", cells) + " from united");
        List<FormFinder.Column> columns = new FormFinder(stage).find(wanted, directions.columns());
        String selected = columns.stream()
                .map(column -> column.sql() + " as " + Stage.name(column.found().name()))
                .collect(Collectors.joining(", "));
        stage.execute("commit");
        stage.execute("create table " + target + " as select " + selected + " from cells");
        stage.execute("drop table cells");
        stage.execute("drop table united");
        return columns.stream().map(FormFinder.Column::found).toList();
    }
}
