package plainsieve.core.rewrite.filter;

import java.util.List;
import plainsieve.core.value.Type;

/**
 * The type of values that a viewer picked. Some databases derive a column's type from its first row, so an integer column may
 * contain 1000.5, and a numeric one text.
 */
public final class PickedValueType {
    private static final String NUMBER = "[+-]?(\\d+\\.?\\d*|\\.\\d+)([eE][+-]?\\d+)?";

    private PickedValueType() {}

    /**
     * @param told the column's type, if known
     * @param written the displayed values
     */
    public static Type of(Type told, List<String> written) {
        boolean numbers = told == Type.INTEGER || told == Type.DECIMAL;
        if (!numbers || written.isEmpty()) {
            return told;
        }
        if (written.stream().noneMatch(value -> value.matches(NUMBER))) {
            return Type.TEXT;
        }
        boolean whole = written.stream().allMatch(value -> value.matches("[+-]?\\d+"));
        return whole ? told : Type.DECIMAL;
    }
}
