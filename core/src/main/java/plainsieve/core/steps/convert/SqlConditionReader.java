package plainsieve.core.steps.convert;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.steps.model.ComparisonOperator;
import plainsieve.core.steps.model.StepCondition;
import plainsieve.core.steps.model.StepExpression;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Value;

/** Reads conditions of SQL, as far as steps compare exactly the same. */
final class SqlConditionReader {
    private static final Map<String, ComparisonOperator> SIGNS = Map.of(
            "=", ComparisonOperator.EQUAL,
            "<>", ComparisonOperator.NOT_EQUAL,
            "!=", ComparisonOperator.NOT_EQUAL,
            "<", ComparisonOperator.LESS,
            "<=", ComparisonOperator.LESS_OR_EQUAL,
            ">", ComparisonOperator.GREATER,
            ">=", ComparisonOperator.GREATER_OR_EQUAL);

    private final SqlExpressionReader expressions;
    private final SqlTokenReader words;

    SqlConditionReader(SqlExpressionReader expressions) {
        this.expressions = expressions;
        this.words = expressions.words();
    }

    StepCondition read() {
        List<StepCondition> any = new ArrayList<>();
        do {
            any.add(all());
        } while (words.consumeIf("or"));
        return any.size() == 1 ? any.get(0) : new StepCondition.Or(any);
    }

    private StepCondition all() {
        List<StepCondition> all = new ArrayList<>();
        do {
            all.add(comparison());
        } while (words.consumeIf("and"));
        return all.size() == 1 ? all.get(0) : new StepCondition.And(all);
    }

    private StepCondition comparison() {
        if (words.consumeIf("not")) {
            return new StepCondition.Not(comparison());
        }
        if (words.opens(0)) {
            Optional<StepCondition> bracketed = bracketed();
            if (bracketed.isPresent()) {
                return bracketed.get();
            }
        }
        return test(expressions.read());
    }

    /** The content of brackets, if it is a condition and not an operand. */
    private Optional<StepCondition> bracketed() {
        int here = words.at();
        try {
            words.takesBracket('(');
            StepCondition within = read();
            words.mustBracket(')');
            return Optional.of(within);
        } catch (ProblemException e) {
            words.goTo(here);
            return Optional.empty();
        }
    }

    private StepCondition test(StepExpression left) {
        if (words.consumeIf("is", "not", "null")) {
            return test(left, ComparisonOperator.IS_NOT_NULL, List.of());
        } else if (words.consumeIf("is", "null")) {
            return test(left, ComparisonOperator.IS_NULL, List.of());
        }
        boolean not = words.consumeIf("not");
        if (words.consumeIf("in")) {
            return test(left, not ? ComparisonOperator.NOT_IN : ComparisonOperator.IN, list());
        } else if (words.consumeIf("between")) {
            StepExpression from = value();
            words.must("and");
            StepCondition between = test(left, ComparisonOperator.BETWEEN, List.of(from, value()));
            return not ? new StepCondition.Not(between) : between;
        } else if (words.consumeIf("like")) {
            return like(left, not);
        }
        if (not) {
            throw words.notHere();
        }
        return compared(left);
    }

    private StepCondition compared(StepExpression left) {
        ComparisonOperator comparisonOperator = SIGNS.entrySet().stream()
                .filter(sign -> words.isSymbol(0, sign.getKey()))
                .map(Map.Entry::getValue)
                .findFirst()
                .orElseThrow(words::notHere);
        words.consume();
        StepExpression right = expressions.read();
        if (right instanceof StepExpression.TimeOffset dayAfter
                && (comparisonOperator == ComparisonOperator.LESS
                        || comparisonOperator == ComparisonOperator.GREATER_OR_EQUAL)) {
            return test(
                    left,
                    comparisonOperator == ComparisonOperator.LESS
                            ? ComparisonOperator.ON_OR_BEFORE
                            : ComparisonOperator.AFTER,
                    List.of(dayAfter.from()));
        }
        return test(left, comparisonOperator, List.of(refusedNothing(right)));
    }

    private StepExpression value() {
        return refusedNothing(expressions.read());
    }

    /** In SQL, a comparison with NULL is unknown, while steps test for null. */
    private StepExpression refusedNothing(StepExpression value) {
        if (value instanceof StepExpression.NullValue) {
            throw words.unsupported("A comparison with NULL is never true.");
        }
        return value;
    }

    private List<StepExpression> list() {
        words.mustBracket('(');
        List<StepExpression> values = new ArrayList<>();
        do {
            values.add(value());
        } while (words.takesComma());
        words.mustBracket(')');
        return values;
    }

    /** A LIKE pattern for a text at the beginning, at the end, or anywhere. */
    private StepCondition like(StepExpression left, boolean not) {
        if (!words.is(TokenKind.STRING)) {
            throw words.unsupported("Steps match a text at the start, at the end, or anywhere.");
        }
        StepExpression.Literal pattern = (StepExpression.Literal) expressions.read();
        String text = pattern.value().written();
        boolean before = text.startsWith("%");
        boolean after = text.endsWith("%") && text.length() > 1;
        String bare = text.substring(before ? 1 : 0, text.length() - (after ? 1 : 0));
        boolean plain = !bare.isEmpty() && !bare.matches("(?s).*[%_\\\\].*") && (before || after);
        if (!plain || words.isWord("escape")) {
            throw words.unsupported("Steps match a text at the start, at the end, or anywhere.");
        }
        ComparisonOperator comparisonOperator = before && after
                ? ComparisonOperator.CONTAINS
                : before ? ComparisonOperator.ENDS_WITH : ComparisonOperator.STARTS_WITH;
        StepExpression sought = new StepExpression.Literal(new Value.Text(bare), SqlTables.NOWHERE);
        if (not && comparisonOperator == ComparisonOperator.CONTAINS) {
            return test(left, ComparisonOperator.NOT_CONTAINS, List.of(sought));
        }
        StepCondition found = test(left, comparisonOperator, List.of(sought));
        return not ? new StepCondition.Not(found) : found;
    }

    private StepCondition test(
            StepExpression left, ComparisonOperator comparisonOperator, List<StepExpression> others) {
        if (left instanceof StepExpression.TimeOffset
                || others.stream().anyMatch(StepExpression.TimeOffset.class::isInstance)) {
            throw words.unsupported("In steps, a date plus an interval may have another type.");
        }
        return new StepCondition.Comparison(left, comparisonOperator, others, SqlTables.NOWHERE);
    }
}
