package plainsieve.core.steps.read;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import plainsieve.core.steps.step.At;
import plainsieve.core.steps.step.Condition;
import plainsieve.core.steps.step.Expression;
import plainsieve.core.steps.step.TimeUnit;
import plainsieve.core.steps.step.Verb;

/** Reads conditions: comparisons joined by and, or and not, in brackets to any depth that a person can follow. */
final class ConditionReader {
    private static final int DEEPEST = 40;
    private static final String RECENT = "is in the last";
    private static final List<String> BEHIND_CONDITIONS = List.of("and", "or", "then", "as");

    private final Cursor cursor;
    private final ExpressionReader expressions;
    private int depth;

    ConditionReader(Cursor cursor, ExpressionReader expressions) {
        this.cursor = cursor;
        this.expressions = expressions;
    }

    Condition read() {
        deeper();
        List<Condition> any = new ArrayList<>(List.of(all()));
        while (joins("or")) {
            any.add(all());
        }
        depth--;
        return any.size() == 1 ? any.get(0) : new Condition.Or(any);
    }

    private void deeper() {
        if (++depth > DEEPEST) {
            throw cursor.wrong("This condition is nested too deeply.", "Write two steps.");
        }
    }

    private Condition all() {
        List<Condition> all = new ArrayList<>(List.of(one()));
        while (joins("and")) {
            all.add(one());
        }
        return all.size() == 1 ? all.get(0) : new Condition.And(all);
    }

    private boolean joins(String word) {
        if (!cursor.takes(word)) {
            return false;
        }
        cursor.mark(Mark.of(Mark.Kind.BETWEEN, cursor.last()));
        return true;
    }

    private Condition one() {
        if (cursor.takes("not")) {
            deeper();
            Condition negated = new Condition.Not(one());
            depth--;
            return negated;
        }
        if (cursor.peek().isSign("(") && holdsCondition()) {
            cursor.must("(");
            Condition within = read();
            cursor.must(")");
            return within;
        }
        return test();
    }

    /** Whether a bracket is around a condition, not around a part of what is reckoned: what follows it tells. */
    private boolean holdsCondition() {
        int open = 0;
        for (int i = 0; ; i++) {
            Token token = cursor.peek(i);
            if (token.kind() == Token.Kind.END) {
                return true;
            }
            open += token.isSign("(") ? 1 : token.isSign(")") ? -1 : 0;
            if (open == 0) {
                Token behind = cursor.peek(i + 1);
                return behind.kind() == Token.Kind.END
                        || behind.isSign(")")
                        || behind.isSign(":")
                        || behind.isSign(";")
                        || behind.isSign(",")
                        || BEHIND_CONDITIONS.stream().anyMatch(behind::isWord);
            }
        }
    }

    private Condition test() {
        int start = cursor.start();
        Expression left = expressions.read();
        String column = left instanceof Expression.Column plain && !plain.theirs() ? plain.name() : "";
        int verbAt = cursor.start();
        if (cursor.takes(RECENT)) {
            return recent(left, start);
        }
        Verb verb = verb();
        At words = new At(verbAt, cursor.last().end());
        int mark = cursor.marks().size();
        List<Expression> others = others(verb, column);
        List<String> written = new ArrayList<>(List.of(column));
        others.forEach(other -> written.add(cursor.text(other.at())));
        At whole = new At(verbAt, cursor.last().end());
        cursor.marks().add(mark, new Mark(Mark.Kind.VERB, words, whole, written));
        return new Condition.Test(left, verb, others, new At(start, whole.end()));
    }

    private Condition recent(Expression left, int start) {
        Expression amount = expressions.compared("");
        Optional<TimeUnit> unit = expressions.unit();
        if (unit.isEmpty()) {
            throw cursor.wrong("Days, weeks, months or years are missing here.", "Write “in the last 7 days”.");
        }
        cursor.take();
        return new Condition.Recent(
                left, amount, unit.get(), new At(start, cursor.last().end()));
    }

    private Verb verb() {
        Optional<Verb> found = Arrays.stream(Verb.values())
                .filter(verb -> verb != Verb.IS_FROM && cursor.sees(verb.words()))
                .findFirst();
        Verb verb = found.orElseThrow(() -> cursor.wrong(
                "A comparison is missing here.",
                "Write for example “is”, “is any of”, “is above”, “contains” or “has a value”."));
        cursor.takes(verb.words());
        return verb == Verb.IS_SPAN ? span() : verb;
    }

    /** Which of the two that begin alike is meant is told by what stands between its values. */
    private Verb span() {
        int open = 0;
        for (int i = 0; cursor.peek(i).kind() != Token.Kind.END; i++) {
            open += cursor.peek(i).isSign("(") ? 1 : cursor.peek(i).isSign(")") ? -1 : 0;
            if (open == 0 && cursor.peek(i).isWord("to")) {
                return cursor.peek(i + 1).isWord("the") ? Verb.IS_SPAN : Verb.IS_FROM;
            }
        }
        return Verb.IS_SPAN;
    }

    private List<Expression> others(Verb verb, String column) {
        return switch (verb.wants()) {
            case NOTHING -> List.of();
            case ONE -> List.of(expressions.compared(column));
            case TWO -> two(verb, column);
            case LIST -> list(column);
        };
    }

    private List<Expression> two(Verb verb, String column) {
        Expression from = expressions.compared(column);
        cursor.must(verb.between());
        return List.of(from, expressions.compared(column));
    }

    private List<Expression> list(String column) {
        List<Expression> all = new ArrayList<>();
        do {
            all.add(expressions.compared(column));
        } while (cursor.takes(","));
        return all;
    }
}
