package plainsieve.core.steps.convert;

import java.util.List;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.sql.lexer.Identifiers;
import plainsieve.core.sql.lexer.Lexer;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.sql.lexer.Tokens;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;

/** Reads the tokens of SQL in order. */
final class SqlTokenReader {
    private final Tokens tokens;
    private final Dialect dialect;
    private int next;

    SqlTokenReader(String sql, Dialect dialect) {
        this.tokens = Lexer.scan(sql, dialect.syntax()).tokens();
        this.dialect = dialect;
    }

    Dialect dialect() {
        return dialect;
    }

    int at() {
        return next;
    }

    void goTo(int place) {
        next = place;
    }

    boolean isAtEnd() {
        return next >= tokens.size();
    }

    boolean is(TokenKind kind) {
        return tokens.is(next, kind);
    }

    boolean isWord(String word) {
        return tokens.isWord(next, word);
    }

    /** Whether one of these words follows at that distance. */
    boolean isWord(int further, List<String> words) {
        return words.stream().anyMatch(word -> tokens.isWord(next + further, word));
    }

    boolean isSymbol(int further, String symbol) {
        return tokens.isSymbol(next + further, symbol);
    }

    boolean opens(int further) {
        return tokens.isBracket(next + further, '(');
    }

    /** Consumes these words if they are next. */
    boolean consumeIf(String... words) {
        for (int i = 0; i < words.length; i++) {
            if (!tokens.isWord(next + i, words[i])) {
                return false;
            }
        }
        next += words.length;
        return true;
    }

    boolean takesSymbol(String symbol) {
        boolean there = tokens.isSymbol(next, symbol);
        next += there ? 1 : 0;
        return there;
    }

    boolean takesBracket(char bracket) {
        boolean there = tokens.isBracket(next, bracket);
        next += there ? 1 : 0;
        return there;
    }

    boolean takesComma() {
        boolean there = tokens.is(next, TokenKind.COMMA);
        next += there ? 1 : 0;
        return there;
    }

    void must(String word) {
        if (!consumeIf(word)) {
            throw notHere();
        }
    }

    void mustBracket(char bracket) {
        if (!takesBracket(bracket)) {
            throw notHere();
        }
    }

    /** A name as the database stores it, without quotes. */
    String name() {
        if (!is(TokenKind.WORD) && !is(TokenKind.QUOTED_NAME)) {
            throw notHere();
        }
        boolean quoted = is(TokenKind.QUOTED_NAME);
        String name = Identifiers.bare(tokens.written(next++));
        return quoted ? name : dialect.folded(name);
    }

    String parameter() {
        return tokens.parameterName(next++);
    }

    String consume() {
        return tokens.written(next++);
    }

    /** The position of this word at the starting bracket depth; the end if absent. */
    int find(int from, String word) {
        int depth = 0;
        for (int i = from; i < tokens.size(); i++) {
            if (tokens.is(i, TokenKind.OPEN)) {
                depth++;
            } else if (tokens.is(i, TokenKind.CLOSE)) {
                depth--;
            } else if (depth == 0 && tokens.isWord(i, word)) {
                return i;
            }
        }
        return tokens.size();
    }

    /** Reports unsupported syntax at the current position. */
    ProblemException notHere() {
        String word = isAtEnd() ? "the end" : "“" + tokens.written(next) + "”";
        return unsupported("Steps do not support %s here.".formatted(word));
    }

    ProblemException unsupported(String why) {
        Problem problem = Problem.of(ProblemKind.NOT_CONVERTIBLE, why, "The query stays unchanged.");
        return new ProblemException(
                tokens.size() == 0 ? problem : problem.at(tokens.place(Math.min(next, tokens.size() - 1))));
    }
}
