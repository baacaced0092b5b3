package plainsieve.core.sql;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;
import plainsieve.core.sql.lexer.Identifiers;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.sql.lexer.Tokens;

/** The window specifications of one block, from OVER and WINDOW. */
public final class Windows {
    private final ParsedQuery query;
    private final Tokens tokens;
    private final Map<String, Span> named = new HashMap<>();
    private final List<Optional<Span>> specifications = new ArrayList<>();

    private Windows(ParsedQuery query) {
        this.query = query;
        this.tokens = query.tokens();
    }

    public static Windows of(ParsedQuery query, Block block) {
        Windows windows = new Windows(query);
        block.clause(Clause.Kind.WINDOW).ifPresent(windows::readNamed);
        block.clause(Clause.Kind.SELECT).ifPresent(clause -> windows.readOver(clause.body()));
        block.clause(Clause.Kind.QUALIFY).ifPresent(clause -> windows.readOver(clause.body()));
        return windows;
    }

    public boolean isEmpty() {
        return specifications.isEmpty();
    }

    /** Whether every window separates the rows of different values: whether the expression is in every PARTITION BY. */
    public boolean allPartitionedBy(Predicate<Span> expression) {
        return specifications.stream().allMatch(window -> window.filter(span -> partitions(span, expression))
                .isPresent());
    }

    /** Whether the expression itself uses a window. */
    public static boolean isWindowed(ParsedQuery query, Span expression) {
        Windows windows = new Windows(query);
        windows.readOver(expression);
        return !windows.isEmpty();
    }

    private void readNamed(Clause clause) {
        for (Span part : SelectList.split(tokens, query.brackets(), clause.body())) {
            if (tokens.isWord(part.from() + 1, "as") && tokens.isBracket(part.from() + 2, '(')) {
                named.put(key(part.from()), inside(part.from() + 2));
            }
        }
    }

    private void readOver(Span span) {
        for (int i = span.from(); i < span.to(); i++) {
            boolean subquery = tokens.isBracket(i, '(') && tokens.isWord(i + 1, "select");
            if (subquery) {
                i = query.brackets().close(i);
            } else if (tokens.isWord(i, "over") && tokens.isBracket(i - 1, ')')) {
                specifications.add(
                        tokens.isBracket(i + 1, '(')
                                ? Optional.of(inside(i + 1))
                                : Optional.ofNullable(named.get(key(i + 1))));
            }
        }
    }

    private Span inside(int open) {
        return new Span(open + 1, query.brackets().close(open));
    }

    private String key(int token) {
        return Identifiers.bare(tokens.written(token)).toLowerCase(java.util.Locale.ROOT);
    }

    private boolean partitions(Span window, Predicate<Span> expression) {
        int by = window.from();
        // A window may refer to another, whose PARTITION BY it inherits.
        if (tokens.is(by, TokenKind.WORD) && named.containsKey(key(by)) && partitions(named.get(key(by)), expression)) {
            return true;
        }
        while (by < window.to() && !(tokens.isWord(by, "partition") && tokens.isWord(by + 1, "by"))) {
            by++;
        }
        int end = by;
        while (end < window.to() && !isEndOfPartition(end)) {
            end = tokens.is(end, TokenKind.OPEN) ? query.brackets().close(end) + 1 : end + 1;
        }
        return SelectList.split(tokens, query.brackets(), new Span(Math.min(by + 2, end), end)).stream()
                .anyMatch(expression);
    }

    private boolean isEndOfPartition(int at) {
        return tokens.isWord(at, "order")
                || tokens.isWord(at, "rows")
                || tokens.isWord(at, "range")
                || tokens.isWord(at, "groups");
    }
}
