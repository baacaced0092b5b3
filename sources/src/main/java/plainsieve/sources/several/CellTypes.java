package plainsieve.sources.several;

import java.sql.SQLException;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import plainsieve.sources.Column;
import plainsieve.sources.engine.Stage;

/**
 * Which type of the engine takes the values of a column as they were fetched. A type that does not take each of them is not taken:
 * no value is lost, and none becomes another.
 */
final class CellTypes {
    private static final int MOST_DIGITS = 38;

    /** So wide that the product of two still fits. */
    private static final int USUAL_DIGITS = 18;

    private static final String TEXT = "varchar";
    private static final String OFFSET = "'(Z|[+-][0-9]{2}(:?[0-9]{2})?)$'";

    private final Stage stage;

    CellTypes(Stage stage) {
        this.stage = stage;
    }

    /** The columns of the cells, each as its type, by its name. */
    String selected(List<Column> columns) throws SQLException {
        List<String> types = IntStream.range(0, columns.size()).mapToObj(i -> "").collect(Collectors.toList());
        for (int i = 0; i < columns.size(); i++) {
            types.set(i, type(columns.get(i), Stage.cell(i)));
        }
        return IntStream.range(0, columns.size())
                .mapToObj(i -> "cast(%s as %s) as %s"
                        .formatted(
                                Stage.cell(i),
                                types.get(i),
                                Stage.name(columns.get(i).name())))
                .collect(Collectors.joining(", "));
    }

    private String type(Column column, String cell) throws SQLException {
        return switch (column.kind()) {
            case INTEGER -> firstThatTakesAll(cell, "bigint", "hugeint", "double");
            case DECIMAL -> decimal(column, cell);
            case DATE -> firstThatTakesAll(cell, "date");
            case DATETIME ->
                firstThatTakesAll(
                        cell,
                        any("regexp_matches(%s, %s)".formatted(cell, OFFSET)) ? "timestamp with time zone" : "timestamp");
            case BOOLEAN -> firstThatTakesAll(cell, "boolean");
            case TEXT, OTHER -> TEXT;
        };
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
        return !stage.ask("select 1 from cells where " + condition + " limit 1").isEmpty();
    }

    /** A binary fraction stays one; of the others the digits are counted, before and behind the point. */
    private String decimal(Column column, String cell) throws SQLException {
        String name = column.type().toLowerCase(Locale.ROOT);
        boolean binary = name.startsWith("double") || name.startsWith("float") || name.equals("real");
        if (binary || any("not regexp_full_match(%s, '-?[0-9]+([.][0-9]+)?')".formatted(cell))) {
            return firstThatTakesAll(cell, "double");
        }
        List<String> digits = stage.ask("""
                        select coalesce(max(length(ltrim(split_part(%s, '.', 1), '-0'))), 1), coalesce(max(length(split_part(%s, '.', 2))), 0)
                        from cells""".formatted(cell, cell)).get(0);
        int whole = Math.max(1, Integer.parseInt(digits.get(0)));
        int scale = Integer.parseInt(digits.get(1));
        return whole + scale > MOST_DIGITS
                ? firstThatTakesAll(cell, "double")
                : "decimal(%d, %d)".formatted(Math.max(USUAL_DIGITS, whole + scale), scale);
    }
}
