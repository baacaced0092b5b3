package plainsieve.sources.engine;

import java.io.IOException;
import java.io.StringWriter;
import java.nio.file.Path;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import tools.jackson.core.JacksonException;
import tools.jackson.core.JsonGenerator;
import tools.jackson.core.JsonParser;
import tools.jackson.core.JsonToken;
import tools.jackson.core.ObjectReadContext;
import tools.jackson.core.ObjectWriteContext;
import tools.jackson.core.json.JsonFactory;

/**
 * Reads JSON into a stage: an array of rows, a row in each line, or an object that has the array of rows. The fields of an object
 * within a row are their own columns, {@code place_island}; an array within a row stays JSON. Fields that a row lacks are empty.
 */
public final class JsonCells {
    private static final int DEEPEST_COLUMN = 8;

    private final JsonFactory json = new JsonFactory();
    private final CellStaging staging;
    private final List<String> way;
    private final Map<String, Integer> columns = new LinkedHashMap<>();

    public JsonCells(CellStaging staging) {
        this(staging, List.of());
    }

    /** @param way the path of the rows; empty for the first array */
    public JsonCells(CellStaging staging, List<String> way) {
        this.staging = staging;
        this.way = List.copyOf(way);
    }

    private interface Row {
        void read(JsonParser at) throws SQLException;
    }

    /** Throws {@link UnreadableFileException} when it is no table. */
    public StagedCells read(Path file) throws IOException, SQLException {
        try {
            boolean lines = hasMany(file);
            rows(file, lines, at -> cells(at, "", 0, this::column));
            staging.begin(Math.max(1, columns.size()));
            rows(file, lines, this::row);
            staging.end();
        } catch (JacksonException e) {
            throw new UnreadableFileException("is not valid JSON: " + reason(e));
        }
        List<String> heads = columns.isEmpty() ? List.of("value") : new ArrayList<>(columns.keySet());
        return new StagedCells(StagedCells.names(heads), Optional.empty(), 0, List.of());
    }

    private static String reason(JacksonException e) {
        String place =
                e.getLocation() == null ? "" : " in line " + e.getLocation().getLineNr();
        return e.getOriginalMessage().contains("depth")
                ? "it is nested too deeply" + place
                : "it is truncated or has an unexpected character" + place;
    }

    private boolean hasMany(Path file) {
        try (JsonParser at = json.createParser(ObjectReadContext.empty(), file)) {
            if (at.nextToken() != JsonToken.START_OBJECT) {
                return false;
            }
            at.skipChildren();
            return at.nextToken() != null;
        }
    }

    private void rows(Path file, boolean lines, Row row) throws SQLException {
        try (JsonParser at = json.createParser(ObjectReadContext.empty(), file)) {
            if (!way.isEmpty()) {
                atEndOfWay(at, row);
                return;
            }
            JsonToken first = at.nextToken();
            boolean within =
                    first == JsonToken.START_ARRAY || first == JsonToken.START_OBJECT && !lines && findRows(at);
            if (within) {
                while (at.nextToken() != JsonToken.END_ARRAY) {
                    row.read(at);
                }
            } else if (lines) {
                for (JsonToken next = first; next != null; next = at.nextToken()) {
                    row.read(at);
                }
            } else if (first != null) {
                throw new UnreadableFileException("has no array of rows");
            }
        }
    }

    /** One object is one row; no value is no row. */
    private void atEndOfWay(JsonParser at, Row row) throws SQLException {
        JsonToken there = JsonPath.navigate(at, way);
        if (there == JsonToken.START_ARRAY) {
            while (at.nextToken() != JsonToken.END_ARRAY) {
                row.read(at);
            }
        } else if (there == JsonToken.START_OBJECT) {
            row.read(at);
        } else if (there != JsonToken.VALUE_NULL) {
            throw new UnreadableFileException("has no rows at “" + String.join(".", way) + "”");
        }
    }

    /** Goes into the first array of the object. */
    private static boolean findRows(JsonParser at) {
        while (at.nextToken() == JsonToken.PROPERTY_NAME) {
            if (at.nextToken() == JsonToken.START_ARRAY) {
                return true;
            }
            at.skipChildren();
        }
        return false;
    }

    private interface Cell {
        void is(String column, String text);
    }

    private void row(JsonParser at) throws SQLException {
        String[] cells = new String[Math.max(1, columns.size())];
        cells(at, "", 0, (column, text) -> cells[columns.get(column)] = text);
        staging.row(cells);
    }

    private void column(String name, String text) {
        columns.putIfAbsent(name, columns.size());
        if (columns.size() > StagedCells.MOST_COLUMNS) {
            throw new UnreadableFileException("has more than %,d columns".formatted(StagedCells.MOST_COLUMNS));
        }
    }

    private void cells(JsonParser at, String name, int depth, Cell cell) {
        JsonToken token = at.currentToken();
        if (token == JsonToken.START_OBJECT && depth < DEEPEST_COLUMN) {
            while (at.nextToken() == JsonToken.PROPERTY_NAME) {
                String field = name.isEmpty() ? at.currentName() : name + "_" + at.currentName();
                at.nextToken();
                cells(at, field, depth + 1, cell);
            }
        } else {
            String text = token == JsonToken.VALUE_NULL ? null : token.isScalarValue() ? at.getString() : copied(at);
            cell.is(name.isEmpty() ? "value" : name, text);
        }
    }

    private String copied(JsonParser at) {
        StringWriter text = new StringWriter();
        try (JsonGenerator out = json.createGenerator(ObjectWriteContext.empty(), text)) {
            out.copyCurrentStructure(at);
        }
        return text.toString();
    }
}
