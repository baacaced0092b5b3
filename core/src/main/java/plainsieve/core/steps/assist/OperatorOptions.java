package plainsieve.core.steps.assist;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.sentence.MarkOption;
import plainsieve.core.steps.model.ComparisonOperator;
import plainsieve.core.value.Type;

/** Other comparison operators for a column, with the current operands as far as they fit. */
final class OperatorOptions {
    private static final Set<ComparisonOperator> OF_TEXTS = EnumSet.of(
            ComparisonOperator.CONTAINS,
            ComparisonOperator.NOT_CONTAINS,
            ComparisonOperator.STARTS_WITH,
            ComparisonOperator.ENDS_WITH);
    private static final Set<ComparisonOperator> OF_DAYS = EnumSet.of(
            ComparisonOperator.ON,
            ComparisonOperator.BEFORE,
            ComparisonOperator.AFTER,
            ComparisonOperator.ON_OR_BEFORE,
            ComparisonOperator.ON_OR_AFTER,
            ComparisonOperator.DATE_RANGE);
    private static final Set<ComparisonOperator> OF_SIZES = EnumSet.of(
            ComparisonOperator.LESS,
            ComparisonOperator.LESS_OR_EQUAL,
            ComparisonOperator.GREATER,
            ComparisonOperator.GREATER_OR_EQUAL,
            ComparisonOperator.BETWEEN);

    private OperatorOptions() {}

    /** @param about the column and its current operand */
    static List<MarkOption> of(List<String> about, Optional<Type> type) {
        List<String> operands = about.subList(1, about.size());
        List<MarkOption> offers = new ArrayList<>();
        Arrays.stream(ComparisonOperator.values())
                .filter(comparisonOperator ->
                        comparisonOperator != ComparisonOperator.RANGE && suits(comparisonOperator, type))
                .forEach(comparisonOperator -> offers.add(
                        MarkOption.of(written(comparisonOperator, operands, type), inWords(comparisonOperator), "")));
        if (isTime(type)) {
            offers.add(MarkOption.of("is in the last 7 days", "is in the last … days", "this day included"));
        }
        return offers;
    }

    private static boolean isTime(Optional<Type> type) {
        return type.filter(one -> one == Type.DATE || one == Type.DATETIME).isPresent();
    }

    private static boolean suits(ComparisonOperator comparisonOperator, Optional<Type> type) {
        if (OF_TEXTS.contains(comparisonOperator)) {
            return type.isEmpty() || type.get() == Type.TEXT;
        }
        if (OF_DAYS.contains(comparisonOperator)) {
            return type.isEmpty() || isTime(type);
        }
        boolean number =
                type.filter(one -> one == Type.INTEGER || one == Type.DECIMAL).isPresent();
        return !OF_SIZES.contains(comparisonOperator) || type.isEmpty() || number;
    }

    private static String inWords(ComparisonOperator comparisonOperator) {
        return switch (comparisonOperator.operands()) {
            case NOTHING -> comparisonOperator.words();
            case TWO -> comparisonOperator.words() + " … " + comparisonOperator.between() + " …";
            case LIST -> comparisonOperator.words() + " (…)";
            default -> comparisonOperator.words() + " …";
        };
    }

    private static String written(ComparisonOperator comparisonOperator, List<String> operands, Optional<Type> type) {
        String first = operands.isEmpty() ? usual(type) : operands.get(0);
        return switch (comparisonOperator.operands()) {
            case NOTHING -> comparisonOperator.words();
            case ONE -> comparisonOperator.words() + " " + first;
            case TWO ->
                comparisonOperator.words() + " " + first + " " + comparisonOperator.between() + " "
                        + (operands.size() > 1 ? operands.get(1) : first);
            case LIST ->
                comparisonOperator.words() + " (" + (operands.isEmpty() ? first : String.join(", ", operands)) + ")";
        };
    }

    /** The initial value. */
    private static String usual(Optional<Type> type) {
        return type.map(one -> switch (one) {
                    case INTEGER, DECIMAL -> "0";
                    case DATE, DATETIME -> "today";
                    case BOOLEAN -> "true";
                    case TEXT, NAME -> "''";
                })
                .orElse("''");
    }
}
