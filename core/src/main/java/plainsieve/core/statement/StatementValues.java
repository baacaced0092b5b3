package plainsieve.core.statement;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.sql.lexer.Tokens;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;
import plainsieve.core.value.ValueReader;

/** The values that a statement compares with, bound or literal. */
public final class StatementValues {
    private final SentStatement sent;
    private final Tokens tokens;

    public StatementValues(SentStatement sent) {
        this.sent = sent;
        this.tokens = sent.tokens();
    }

    /** The values of {@code any(?)}. */
    public Optional<List<Value>> any(Span right) {
        boolean call = right.length() == 4
                && tokens.isWord(right.from(), "any")
                && tokens.isBracket(right.from() + 1, '(')
                && tokens.is(right.from() + 2, TokenKind.PARAMETER);
        return call
                ? sent.at(right.from() + 2)
                        .filter(value -> value.bound() instanceof PlaceholderBinding.Array)
                        .map(value -> ((PlaceholderBinding.Array) value.bound()).values())
                : Optional.empty();
    }

    /** The values of {@code (?, 'a', 3)} without duplicates; empty if an item is not a value. @param type of literals */
    public Optional<List<Value>> list(Span right, Optional<Type> type) {
        if (!tokens.isBracket(right.from(), '(') || !tokens.isBracket(right.to() - 1, ')')) {
            return Optional.empty();
        }
        List<Value> values = new ArrayList<>();
        for (int i = right.from() + 1; i < right.to() - 1; i += 2) {
            Optional<Value> value = single(new Span(i, i + 1), type);
            boolean separated = i + 2 >= right.to() || tokens.is(i + 1, TokenKind.COMMA);
            if (value.isEmpty() || !separated) {
                return Optional.empty();
            }
            if (!values.contains(value.get())) {
                values.add(value.get());
            }
        }
        return values.isEmpty() ? Optional.empty() : Optional.of(values);
    }

    /** The single value, optionally as a date or timestamp literal; empty for other expressions. */
    public Optional<Value> single(Span right, Optional<Type> type) {
        if (right.length() != 1) {
            return typed(right);
        }
        int token = right.from();
        if (tokens.is(token, TokenKind.PARAMETER)) {
            return sent.at(token)
                    .filter(value -> value.bound() instanceof PlaceholderBinding.Single)
                    .map(value -> ((PlaceholderBinding.Single) value.bound()).value());
        }
        String written = tokens.written(token);
        if (tokens.isWord(token, "true") || tokens.isWord(token, "false")) {
            return Optional.of(new Value.Truth(tokens.isWord(token, "true")));
        }
        boolean text = tokens.is(token, TokenKind.STRING) && written.matches("'(?:[^']|'')*'");
        return text
                ? read(written.substring(1, written.length() - 1).replace("''", "'"), type)
                : tokens.is(token, TokenKind.NUMBER) ? read(written, type) : Optional.empty();
    }

    /** {@code date '2026-01-31'}, {@code cast('2026-01-31' as date)} and {@code '2026-01-31'::date}; a cast that changes a value is none. */
    private Optional<Value> typed(Span span) {
        int from = span.from();
        boolean cast = span.length() == 6
                && tokens.isWord(from, "cast")
                && tokens.isBracket(from + 1, '(')
                && tokens.isWord(from + 3, "as")
                && tokens.isBracket(from + 5, ')');
        boolean suffix = span.length() == 3 && tokens.isSymbol(from + 1, "::");
        boolean prefix = span.length() == 2 && tokens.is(from + 1, TokenKind.STRING);
        if (!cast && !suffix && !prefix) {
            return Optional.empty();
        }
        int value = cast ? from + 2 : prefix ? from + 1 : from;
        int name = cast ? from + 4 : prefix ? from : from + 2;
        return typeNamed(name).flatMap(type -> single(new Span(value, value + 1), Optional.of(type))
                .filter(found -> isOf(found, type)));
    }

    private Optional<Type> typeNamed(int token) {
        return tokens.isWord(token, "date")
                ? Optional.of(Type.DATE)
                : tokens.isWord(token, "timestamp") ? Optional.of(Type.DATETIME) : Optional.empty();
    }

    private static boolean isOf(Value value, Type type) {
        return type == Type.DATE ? value instanceof Value.Day : value instanceof Value.Moment;
    }

    private static Optional<Value> read(String written, Optional<Type> type) {
        try {
            return type.map(found -> ValueReader.read(found, written));
        } catch (ProblemException e) {
            return Optional.empty();
        }
    }
}
