package plainsieve.core.rewrite.filter;

import plainsieve.core.dialect.Dialect;
import plainsieve.core.dialect.SqlFeature;
import plainsieve.core.sql.Block;
import plainsieve.core.sql.Clause;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.SelectList;
import plainsieve.core.sql.lexer.Identifiers;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.Tokens;

/**
 * Whether two expressions of one block are equal, also if only one of them is qualified: an unqualified name refers to
 * the only column of that name. Where tables are joined by column names, {@code port} may be neither
 * {@code a.port} nor {@code b.port}.
 */
final class ColumnEquality {
    private final Tokens tokens;
    private final Dialect dialect;
    private final boolean oneThing;
    private final boolean joinedByName;

    ColumnEquality(ParsedQuery query, Dialect dialect, Block block) {
        this.tokens = query.tokens();
        this.dialect = dialect;
        this.oneThing = block.from().size() == 1;
        this.joinedByName = block.clause(Clause.Kind.FROM)
                .filter(from -> hasWord(from.body(), "using") || hasWord(from.body(), "natural"))
                .isPresent();
    }

    private boolean hasWord(Span span, String word) {
        for (int i = span.from(); i < span.to(); i++) {
            if (tokens.isWord(i, word)) {
                return true;
            }
        }
        return false;
    }

    /** Whether USING or NATURAL merges columns of equal names. */
    boolean isJoinedByName() {
        return joinedByName;
    }

    boolean areEqual(Span one, Span other) {
        return tokens.sameText(one, other) || isSamePath(one, other);
    }

    private boolean isSamePath(Span one, Span other) {
        return !joinedByName
                && SelectList.isPath(tokens, one)
                && SelectList.isPath(tokens, other)
                && (one.length() == 1 || other.length() == 1)
                && isCalled(one, folded(last(other)));
    }

    /**
     * Whether the expression is the column that a star contains.
     *
     * @param name as the database stores it
     * @param qualifier the qualifier of the star; empty without one
     */
    boolean isOfStar(Span expression, String qualifier, String name) {
        if (joinedByName || !SelectList.isPath(tokens, expression) || !isCalled(expression, name)) {
            return false;
        }
        boolean sameTable = expression.length() > 1
                && !qualifier.isEmpty()
                && Identifiers.mayBeEqual(tokens.written(expression.to() - 3), qualifier);
        return expression.length() == 1 || oneThing || sameTable;
    }

    private boolean isCalled(Span path, String name) {
        String own = folded(last(path));
        return dialect.has(SqlFeature.CASE_SENSITIVE_NAMES) ? own.equals(name) : own.equalsIgnoreCase(name);
    }

    /** A name as the database stores it. */
    private String folded(String written) {
        return Identifiers.isQuoted(written) ? Identifiers.bare(written) : dialect.folded(written);
    }

    private String last(Span path) {
        return tokens.written(path.to() - 1);
    }
}
