package plainsieve.core.steps.read;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import plainsieve.core.steps.step.At;
import plainsieve.core.steps.step.Expression;
import plainsieve.core.steps.step.Expression.Sign;
import plainsieve.core.steps.step.TimeUnit;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;
import plainsieve.core.value.ValueReader;

/** Reads what is reckoned: {@code passengers * 2}, {@code start of month of departed_at}, {@code if … then … else …}. */
final class ExpressionReader {
    private static final int DEEPEST = 60;
    private static final int MOST_OPERATORS = 500;
    private static final List<Sign> SUMS = List.of(Sign.PLUS, Sign.MINUS, Sign.JOINED);
    private static final List<Sign> PRODUCTS = List.of(Sign.TIMES, Sign.BY);
    /** Words that end a text without quotes. */
    private static final List<String> ENDS =
            List.of("and", "or", "then", "else", "as", "with", "into", "to", "by", "where", "of");

    private static final Map<String, Value> TRUTHS =
            Map.of("true", new Value.Truth(true), "false", new Value.Truth(false));

    private final Cursor cursor;
    private final FunctionReader functions;
    private int depth;
    private int operators;

    ExpressionReader(Cursor cursor) {
        this.cursor = cursor;
        this.functions = new FunctionReader(cursor, this);
    }

    /** The whole of it. */
    Expression read() {
        deeper();
        Expression read = cursor.sees("if") ? functions.depending() : sum();
        depth--;
        return read;
    }

    private void deeper() {
        if (++depth > DEEPEST) {
            throw cursor.wrong("This is nested too deeply.", "Put a part of it into a column of its own.");
        }
    }

    private Expression calculated(Sign sign, Expression left, Expression right) {
        countOperator();
        return new Expression.Calculated(sign, left, right);
    }

    private void countOperator() {
        if (++operators > MOST_OPERATORS) {
            throw cursor.wrong(
                    "This line has more than %d operators.".formatted(MOST_OPERATORS),
                    "Put a part of it into a column of its own.");
        }
    }

    private Expression sum() {
        Expression left = product();
        for (Optional<Sign> sign = sign(SUMS); sign.isPresent(); sign = sign(SUMS)) {
            cursor.take();
            Expression right = product();
            Optional<Expression> moved = moved(left, sign.get(), right);
            left = moved.isPresent() ? moved.get() : calculated(sign.get(), left, right);
        }
        return left;
    }

    /** {@code … + 3 days}. */
    private Optional<Expression> moved(Expression from, Sign sign, Expression amount) {
        Optional<TimeUnit> unit = sign == Sign.JOINED ? Optional.empty() : unit();
        return unit.map(found -> {
            cursor.take();
            countOperator();
            At at = from.at().to(cursor.last());
            return new Expression.Moved(from, sign == Sign.MINUS, amount, found, at);
        });
    }

    /** The unit that comes next, if one does. */
    Optional<TimeUnit> unit() {
        for (TimeUnit unit : TimeUnit.values()) {
            cursor.wants(Wanted.Kind.WORDS, unit.word() + "s");
        }
        return cursor.peek().kind() == Token.Kind.WORD
                ? TimeUnit.ofWord(cursor.peek().text())
                : Optional.empty();
    }

    private Expression product() {
        Expression left = single();
        for (Optional<Sign> sign = sign(PRODUCTS); sign.isPresent(); sign = sign(PRODUCTS)) {
            cursor.take();
            left = calculated(sign.get(), left, single());
        }
        return left;
    }

    private Optional<Sign> sign(List<Sign> signs) {
        return signs.stream()
                .filter(sign -> cursor.peek().isSign(sign.written()))
                .findFirst();
    }

    /** One value, column or function, or anything in brackets. */
    Expression single() {
        deeper();
        Token token = cursor.peek();
        Expression single =
                switch (token.kind()) {
                    case NUMBER, TIME, TEXT -> fixed(cursor.take(), false);
                    case PARAMETER -> new Expression.Chosen(cursor.take().text(), token.at());
                    case SIGN -> signed();
                    case WORD, NAME -> named();
                    case END -> throw missing();
                };
        depth--;
        return single;
    }

    private RuntimeException missing() {
        // Nothing of it is there; all of it could come.
        functions.begins();
        List.of("if", "today", "nothing").forEach(cursor::sees);
        cursor.wants(Wanted.Kind.COLUMN, "");
        cursor.wants(Wanted.Kind.PARAMETER, "");
        return cursor.wrong("Something is missing here.", "Write a column, a value, or a parameter such as :island.");
    }

    private Expression signed() {
        if (cursor.takes("-")) {
            if (cursor.peek().kind() == Token.Kind.NUMBER) {
                return fixed(cursor.take(), true);
            }
            Expression.Fixed nought = new Expression.Fixed(new Value.Whole(0), cursor.last());
            return new Expression.Calculated(Sign.MINUS, nought, single());
        }
        if (cursor.takes("(")) {
            Expression within = read();
            cursor.must(")");
            return within;
        }
        throw missing();
    }

    private Expression fixed(Token token, boolean negative) {
        At at = negative ? new At(token.at().start() - 1, token.at().end()) : token.at();
        String written = (negative ? "-" : "") + token.text();
        Type type =
                switch (token.kind()) {
                    case TEXT -> Type.TEXT;
                    case TIME -> written.contains("T") ? Type.DATETIME : Type.DATE;
                    default -> written.contains(".") || written.length() > 18 ? Type.DECIMAL : Type.INTEGER;
                };
        return new Expression.Fixed(ValueReader.read(type, written), at);
    }

    private Expression named() {
        cursor.wants(Wanted.Kind.COLUMN, "");
        cursor.wants(Wanted.Kind.PARAMETER, "");
        Optional<Expression> function = functions.read();
        if (function.isPresent()) {
            return function.get();
        }
        int start = cursor.start();
        if (cursor.takes("today")) {
            return new Expression.Today(cursor.last());
        }
        if (cursor.takes("nothing")) {
            return new Expression.Nothing(cursor.last());
        }
        if (cursor.peek().kind() == Token.Kind.WORD) {
            Value truth = TRUTHS.get(cursor.peek().text());
            if (truth != null) {
                return new Expression.Fixed(truth, cursor.take().at());
            }
        }
        boolean theirs = cursor.sees("their") && cursor.peek(1).isName() && cursor.takes("their");
        if (theirs) {
            cursor.wants(Wanted.Kind.THEIRS, "");
        }
        Token name = cursor.take();
        At at = new At(start, name.at().end());
        cursor.mark(new Mark(theirs ? Mark.Kind.THEIRS : Mark.Kind.COLUMN, name.at(), name.at(), List.of()));
        return new Expression.Column(name.text(), theirs, at);
    }

    /**
     * What a column is compared with. A word that is no column is a text, as people write it, and gets its quotes.
     *
     * @param column whose values could stand here; empty when it is none
     */
    Expression compared(String column) {
        cursor.wants(Wanted.Kind.VALUE, column);
        cursor.wants(Wanted.Kind.PARAMETER, column);
        List.of("today", "nothing", "start of month of").forEach(cursor::sees);
        int start = cursor.start();
        int marks = cursor.marks().size();
        Expression read = isFreeText() ? freeText() : sum();
        At at = new At(start, cursor.last().end());
        if (read instanceof Expression.Column other && other.theirs()) {
            return read;
        }
        // It is one mark, whatever it is made of.
        cursor.marks().subList(marks, cursor.marks().size()).clear();
        cursor.mark(Mark.of(Mark.Kind.VALUE, at, column));
        return read;
    }

    private boolean isFreeText() {
        Token first = cursor.peek();
        return first.kind() == Token.Kind.WORD
                && !TRUTHS.containsKey(first.text())
                && !functions.begins()
                && List.of("today", "nothing", "their", "if").stream().noneMatch(first::isWord)
                && cursor.scope().hasNot(first.text());
    }

    private Expression freeText() {
        List<Token> words = new ArrayList<>();
        while (cursor.peek().kind() == Token.Kind.WORD && (words.isEmpty() || !endsText(cursor.peek()))) {
            words.add(cursor.take());
        }
        At at = words.get(0).at().to(cursor.last());
        String text = cursor.text(at);
        cursor.mend(at, "'" + text.replace("'", "''") + "'");
        return new Expression.Fixed(new Value.Text(text), at);
    }

    private static boolean endsText(Token token) {
        return ENDS.stream().anyMatch(token::isWord);
    }
}
