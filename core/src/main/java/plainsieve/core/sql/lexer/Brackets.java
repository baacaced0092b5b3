package plainsieve.core.sql.lexer;

import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;

/** Which bracket closes which. Found once, without recursion, so that any depth of nesting gets a clear answer. */
public final class Brackets {
    private static final int DEEPEST = 300;

    private final int[] partner;

    private Brackets(int[] partner) {
        this.partner = partner;
    }

    public static Brackets match(Tokens tokens) {
        int[] partner = new int[tokens.size()];
        int[] open = new int[DEEPEST + 1];
        int depth = 0;
        for (int i = 0; i < tokens.size(); i++) {
            if (tokens.kind(i) == TokenKind.OPEN) {
                if (depth == DEEPEST) {
                    throw problem(
                            tokens,
                            i,
                            "Brackets are nested more deeply than " + DEEPEST + ".",
                            "Split the query with WITH.");
                }
                open[depth++] = i;
            } else if (tokens.kind(i) == TokenKind.CLOSE) {
                if (depth == 0 || !fit(tokens, open[depth - 1], i)) {
                    throw problem(
                            tokens,
                            i,
                            "“" + tokens.written(i) + "” has no opening bracket.",
                            "Remove it, or add the opening bracket.");
                }
                partner[open[--depth]] = i;
            }
        }
        if (depth > 0) {
            throw problem(
                    tokens, open[depth - 1], "“" + tokens.written(open[depth - 1]) + "” is never closed.", "Close it.");
        }
        return new Brackets(partner);
    }

    /** The index of the bracket that matches the opening one at the index. */
    public int close(int open) {
        return partner[open];
    }

    private static boolean fit(Tokens tokens, int open, int close) {
        return switch (tokens.text().charAt(tokens.start(open))) {
            case '(' -> tokens.isBracket(close, ')');
            case '[' -> tokens.isBracket(close, ']');
            default -> tokens.isBracket(close, '}');
        };
    }

    private static ProblemException problem(Tokens tokens, int token, String message, String advice) {
        return new ProblemException(
                Problem.of(ProblemKind.SYNTAX_ERROR, message, advice).at(tokens.place(token)));
    }
}
