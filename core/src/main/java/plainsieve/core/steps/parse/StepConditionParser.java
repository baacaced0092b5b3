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
import plainsieve.core.value.ProblemException;

/** Reads conditions: comparisons joined by and, or and not, in brackets to any depth that a person can follow. */
final class StepConditionParser {
    private static final int DEEPEST = 40;
    private static final String RECENT = "is in the last";
    private static final List<String> AFTER_CONDITIONS = List.of("and", "or", "then", "as");

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
        List<StepCondition> all = new ArrayList<>(List.of(comparison()));
        while (joins("and")) {
            all.add(comparison());
        }
        return all.size() == 1 ? all.get(0) : new StepCondition.And(all);
    }

    private boolean joins(String word) {
        if (!cursor.consumeIf(word)) {
            return false;
        }
        cursor.mark(StepMark.of(StepMark.Kind.BETWEEN, cursor.last()));
        return true;
    }

    private StepCondition comparison() {
        if (cursor.consumeIf("not")) {
            deeper();
            StepCondition negated = new StepCondition.Not(comparison());
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

    /** Whether a bracket encloses a condition and not an operand: determined by what follows it. */
    private boolean holdsCondition() {
        int open = 0;
        for (int i = 0; ; i++) {
            StepToken token = cursor.peek(i);
            if (token.kind() == StepToken.Kind.END) {
                return true;
            }
            open += token.isSign("(") ? 1 : token.isSign(")") ? -1 : 0;
            if (open == 0) {
                StepToken after = cursor.peek(i + 1);
                return after.kind() == StepToken.Kind.END
                        || after.isSign(")")
                        || after.isSign(":")
                        || after.isSign(";")
                        || after.isSign(",")
                        || AFTER_CONDITIONS.stream().anyMatch(after::isWord);
            }
        }
    }

    private StepCondition test() {
        int start = cursor.start();
        StepExpression left = expressions.read();
        String column = left instanceof StepExpression.Column plain && !plain.theirs() ? plain.name() : "";
        int verbAt = cursor.start();
        if (cursor.consumeIf(RECENT, List.of("in the last"))) {
            return recent(left, start);
        }
        ComparisonOperator comparisonOperator =
                cursor.matches("like") || cursor.matches("not like") ? likePattern(start) : verb();
        LineSpan words = new LineSpan(verbAt, cursor.last().end());
        int mark = cursor.marks().size();
        List<StepExpression> others = operands(comparisonOperator, column);
        correctComparisonWithNull(comparisonOperator, others, verbAt);
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
            throw cursor.wrong("Days, weeks, months or years are missing here.", "Write “is in the last 7 days”.");
        }
        cursor.consume();
        return new StepCondition.Recent(
                left, amount, unit.get(), new LineSpan(start, cursor.last().end()));
    }

    private ComparisonOperator verb() {
        ComparisonOperator found = Arrays.stream(ComparisonOperator.values())
                .filter(operator ->
                        operator != ComparisonOperator.RANGE && cursor.consumeIf(operator.words(), operator.synonyms()))
                .findFirst()
                .orElseThrow(this::missingOperator);
        return found == ComparisonOperator.DATE_RANGE ? span() : found;
    }

    private ProblemException missingOperator() {
        return PhraseSuggestion.nearest(
                        cursor.phrase(),
                        Arrays.stream(ComparisonOperator.values()).map(ComparisonOperator::words))
                .map(nearest -> nearest.at(cursor, "comparison"))
                .orElseGet(() -> cursor.wrong(
                        "A comparison is missing here.",
                        "Write for example “=”, “in (…)”, “>”, “contains” or “has a value”."));
    }

    /** {@code = null} of SQL is never true; it is corrected to the test for null. */
    private void correctComparisonWithNull(ComparisonOperator operator, List<StepExpression> others, int verbAt) {
        boolean equality = operator == ComparisonOperator.EQUAL || operator == ComparisonOperator.NOT_EQUAL;
        if (equality && others.get(0) instanceof StepExpression.NullValue) {
            cursor.corrections().removeIf(edit -> edit.start() >= verbAt);
            ComparisonOperator meant =
                    operator == ComparisonOperator.EQUAL ? ComparisonOperator.IS_NULL : ComparisonOperator.IS_NOT_NULL;
            cursor.correct(new LineSpan(verbAt, cursor.last().end()), meant.words());
        }
    }

    /** {@code like 'A%'} of SQL, converted to {@code starts with 'A'}. Steps have no wildcards within a text. */
    private ComparisonOperator likePattern(int start) {
        boolean negated = cursor.matches("not like");
        LineSpan words = cursor.must(negated ? "not like" : "like");
        StepToken pattern = cursor.peek();
        String text = pattern.text();
        boolean open = text.startsWith("%");
        boolean continued = text.length() > 1 && text.endsWith("%");
        String within = text.substring(open ? 1 : 0, text.length() - (continued ? 1 : 0));
        if (pattern.kind() != StepToken.Kind.TEXT || within.isEmpty() || within.contains("%") || within.contains("_")) {
            throw cursor.wrong(
                    "Steps support “like” only with % at the beginning or end of a text.",
                    "Write “contains”, “starts with” or “ends with”, or convert the query to SQL.");
        }
        ComparisonOperator operator = open
                ? continued ? ComparisonOperator.CONTAINS : ComparisonOperator.ENDS_WITH
                : continued ? ComparisonOperator.STARTS_WITH : ComparisonOperator.EQUAL;
        ComparisonOperator opposite = operator == ComparisonOperator.CONTAINS
                ? ComparisonOperator.NOT_CONTAINS
                : operator == ComparisonOperator.EQUAL ? ComparisonOperator.NOT_EQUAL : operator;
        if (negated && opposite == operator) {
            cursor.insert(start, "not ");
        }
        cursor.correct(words, (negated ? opposite : operator).words());
        cursor.correct(pattern.at(), StepQuoting.text(within));
        return operator;
    }

    /** Determines which of two operators with the same prefix is meant by the word between their operands. */
    private ComparisonOperator span() {
        int open = 0;
        for (int i = 0; cursor.peek(i).kind() != StepToken.Kind.END; i++) {
            open += cursor.peek(i).isSign("(") ? 1 : cursor.peek(i).isSign(")") ? -1 : 0;
            if (open == 0 && cursor.peek(i).isWord("to")) {
                return cursor.peek(i + 1).isWord("the") ? ComparisonOperator.DATE_RANGE : ComparisonOperator.RANGE;
            }
        }
        return ComparisonOperator.DATE_RANGE;
    }

    private List<StepExpression> operands(ComparisonOperator comparisonOperator, String column) {
        return switch (comparisonOperator.operands()) {
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

    /** {@code ('SAILED', 'DIVERTED')}; the brackets may be omitted and are then added. */
    private List<StepExpression> list(String column) {
        int start = cursor.start();
        boolean bracketed = cursor.consumeIf("(");
        if (!bracketed) {
            cursor.insert(start, "(");
        }
        List<StepExpression> all = new ArrayList<>();
        do {
            all.add(expressions.compared(column));
        } while (bracketed ? cursor.consumeIf(",") : cursor.takesSeparator());
        if (bracketed) {
            cursor.must(")");
        } else {
            int end = cursor.last().end();
            cursor.correct(new LineSpan(end, end), ")");
        }
        return all;
    }
}
