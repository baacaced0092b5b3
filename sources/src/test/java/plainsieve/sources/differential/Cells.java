package plainsieve.sources.differential;

import java.math.BigDecimal;
import java.util.List;
import java.util.stream.Collectors;

/** Rows as text for comparison between databases. */
final class Cells {
    private Cells() {}

    static String text(List<Object> row) {
        return row.stream().map(Cells::cell).collect(Collectors.joining(" | "));
    }

    private static String cell(Object value) {
        if (value == null) {
            return "(none)";
        }
        return value instanceof Number number
                ? new BigDecimal(number.toString()).stripTrailingZeros().toPlainString()
                : "'" + value + "'";
    }
}
