package plainsieve.sources.federation;

import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import plainsieve.core.value.Type;
import plainsieve.sources.Column;
import plainsieve.sources.engine.CellStaging;

/**
 * Determines the engine type of a fetched column. A type is chosen only if it can hold every value:
 * no value is lost or changed.
 */
final class CellTypes {
    private static final int MOST_DIGITS = 38;

    /** So wide that the product of two still fits. */
    private static final int USUAL_DIGITS = 18;

    private static final String TEXT = "varchar";
    private static final String WHOLE = "-?[0-9]+";
    private static final String NUMBER = "-?[0-9]+([.][0-9]+)?";
    private static final String DAY = "[+-]?[0-9]{4,}-[0-9]{2}-[0-9]{2}( \\(BC\\))?|-?infinity";
    private static final String OFFSET = "'(Z|[+-][0-9]{2}(:?[0-9]{2})?)$'";

    private final CellStaging staging;
    private final Map<String, Type> known;

    /** @param known column types declared by the steps: a source may return a date as text */
    CellTypes(CellStaging staging, Map<String, Type> known) {
        this.staging = staging;
        this.known = known;
    }

    /** The columns of the cells, each as its type, by its name. */
    String selected(List<Column> columns) throws SQLException {
        List<String> selected = new ArrayList<>();
        for (int i = 0; i < columns.size(); i++) {
            Column column = columns.get(i);
            selected.add("cast(%s as %s) as %s"
                    .formatted(
                            CellStaging.cell(i), type(column, CellStaging.cell(i)), CellStaging.name(column.name())));
        }
        return String.join(", ", selected);
    }

    private String type(Column column, String cell) throws SQLException {
        Type type = Optional.ofNullable(known.get(column.name()))
                .or(() -> column.kind().type())
                .orElse(Type.TEXT);
        return switch (type) {
            case INTEGER ->
                all(cell, WHOLE) ? firstThatTakesAll(cell, "bigint", "hugeint", "double") : decimal(column, cell);
            case DECIMAL -> decimal(column, cell);
            case DATE -> all(cell, DAY) ? firstThatTakesAll(cell, "date") : moment(cell);
            case DATETIME -> moment(cell);
            case BOOLEAN -> firstThatTakesAll(cell, "boolean");
            case TEXT, NAME -> TEXT;
        };
    }

    private String moment(String cell) throws SQLException {
        boolean inZones = any("regexp_matches(%s, %s)".formatted(cell, OFFSET));
        return firstThatTakesAll(cell, inZones ? "timestamp with time zone" : "timestamp");
    }

    private String firstThatTakesAll(String cell, String... types) throws SQLException {
        for (String type : types) {
            if (!any("%s is not null and try_cast(%s as %s) is null".formatted(cell, cell, type))) {
                return type;
            }
        }
        return TEXT;
    }

    private boolean any(String condition) throws SQLException {
        return !staging.query("select 1 from cells where " + condition + " limit 1")
                .isEmpty();
    }

    /** Whether every cell is written so: a cast alone would round, or leave the time of a day out. */
    private boolean all(String cell, String pattern) throws SQLException {
        return !any("not regexp_full_match(%s, '%s')".formatted(cell, pattern));
    }

    /** A binary fraction stays one; for others the digits before and after the point are counted. */
    private String decimal(Column column, String cell) throws SQLException {
        String name = column.type().toLowerCase(Locale.ROOT);
        boolean binary = name.startsWith("double") || name.startsWith("float") || name.equals("real");
        if (binary || !all(cell, NUMBER)) {
            return firstThatTakesAll(cell, "double");
        }
        List<String> digits = staging.query("""
                        select coalesce(max(length(ltrim(split_part(%s, '.', 1), '-0'))), 1), coalesce(max(length(split_part(%s, '.', 2))), 0)
                        from cells""".formatted(cell, cell)).get(0);
        int whole = Math.max(1, Integer.parseInt(digits.get(0)));
        int scale = Integer.parseInt(digits.get(1));
        return whole + scale > MOST_DIGITS
                ? firstThatTakesAll(cell, "double")
                : "decimal(%d, %d)".formatted(Math.max(USUAL_DIGITS, whole + scale), scale);
    }
}
