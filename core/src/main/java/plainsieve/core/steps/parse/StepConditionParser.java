package plainsieve.core.steps.parse;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import plainsieve.core.steps.model.ComparisonOperator;
import plainsieve.core.steps.model.LineSpan;
import plainsieve.core.steps.model.StepCondition;
import plainsieve.core.steps.model.StepExpression;
import plainsieve.core.steps.model.TimeUnit;

/** Reads conditions: comparisons joined by and, or and not, in brackets to any depth that a person can follow. */
final class StepConditionParser {
    private static final int DEEPEST = 40;
    private static final String RECENT = "is in the last";
    private static final List<String> BEHIND_CONDITIONS = List.of("and", "or", "then", "as");

    private final StepCursor cursor;
    private final StepExpressionParser expressions;
    private int depth;

    StepConditionParser(StepCursor cursor, StepExpressionParser expressions) {
        this.cursor = cursor;
        this.expressions = expressions;
    }

    StepCondition read() {
        deeper();
        List<StepCondition> any = new ArrayList<>(List.of(all()));
        while (joins("or")) {
            any.add(all());
        }
        depth--;
        return any.size() == 1 ? any.get(0) : new StepCondition.Or(any);
    }

    private void deeper() {
        if (++depth > DEEPEST) {
            throw cursor.wrong("This condition is nested too deeply.", "Write two steps.");
        }
    }

    private StepCondition all() {
        List<StepCondition> all = new ArrayList<>(List.of(one()));
        while (joins("and")) {
            all.add(one());
        }
        return all.size() == 1 ? all.get(0) : new StepCondition.And(all);
    }

    private boolean joins(String word) {
        if (!cursor.takes(word)) {
            return false;
        }
        cursor.mark(StepMark.of(StepMark.Kind.BETWEEN, cursor.last()));
        return true;
    }

    private StepCondition one() {
        if (cursor.takes("not")) {
            deeper();
            StepCondition negated = new StepCondition.Not(one());
            depth--;
            return negated;
        }
        if (cursor.peek().isSign("(") && holdsCondition()) {
            cursor.must("(");
            StepCondition within = read();
            cursor.must(")");
            return within;
        }
        return test();
    }

    /** Whether a bracket is around a condition, not around a part of what is computed: what follows it tells. */
    private boolean holdsCondition() {
        int open = 0;
        for (int i = 0; ; i++) {
            StepToken token = cursor.peek(i);
            if (token.kind() == StepToken.Kind.END) {
                return true;
            }
            open += token.isSign("(") ? 1 : token.isSign(")") ? -1 : 0;
            if (open == 0) {
                StepToken behind = cursor.peek(i + 1);
                return behind.kind() == StepToken.Kind.END
                        || behind.isSign(")")
                        || behind.isSign(":")
                        || behind.isSign(";")
                        || behind.isSign(",")
                        || BEHIND_CONDITIONS.stream().anyMatch(behind::isWord);
            }
        }
    }

    private StepCondition test() {
        int start = cursor.start();
        StepExpression left = expressions.read();
        String column = left instanceof StepExpression.Column plain && !plain.theirs() ? plain.name() : "";
        int verbAt = cursor.start();
        if (cursor.takes(RECENT)) {
            return recent(left, start);
        }
        ComparisonOperator comparisonOperator = verb();
        LineSpan words = new LineSpan(verbAt, cursor.last().end());
        int mark = cursor.marks().size();
        List<StepExpression> others = others(comparisonOperator, column);
        List<String> written = new ArrayList<>(List.of(column));
        others.forEach(other -> written.add(cursor.text(other.at())));
        LineSpan whole = new LineSpan(verbAt, cursor.last().end());
        cursor.marks().add(mark, new StepMark(StepMark.Kind.VERB, words, whole, written));
        return new StepCondition.Comparison(left, comparisonOperator, others, new LineSpan(start, whole.end()));
    }

    private StepCondition recent(StepExpression left, int start) {
        StepExpression amount = expressions.compared("");
        Optional<TimeUnit> unit = expressions.unit();
        if (unit.isEmpty()) {
            throw cursor.wrong("Days, weeks, months or years are missing here.", "Write “in the last 7 days”.");
        }
        cursor.take();
        return new StepCondition.Recent(
                left, amount, unit.get(), new LineSpan(start, cursor.last().end()));
    }

    private ComparisonOperator verb() {
        Optional<ComparisonOperator> found = Arrays.stream(ComparisonOperator.values())
                .filter(comparisonOperator ->
                        comparisonOperator != ComparisonOperator.IS_FROM && cursor.sees(comparisonOperator.words()))
                .findFirst();
        ComparisonOperator comparisonOperator = found.orElseThrow(() -> cursor.wrong(
                "A comparison is missing here.",
                "Write for example “is”, “is any of”, “is above”, “contains” or “has a value”."));
        cursor.takes(comparisonOperator.words());
        return comparisonOperator == ComparisonOperator.IS_SPAN ? span() : comparisonOperator;
    }

    /** Which of the two that begin alike is meant is reported by what is between its values. */
    private ComparisonOperator span() {
        int open = 0;
        for (int i = 0; cursor.peek(i).kind() != StepToken.Kind.END; i++) {
            open += cursor.peek(i).isSign("(") ? 1 : cursor.peek(i).isSign(")") ? -1 : 0;
            if (open == 0 && cursor.peek(i).isWord("to")) {
                return cursor.peek(i + 1).isWord("the") ? ComparisonOperator.IS_SPAN : ComparisonOperator.IS_FROM;
            }
        }
        return ComparisonOperator.IS_SPAN;
    }

    private List<StepExpression> others(ComparisonOperator comparisonOperator, String column) {
        return switch (comparisonOperator.wants()) {
            case NOTHING -> List.of();
            case ONE -> List.of(expressions.compared(column));
            case TWO -> two(comparisonOperator, column);
            case LIST -> list(column);
        };
    }

    private List<StepExpression> two(ComparisonOperator comparisonOperator, String column) {
        StepExpression from = expressions.compared(column);
        cursor.must(comparisonOperator.between());
        return List.of(from, expressions.compared(column));
    }

    private List<StepExpression> list(String column) {
        List<StepExpression> all = new ArrayList<>();
        do {
            all.add(expressions.compared(column));
        } while (cursor.takes(","));
        return all;
    }
}
