package plainsieve.core.sql;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import plainsieve.core.dialect.Syntax;
import plainsieve.core.dialect.Syntax.Feature;
import plainsieve.core.sql.lexer.Brackets;
import plainsieve.core.sql.lexer.Keywords;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.sql.lexer.Tokens;
import plainsieve.core.value.ProblemKind;

/** Splits one block into its clauses, by top-level keywords. */
final class ClauseParser {
    private final Tokens tokens;
    private final Brackets brackets;
    private final Syntax syntax;
    private final Span span;
    private final List<Clause> found = new ArrayList<>();

    private Clause.Kind kind = Clause.Kind.SELECT;
    private int keyword;
    private int bodyFrom;

    ClauseParser(Tokens tokens, Brackets brackets, Syntax syntax, Span span) {
        this.tokens = tokens;
        this.brackets = brackets;
        this.syntax = syntax;
        this.span = span;
    }

    static boolean isTail(Clause.Kind kind) {
        return switch (kind) {
            case ORDER_BY, LIMIT, OFFSET, FETCH -> true;
            default -> false;
        };
    }

    /** The clauses of a block that starts with its own keyword. */
    List<Clause> clauses() {
        kind = firstKind();
        keyword = span.from();
        bodyFrom = span.from() + 1;
        cut(span.from() + 1);
        close(span.to());
        return found;
    }

    /** The clauses after a parenthesized operand: only ORDER BY and limits. */
    List<Clause> tail() {
        if (span.isEmpty()) {
            return List.of();
        }
        kind = kindAt(span.from())
                .filter(ClauseParser::isTail)
                .orElseThrow(() -> StatementGate.rejection(
                        tokens,
                        span.from(),
                        ProblemKind.SYNTAX_ERROR,
                        "“%s” cannot follow a query in brackets.",
                        "Put ORDER BY, LIMIT or a set operator here."));
        keyword = span.from();
        bodyFrom = span.from() + length(kind);
        cut(bodyFrom);
        close(span.to());
        return found;
    }

    private Clause.Kind firstKind() {
        if (tokens.isWord(span.from(), "values")) {
            return Clause.Kind.VALUES;
        }
        if (Keywords.isPivot(tokens, syntax, span.from())) {
            return Clause.Kind.PIVOT;
        }
        boolean namesTable = tokens.isWord(span.from(), "table") || tokens.isWord(span.from(), "from");
        return namesTable ? Clause.Kind.FROM : Clause.Kind.SELECT;
    }

    private void cut(int from) {
        for (int i = from; i < span.to(); i++) {
            if (tokens.is(i, TokenKind.OPEN)) {
                i = brackets.close(i);
            } else if (tokens.is(i, TokenKind.WORD) && !Keywords.isName(tokens, i)) {
                refuseWriting(i);
                Optional<Clause.Kind> next = kindAt(i);
                if (next.isPresent()) {
                    close(i);
                    kind = next.get();
                    keyword = i;
                    bodyFrom = i + length(kind);
                    i = bodyFrom - 1;
                }
            }
        }
    }

    private void close(int to) {
        found.add(new Clause(kind, keyword, new Span(Math.min(bodyFrom, to), to)));
    }

    private static int length(Clause.Kind kind) {
        return switch (kind) {
            case GROUP_BY, ORDER_BY, SAMPLE -> 2;
            default -> 1;
        };
    }

    private Optional<Clause.Kind> kindAt(int i) {
        if (tokens.isWord(i, "from") && kind == Clause.Kind.SELECT && !isDistinctFrom(i)) {
            return Optional.of(Clause.Kind.FROM);
        }
        if (tokens.isWord(i, "select") && kind == Clause.Kind.FROM) {
            return Optional.of(Clause.Kind.SELECT);
        }
        if (tokens.isWord(i, "where")) {
            return Optional.of(Clause.Kind.WHERE);
        }
        if (tokens.isWord(i, "group") && tokens.isWord(i + 1, "by") && !isHint(i)) {
            return Optional.of(Clause.Kind.GROUP_BY);
        }
        if (tokens.isWord(i, "having")) {
            return Optional.of(Clause.Kind.HAVING);
        }
        if (tokens.isWord(i, "window") && tokens.isWord(i + 2, "as")) {
            return Optional.of(Clause.Kind.WINDOW);
        }
        if (syntax.has(Feature.QUALIFY) && tokens.isWord(i, "qualify")) {
            return Optional.of(Clause.Kind.QUALIFY);
        }
        if (tokens.isWord(i, "using") && tokens.isWord(i + 1, "sample")) {
            return Optional.of(Clause.Kind.SAMPLE);
        }
        return tailKindAt(i);
    }

    private Optional<Clause.Kind> tailKindAt(int i) {
        if (tokens.isWord(i, "order") && tokens.isWord(i + 1, "by") && !isHint(i)) {
            return Optional.of(Clause.Kind.ORDER_BY);
        }
        if (tokens.isWord(i, "limit")) {
            return Optional.of(Clause.Kind.LIMIT);
        }
        if (tokens.isWord(i, "offset") && Keywords.endsOperand(tokens, i - 1) && i + 1 < span.to()) {
            return Optional.of(Clause.Kind.OFFSET);
        }
        boolean fetch = syntax.has(Feature.FETCH_FIRST)
                && tokens.isWord(i, "fetch")
                && (tokens.isWord(i + 1, "first") || tokens.isWord(i + 1, "next"));
        return fetch ? Optional.of(Clause.Kind.FETCH) : Optional.empty();
    }

    /** {@code ignore index for order by (i)} is a hint for one table. */
    private boolean isHint(int i) {
        return tokens.isWord(i - 1, "for") && kind == Clause.Kind.FROM;
    }

    private boolean isDistinctFrom(int i) {
        return tokens.isWord(i - 1, "distinct") && (tokens.isWord(i - 2, "is") || tokens.isWord(i - 2, "not"));
    }

    private void refuseWriting(int i) {
        // "unpivot … into name x value y" writes nothing.
        boolean into = tokens.isWord(i, "into") && !tokens.isWord(i + 1, "name");
        if (into || locks(i)) {
            throw StatementGate.rejection(
                    tokens,
                    i,
                    ProblemKind.STATEMENT_REJECTED,
                    into ? "“%s” writes rows." : "“%s” locks the rows it reads.",
                    "Only a single read-only statement is allowed: remove this part.");
        }
    }

    private boolean locks(int i) {
        boolean rows = tokens.isWord(i, "for")
                && (tokens.isWord(i + 1, "update")
                        || tokens.isWord(i + 1, "share")
                        || tokens.isWord(i + 1, "no")
                        || tokens.isWord(i + 1, "key"));
        return rows || (tokens.isWord(i, "lock") && tokens.isWord(i + 1, "in"));
    }
}
