package plainsieve.core.steps.simple;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import plainsieve.core.sql.TokenKind;
import plainsieve.core.steps.step.Condition;
import plainsieve.core.steps.step.Expression;
import plainsieve.core.steps.step.Verb;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Value;

/** Reads conditions of SQL, as far as steps compare exactly the same. */
final class SqlConditionReader {
    private static final Map<String, Verb> SIGNS = Map.of(
            "=", Verb.IS,
            "<>", Verb.IS_NOT,
            "!=", Verb.IS_NOT,
            "<", Verb.IS_BELOW,
            "<=", Verb.IS_AT_MOST,
            ">", Verb.IS_ABOVE,
            ">=", Verb.IS_AT_LEAST);

    private final SqlExpressionReader expressions;
    private final SqlWords words;

    SqlConditionReader(SqlExpressionReader expressions) {
        this.expressions = expressions;
        this.words = expressions.words();
    }

    Condition read() {
        List<Condition> any = new ArrayList<>();
        do {
            any.add(all());
        } while (words.takes("or"));
        return any.size() == 1 ? any.get(0) : new Condition.Or(any);
    }

    private Condition all() {
        List<Condition> all = new ArrayList<>();
        do {
            all.add(one());
        } while (words.takes("and"));
        return all.size() == 1 ? all.get(0) : new Condition.And(all);
    }

    private Condition one() {
        if (words.takes("not")) {
            return new Condition.Not(one());
        }
        if (words.opens(0)) {
            Optional<Condition> bracketed = bracketed();
            if (bracketed.isPresent()) {
                return bracketed.get();
            }
        }
        return test(expressions.read());
    }

    /** What stands in brackets, if it is a condition and not the left side of one. */
    private Optional<Condition> bracketed() {
        int here = words.at();
        try {
            words.takesBracket('(');
            Condition within = read();
            words.mustBracket(')');
            return Optional.of(within);
        } catch (ProblemException e) {
            words.goTo(here);
            return Optional.empty();
        }
    }

    private Condition test(Expression left) {
        if (words.takes("is", "not", "null")) {
            return test(left, Verb.HAS_ONE, List.of());
        } else if (words.takes("is", "null")) {
            return test(left, Verb.HAS_NONE, List.of());
        }
        boolean not = words.takes("not");
        if (words.takes("in")) {
            return test(left, not ? Verb.IS_NONE_OF : Verb.IS_ANY_OF, list());
        } else if (words.takes("between")) {
            Expression from = value();
            words.must("and");
            Condition between = test(left, Verb.IS_BETWEEN, List.of(from, value()));
            return not ? new Condition.Not(between) : between;
        } else if (words.takes("like")) {
            return like(left, not);
        }
        if (not) {
            throw words.notHere();
        }
        return compared(left);
    }

    private Condition compared(Expression left) {
        Verb verb = SIGNS.entrySet().stream()
                .filter(sign -> words.isSymbol(0, sign.getKey()))
                .map(Map.Entry::getValue)
                .findFirst()
                .orElseThrow(words::notHere);
        words.take();
        Expression right = expressions.read();
        if (right instanceof Expression.Moved dayAfter && (verb == Verb.IS_BELOW || verb == Verb.IS_AT_LEAST)) {
            return test(left, verb == Verb.IS_BELOW ? Verb.IS_ON_OR_BEFORE : Verb.IS_AFTER, List.of(dayAfter.from()));
        }
        return test(left, verb, List.of(refusedNothing(right)));
    }

    private Expression value() {
        return refusedNothing(expressions.read());
    }

    /** Nothing is compared with nothing in SQL, while steps ask whether there is a value. */
    private Expression refusedNothing(Expression value) {
        if (value instanceof Expression.Nothing) {
            throw words.refused("A comparison with NULL is never true.");
        }
        return value;
    }

    private List<Expression> list() {
        words.mustBracket('(');
        List<Expression> values = new ArrayList<>();
        do {
            values.add(value());
        } while (words.takesComma());
        words.mustBracket(')');
        return values;
    }

    /** A pattern that asks for a text at the beginning, at the end, or anywhere. */
    private Condition like(Expression left, boolean not) {
        if (!words.is(TokenKind.STRING)) {
            throw words.refused("Steps ask for a text at the beginning, at the end, or anywhere.");
        }
        Expression.Fixed pattern = (Expression.Fixed) expressions.read();
        String text = pattern.value().written();
        boolean before = text.startsWith("%");
        boolean after = text.endsWith("%") && text.length() > 1;
        String bare = text.substring(before ? 1 : 0, text.length() - (after ? 1 : 0));
        boolean plain = !bare.isEmpty() && !bare.matches("(?s).*[%_\\\\].*") && (before || after);
        if (!plain || words.isWord("escape")) {
            throw words.refused("Steps ask for a text at the beginning, at the end, or anywhere.");
        }
        Verb verb = before && after ? Verb.CONTAINS : before ? Verb.ENDS : Verb.STARTS;
        Expression sought = new Expression.Fixed(new Value.Text(bare), SqlTables.NOWHERE);
        if (not && verb == Verb.CONTAINS) {
            return test(left, Verb.CONTAINS_NOT, List.of(sought));
        }
        Condition found = test(left, verb, List.of(sought));
        return not ? new Condition.Not(found) : found;
    }

    private Condition test(Expression left, Verb verb, List<Expression> others) {
        if (left instanceof Expression.Moved || others.stream().anyMatch(Expression.Moved.class::isInstance)) {
            throw words.refused("Steps may give another type to what is moved in time.");
        }
        return new Condition.Test(left, verb, others, SqlTables.NOWHERE);
    }
}
