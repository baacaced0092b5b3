package plainsieve.core.sql;

import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.dialect.FunctionEffects;
import plainsieve.core.dialect.FunctionEffects.Kind;
import plainsieve.core.dialect.Syntax.Feature;
import plainsieve.core.sql.lexer.Identifiers;
import plainsieve.core.sql.lexer.Keywords;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.sql.lexer.Tokens;

/** The function calls in parts of a query, as far as their names are known to the database's own catalogue. */
public final class KnownFunctions {
    private final ParsedQuery query;
    private final Tokens tokens;
    private final FunctionEffects functionEffects;
    private final FunctionEffects own;
    private final boolean hasVariables;

    public KnownFunctions(ParsedQuery query, Dialect dialect) {
        this(query, dialect, new FunctionEffects(Map.of()));
    }

    /** @param own user-defined functions by name and by {@code schema.name} */
    public KnownFunctions(ParsedQuery query, Dialect dialect, FunctionEffects own) {
        this.own = own;
        this.query = query;
        this.tokens = query.tokens();
        this.functionEffects = dialect.functions();
        this.hasVariables = dialect.syntax().has(Feature.SESSION_VARIABLES);
    }

    /** Whether the expression aggregates rows, at its own level or in a call around or inside it; window calls do not. */
    public boolean aggregate(Span expression) {
        return call(expression, this::isAggregate).isPresent();
    }

    public boolean returnSets(Span expression) {
        return call(expression, at -> is(Kind.MANY_ROWS, at)).isPresent();
    }

    /** Whether two evaluations may differ, so that the expression must not be duplicated. */
    public boolean areVolatile(Span expression) {
        return call(expression, this::isVolatile).isPresent();
    }

    /** The name of a function of which nothing is known: it may total rows, multiply them, or change from call to call. */
    public Optional<String> unknown(Span expression) {
        return call(expression, this::isUnknown).map(tokens::written);
    }

    /** Whether a number of rows so far is in it: {@code rownum()}, or a variable that may be set from row to row. */
    public boolean countRows(Span span) {
        for (int i = span.from(); i < span.to(); i++) {
            boolean rownum = tokens.isWord(i, "rownum") && !tokens.isSymbol(i - 1, ".");
            if (rownum || hasVariables && SessionVariables.isVariable(tokens, i)) {
                return true;
            }
        }
        return false;
    }

    /** Whether the server evaluates an aggregate in it, subqueries included, differently in HAVING than in SELECT. */
    public boolean differInHaving(Span span) {
        for (int i = span.from(); i < span.to(); i++) {
            if (isName(i) && tokens.isBracket(i + 1, '(') && is(Kind.DIFFERS_IN_HAVING, i)) {
                return true;
            }
        }
        return false;
    }

    private interface FunctionPredicate {
        boolean holds(int at);
    }

    /** The first matching call outside subqueries, by the token of its name. */
    private Optional<Integer> call(Span expression, FunctionPredicate test) {
        for (int i = expression.from(); i < expression.to(); i++) {
            boolean subquery =
                    tokens.isBracket(i, '(') && (tokens.isWord(i + 1, "select") || tokens.isWord(i + 1, "with"));
            if (subquery) {
                i = query.brackets().close(i);
            } else if (isName(i) && tokens.isBracket(i + 1, '(') && test.holds(i)) {
                return Optional.of(i);
            }
        }
        return Optional.empty();
    }

    private boolean isName(int at) {
        return Keywords.isFunctionName(tokens, at) || tokens.is(at, TokenKind.QUOTED_NAME);
    }

    /** A function of another schema, or after a value's dot, is not the listed one. */
    private boolean isQualified(int at) {
        return tokens.isSymbol(at - 1, ".") && !tokens.isWord(at - 2, "pg_catalog");
    }

    private String qualified(int at) {
        return Identifiers.bare(tokens.written(at - 2)) + "." + Identifiers.bare(tokens.written(at));
    }

    private boolean is(Kind kind, int at) {
        return isQualified(at)
                ? own.is(kind, qualified(at))
                : functionEffects.is(kind, tokens.written(at)) || own.is(kind, Identifiers.bare(tokens.written(at)));
    }

    private boolean isKnown(int at) {
        boolean builtIn = !isQualified(at) && !tokens.is(at, TokenKind.QUOTED_NAME);
        return builtIn && functionEffects.knows(tokens.written(at))
                || own.knows(isQualified(at) ? qualified(at) : Identifiers.bare(tokens.written(at)));
    }

    private boolean isUnknown(int at) {
        boolean clause = tokens.isWord(at, "group")
                || tokens.isWord(at, "from")
                || tokens.isWord(at, "by")
                || (tokens.isWord(at, "on") && tokens.isWord(at - 1, "distinct"));
        return !clause && !isKnown(at);
    }

    private boolean isVolatile(int at) {
        String name = tokens.written(at).toLowerCase(Locale.ROOT);
        return is(Kind.VOLATILE, at) || name.startsWith("uuid_generate_v");
    }

    private boolean isAggregate(int at) {
        if (!is(Kind.AGGREGATE, at)) {
            return false;
        }
        int close = query.brackets().close(at + 1);
        boolean ends = tokens.isWord(at, "min") || tokens.isWord(at, "max");
        boolean greatest = ends
                && functionEffects.is(Kind.SCALAR, tokens.written(at))
                && SelectList.split(tokens, query.brackets(), new Span(at + 2, close))
                                .size()
                        > 1;
        return !greatest && !isWindowCall(close + 1);
    }

    /** Whether a window follows a call, FILTER and WITHIN GROUP before it passed over. */
    private boolean isWindowCall(int behind) {
        int at = behind;
        while (true) {
            if (tokens.isWord(at, "filter") && tokens.isBracket(at + 1, '(')) {
                at = query.brackets().close(at + 1) + 1;
            } else if (tokens.isWord(at, "within") && tokens.isBracket(at + 2, '(')) {
                at = query.brackets().close(at + 2) + 1;
            } else {
                return tokens.isWord(at, "over");
            }
        }
    }
}
