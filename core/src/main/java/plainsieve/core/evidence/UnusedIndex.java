package plainsieve.core.evidence;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.sql.Comparison;
import plainsieve.core.statement.Placement;
import plainsieve.core.statement.Statement;

/** Why a condition may not have used an index that begins with its column. */
public enum UnusedIndex {
    /** The column is inside an expression, such as a function call. */
    EXPRESSION,
    /** The pattern may begin with a wildcard. */
    PATTERN,
    /** The condition could use it; the database expects too many rows. */
    COST;

    /** Nothing where the condition is not about the column. @param column first column of the index */
    public static Optional<UnusedIndex> of(Statement statement, Placement placement, Dialect dialect, String column) {
        String text = Evidence.withoutPlaceholders(statement);
        List<PlanCondition> about =
                PlanCondition.parseAll(text.substring(placement.sentStart(), placement.sentEnd()), dialect).stream()
                        .filter(condition -> condition.columns().contains(column.toLowerCase(Locale.ROOT)))
                        .toList();
        return about.stream().findFirst().map(condition -> reason(condition, column.toLowerCase(Locale.ROOT)));
    }

    private static UnusedIndex reason(PlanCondition condition, String column) {
        boolean alone = condition.leftColumn().filter(column::equals).isPresent();
        if (!alone && isLeft(condition, column)) {
            return EXPRESSION;
        }
        return condition.operator() == Comparison.Kind.LIKE ? PATTERN : COST;
    }

    /** A column after the operator, as in {@code ? < departed_at}, may be bare. */
    private static boolean isLeft(PlanCondition condition, String column) {
        return !condition.text().toLowerCase(Locale.ROOT).endsWith(column);
    }
}
