package plainsieve.server.results.downloads;

import java.math.BigDecimal;
import java.util.regex.Pattern;
import plainsieve.sources.Column;

/** The narrowest lossless type of a column, derived from its values. */
final class ParquetType {
    private static final int MOST_DIGITS = 38;
    private static final Pattern DAY = Pattern.compile("\\d{4}-\\d\\d-\\d\\d");
    private static final Pattern MOMENT =
            Pattern.compile("\\d{4}-\\d\\d-\\d\\d[ T]\\d\\d:\\d\\d(:\\d\\d(\\.\\d{1,6})?)?");

    private final Column.Kind kind;
    private boolean any;
    private boolean onlyWhole = true;
    private boolean onlyExact = true;
    private boolean onlyNumbers = true;
    private boolean onlyTruths = true;
    private boolean onlyWritten = true;
    private int before;
    private int behind;

    ParquetType(Column.Kind kind) {
        this.kind = kind;
    }

    /** Considers a value, which is not null. */
    void observe(Object value) {
        any = true;
        onlyTruths &= value instanceof Boolean;
        onlyNumbers &= value instanceof Number;
        onlyExact &= value instanceof Number && !(value instanceof Double);
        onlyWhole &= value instanceof Long;
        if (value instanceof BigDecimal || value instanceof Long) {
            BigDecimal number = new BigDecimal(value.toString());
            before = Math.max(before, number.precision() - number.scale());
            behind = Math.max(behind, number.scale());
        }
        onlyWritten &= value instanceof String text && isWritten(text);
    }

    /** Whether any value was not null. */
    boolean sawAny() {
        return any;
    }

    private boolean isWritten(String text) {
        return switch (kind) {
            case DATE -> DAY.matcher(text).matches();
            case DATETIME -> MOMENT.matcher(text).matches();
            default -> false;
        };
    }

    /** As it is called in SQL. */
    String name() {
        if (!any) {
            return ofNothing();
        } else if (onlyTruths) {
            return "boolean";
        } else if (onlyWhole) {
            return "bigint";
        } else if (onlyExact && Math.max(before, 1) + behind <= MOST_DIGITS) {
            return "decimal(%d, %d)".formatted(Math.max(before, 1) + behind, behind);
        } else if (onlyNumbers && !onlyExact) {
            return "double";
        }
        return onlyWritten ? ofNothing() : "varchar";
    }

    private String ofNothing() {
        return switch (kind) {
            case INTEGER -> "bigint";
            case DECIMAL -> "double";
            case DATE -> "date";
            case DATETIME -> "timestamp";
            case BOOLEAN -> "boolean";
            case TEXT, OTHER -> "varchar";
        };
    }
}
