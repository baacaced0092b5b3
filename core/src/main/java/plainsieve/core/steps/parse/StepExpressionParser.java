package plainsieve.core.steps.parse;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Supplier;
import plainsieve.core.steps.model.LineSpan;
import plainsieve.core.steps.model.StepExpression;
import plainsieve.core.steps.model.StepExpression.Sign;
import plainsieve.core.steps.model.TimeUnit;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;
import plainsieve.core.value.ValueReader;

/** Parses expressions: {@code passengers * 2}, {@code start of month of departed_at}, {@code if … then … else …}. */
final class StepExpressionParser {
    private static final int DEEPEST = 60;
    private static final int MOST_OPERATORS = 500;
    private static final List<Sign> SUMS = List.of(Sign.PLUS, Sign.MINUS, Sign.JOINED);
    private static final List<Sign> PRODUCTS = List.of(Sign.TIMES, Sign.BY);
    /** Words that end a text without quotes. */
    private static final List<String> ENDS =
            List.of("and", "or", "then", "else", "as", "with", "into", "to", "by", "where", "of");

    private static final String NO_VALUE = "no value";
    /** Words that are not a text without quotes. */
    private static final List<String> RESERVED = List.of("today", "current_date", NO_VALUE, "null", "if", "case when");

    private static final Map<String, Value> TRUTHS =
            Map.of("true", new Value.Truth(true), "false", new Value.Truth(false));

    private final StepCursor cursor;
    private final StepFunctionParser functions;
    private int depth;
    private int operators;
    /** The other rows of a join while its condition is read. */
    private Optional<JoinedName> joined = Optional.empty();

    /**
     * How columns of the other rows of a join are qualified.
     *
     * @param name of the table or query
     * @param alias that was typed for it, as in SQL; empty for none
     */
    record JoinedName(String name, String alias) {}

    StepExpressionParser(StepCursor cursor) {
        this.cursor = cursor;
        this.functions = new StepFunctionParser(cursor, this);
    }

    /** The whole of it. */
    StepExpression read() {
        deeper();
        StepExpression read = cursor.isNext("if") || cursor.matches("case when") ? functions.depending() : sum();
        depth--;
        return read;
    }

    private void deeper() {
        if (++depth > DEEPEST) {
            throw cursor.wrong("This is nested too deeply.", "Move a part of it to another column.");
        }
    }

    private StepExpression calculated(Sign sign, StepExpression left, StepExpression right) {
        countOperator();
        return new StepExpression.BinaryOperation(sign, left, right);
    }

    private void countOperator() {
        if (++operators > MOST_OPERATORS) {
            throw cursor.wrong(
                    "This line has more than %d operators.".formatted(MOST_OPERATORS),
                    "Move a part of it to another column.");
        }
    }

    private StepExpression sum() {
        StepExpression left = product();
        for (Optional<Sign> sign = sign(SUMS); sign.isPresent(); sign = sign(SUMS)) {
            cursor.consume();
            StepExpression right = product();
            Optional<StepExpression> moved = moved(left, sign.get(), right);
            left = moved.isPresent() ? moved.get() : calculated(sign.get(), left, right);
        }
        return left;
    }

    /** {@code … + 3 days}. */
    private Optional<StepExpression> moved(StepExpression from, Sign sign, StepExpression amount) {
        Optional<TimeUnit> unit = sign == Sign.JOINED ? Optional.empty() : unit();
        return unit.map(found -> {
            cursor.consume();
            countOperator();
            LineSpan span = from.at().to(cursor.last());
            return new StepExpression.TimeOffset(from, sign == Sign.MINUS, amount, found, span);
        });
    }

    /** The unit, if one is next. */
    Optional<TimeUnit> unit() {
        for (TimeUnit unit : TimeUnit.values()) {
            cursor.expect(Expectation.Kind.WORDS, unit.word() + "s");
        }
        return cursor.peek().kind() == StepToken.Kind.WORD
                ? TimeUnit.ofWord(cursor.peek().text())
                : Optional.empty();
    }

    private StepExpression product() {
        StepExpression left = single();
        for (Optional<Sign> sign = sign(PRODUCTS); sign.isPresent(); sign = sign(PRODUCTS)) {
            cursor.consume();
            left = calculated(sign.get(), left, single());
        }
        return left;
    }

    private Optional<Sign> sign(List<Sign> signs) {
        if (signs.contains(Sign.JOINED) && cursor.peek().isSign("||")) {
            cursor.correct(cursor.peek().at(), Sign.JOINED.written());
            return Optional.of(Sign.JOINED);
        }
        return signs.stream()
                .filter(sign -> cursor.peek().isSign(sign.written()))
                .findFirst();
    }

    /** One value, column or function, or anything in brackets. */
    StepExpression single() {
        deeper();
        StepToken token = cursor.peek();
        StepExpression single =
                switch (token.kind()) {
                    case NUMBER, TIME, TEXT -> fixed(cursor.consume(), false);
                    case PARAMETER ->
                        new StepExpression.ParameterValue(cursor.consume().text(), token.at());
                    case SIGN -> signed();
                    case WORD, NAME -> named();
                    case END -> throw missing();
                };
        depth--;
        return single;
    }

    private RuntimeException missing() {
        // At the end of a partial line, everything is possible.
        functions.begins();
        List.of("if", "today", NO_VALUE).forEach(cursor::isNext);
        cursor.expect(Expectation.Kind.COLUMN, "");
        cursor.expect(Expectation.Kind.PARAMETER, "");
        return cursor.wrong("Something is missing here.", "Write a column, a value, or a parameter such as :island.");
    }

    private StepExpression signed() {
        if (cursor.consumeIf("-")) {
            if (cursor.peek().kind() == StepToken.Kind.NUMBER) {
                return fixed(cursor.consume(), true);
            }
            StepExpression.Literal zero = new StepExpression.Literal(new Value.Whole(0), cursor.last());
            return new StepExpression.BinaryOperation(Sign.MINUS, zero, single());
        }
        if (cursor.consumeIf("(")) {
            StepExpression within = read();
            cursor.must(")");
            return within;
        }
        throw missing();
    }

    private StepExpression fixed(StepToken token, boolean negative) {
        LineSpan span =
                negative ? new LineSpan(token.at().start() - 1, token.at().end()) : token.at();
        String written = (negative ? "-" : "") + token.text();
        Type type =
                switch (token.kind()) {
                    case TEXT -> Type.TEXT;
                    case TIME -> written.contains("T") ? Type.DATETIME : Type.DATE;
                    default -> written.contains(".") || written.length() > 18 ? Type.DECIMAL : Type.INTEGER;
                };
        return new StepExpression.Literal(ValueReader.read(type, written), span);
    }

    private StepExpression named() {
        cursor.expect(Expectation.Kind.COLUMN, "");
        cursor.expect(Expectation.Kind.PARAMETER, "");
        Optional<StepExpression> function = functions.read();
        if (function.isPresent()) {
            return function.get();
        }
        int start = cursor.start();
        if (cursor.consumeIf("today", List.of("current_date"))) {
            return new StepExpression.Today(cursor.last());
        }
        if (cursor.consumeIf(NO_VALUE, List.of("null"))) {
            return new StepExpression.NullValue(
                    new LineSpan(start, cursor.last().end()));
        }
        if (isSqlDate()) {
            return sqlDate(start);
        }
        if (cursor.peek().kind() == StepToken.Kind.WORD) {
            Value truth = TRUTHS.get(cursor.peek().text().toLowerCase(Locale.ROOT));
            if (truth != null) {
                return new StepExpression.Literal(truth, cursor.consume().at());
            }
        }
        boolean theirs = cursor.peek(1).isSign(".") && cursor.peek(2).isName() && qualified();
        StepToken name = cursor.consume();
        LineSpan span = new LineSpan(start, name.at().end());
        cursor.mark(
                new StepMark(theirs ? StepMark.Kind.THEIRS : StepMark.Kind.COLUMN, name.at(), name.at(), List.of()));
        return new StepExpression.Column(name.text(), theirs, span);
    }

    /** Consumes a qualifier, which is only permitted in a join condition: the name of the joined rows or of the previous rows. */
    private boolean qualified() {
        StepToken qualifier = cursor.consume();
        LineSpan point = cursor.must(".");
        cursor.expect(Expectation.Kind.THEIRS, "");
        if (joined.isEmpty()) {
            throw cursor.wrong(
                    qualifier.at().to(point), "Only the condition of a join names tables.", "Write the column alone.");
        }
        JoinedName other = joined.get();
        // With an alias, the name of the table means the rows so far: "join ports p on p.island = ports.island".
        boolean aliased = !other.alias().isEmpty();
        boolean theirs = qualifier.text().equalsIgnoreCase(aliased ? other.alias() : other.name());
        if (!theirs) {
            cursor.correct(qualifier.at().to(point), "");
        } else if (aliased) {
            cursor.correct(qualifier.at(), StepQuoting.name(other.name()));
        }
        return theirs;
    }

    /** Reads the condition of a join, in which columns of the other rows are qualified by their name. */
    <T> T withJoined(JoinedName other, Supplier<T> condition) {
        joined = Optional.of(other);
        T read = condition.get();
        joined = Optional.empty();
        return read;
    }

    private boolean isSqlDate() {
        return (cursor.matches("date") || cursor.matches("timestamp"))
                && cursor.peek(1).kind() == StepToken.Kind.TEXT;
    }

    /** {@code date '2026-03-31'} of SQL, replaced by {@code 2026-03-31}. */
    private StepExpression sqlDate(int start) {
        cursor.consume();
        StepToken text = cursor.consume();
        String written = text.text().strip().replace(' ', 'T');
        LineSpan span = new LineSpan(start, text.at().end());
        if (!StepLexer.isTime(written)) {
            throw cursor.wrong(span, "“%s” is not a date.".formatted(text.text()), "Write it as 2026-03-31.");
        }
        cursor.correct(span, written);
        Type type = written.contains("T") ? Type.DATETIME : Type.DATE;
        return new StepExpression.Literal(ValueReader.read(type, written), span);
    }

    /**
     * Replaces the call of an SQL function, whose name has been read, by a phrase with the same argument, without brackets
     * around a single word.
     *
     * @param start of the name
     * @param phrase with a trailing blank
     * @param before skips what precedes the argument
     */
    StepExpression unwrapCall(int start, String phrase, Runnable before, Supplier<StepExpression> argument) {
        cursor.must("(");
        before.run();
        int from = cursor.start();
        StepExpression read = argument.get();
        boolean simple = read instanceof StepExpression.Column || read instanceof StepExpression.ParameterValue;
        cursor.correct(new LineSpan(start, from), simple ? phrase : phrase + "(");
        LineSpan end = cursor.must(")");
        if (simple) {
            cursor.correct(end, "");
        }
        return read;
    }

    /**
     * The operand of a comparison. A word that is not a column is text and gets quotes.
     *
     * @param column whose values are possible; empty if there is none
     */
    StepExpression compared(String column) {
        cursor.expect(Expectation.Kind.VALUE, column);
        cursor.expect(Expectation.Kind.PARAMETER, column);
        List.of("today", NO_VALUE, "start of month of").forEach(cursor::isNext);
        int start = cursor.start();
        int marks = cursor.marks().size();
        StepExpression read = isFreeText() ? freeText() : sum();
        LineSpan span = new LineSpan(start, cursor.last().end());
        if (read instanceof StepExpression.Column other && other.theirs()) {
            return read;
        }
        // The expression is one mark.
        cursor.marks().subList(marks, cursor.marks().size()).clear();
        cursor.mark(StepMark.of(StepMark.Kind.VALUE, span, column));
        return read;
    }

    private boolean isFreeText() {
        StepToken first = cursor.peek();
        return first.kind() == StepToken.Kind.WORD
                && !TRUTHS.containsKey(first.text().toLowerCase(Locale.ROOT))
                && !functions.begins()
                && RESERVED.stream().noneMatch(cursor::matches)
                && !cursor.peek(1).isSign(".")
                && !isSqlDate()
                && cursor.scope().hasNot(first.text());
    }

    private StepExpression freeText() {
        List<StepToken> words = new ArrayList<>();
        while (cursor.peek().kind() == StepToken.Kind.WORD && (words.isEmpty() || !endsText(cursor.peek()))) {
            words.add(cursor.consume());
        }
        LineSpan span = words.get(0).at().to(cursor.last());
        String text = cursor.text(span);
        cursor.correct(span, StepQuoting.text(text));
        return new StepExpression.Literal(new Value.Text(text), span);
    }

    private static boolean endsText(StepToken token) {
        return ENDS.stream().anyMatch(token::isWord);
    }
}
