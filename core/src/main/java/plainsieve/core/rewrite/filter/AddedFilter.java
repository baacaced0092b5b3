package plainsieve.core.rewrite.filter;

import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import plainsieve.core.dialect.Dialect;

/**
 * A filter on an output column that a viewer or view adds and that the query text does not contain.
 *
 * @param column the name of the output column
 * @param test what follows the column in a condition, with parameters: {@code in (:added_1)}
 * @param mayAskForMissingValues whether some choice may distinguish null rows from others
 */
public record AddedFilter(String column, String test, boolean mayAskForMissingValues) {
    private static final Pattern PARAMETER = Pattern.compile(":\\w+");

    /** A comparison of a column with one value. */
    public enum Comparison {
        EQUAL("="),
        NOT_EQUAL("<>"),
        LESS("<"),
        LESS_OR_EQUAL("<="),
        GREATER(">"),
        GREATER_OR_EQUAL(">=");

        private final String symbol;

        Comparison(String symbol) {
            this.symbol = symbol;
        }

        public String symbol() {
            return symbol;
        }
    }

    public AddedFilter(String column, String test) {
        this(column, test, test.startsWith("is ") || test.startsWith("in ") || test.startsWith("not "));
    }

    /**
     * The filter as a condition.
     *
     * @param expression the column at the place of the condition
     * @param type of the column, if known
     */
    String condition(String expression, Optional<String> type, Dialect dialect) {
        boolean numbers = !test.startsWith("like ");
        String kept = type.filter(told -> numbers)
                .map(told -> PARAMETER
                        .matcher(test)
                        .replaceAll(found -> Matcher.quoteReplacement(dialect.asKept(found.group(), told))))
                .orElse(test);
        return expression + " " + kept;
    }

    /** Any of the values chosen for the parameter; includes null rows if chosen. */
    public static AddedFilter anyOf(String column, String parameter) {
        return new AddedFilter(column, "in (:" + parameter + ")");
    }

    /** Any of the values chosen for the parameter; at least one, and never null. */
    public static AddedFilter anyValueOf(String column, String parameter) {
        return new AddedFilter(column, "in (:" + parameter + ")", false);
    }

    public static AddedFilter noneOf(String column, String parameter) {
        return new AddedFilter(column, "not in (:" + parameter + ")");
    }

    public static AddedFilter compared(String column, Comparison comparison, String parameter) {
        return new AddedFilter(column, comparison.symbol() + " :" + parameter);
    }

    /** Between two values, both included; either end may be blank. */
    public static AddedFilter between(String column, String low, String high) {
        return new AddedFilter(column, "between :" + low + " and :" + high);
    }

    public static AddedFilter withoutValue(String column) {
        return new AddedFilter(column, "is null");
    }

    public static AddedFilter withValue(String column) {
        return new AddedFilter(column, "is not null");
    }

    public static AddedFilter matching(String column, String pattern) {
        return new AddedFilter(column, "like :" + pattern);
    }
}
