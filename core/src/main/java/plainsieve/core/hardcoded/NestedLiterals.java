package plainsieve.core.hardcoded;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.hardcoded.HardCodedValueFinder.Candidate;
import plainsieve.core.sql.Comparison;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.sql.lexer.Tokens;
import plainsieve.core.value.Type;

/** Literals inside the compared expressions of a condition: the 5 of {@code abs(x - 5) > y}. */
final class NestedLiterals {
    private static final String NAMELESS = "value";

    private static final Set<String> BEFORE_VALUES = Set.of(
            "and", "or", "xor", "not", "like", "ilike", "in", "between", "when", "then", "else", "from", "to", "regexp",
            "rlike", "glob", "match", "is", "case", "zone", "div", "mod");

    private final ParsedQuery query;
    private final Tokens tokens;

    private final IntervalLiteral intervals;

    NestedLiterals(ParsedQuery query, Dialect dialect) {
        this.query = query;
        this.tokens = query.tokens();
        this.intervals = new IntervalLiteral(tokens, dialect);
    }

    /** Literals nested in a condition, except those of its subqueries, which have their own conditions. */
    List<Candidate> literals(Span leaf, Set<Integer> used) {
        List<Candidate> found = new ArrayList<>();
        String name = name(tokens, leaf);
        for (int i = leaf.from(); i < leaf.to() && !name.equals(NAMELESS); i++) {
            boolean subquery =
                    tokens.isBracket(i, '(') && (tokens.isWord(i + 1, "select") || tokens.isWord(i + 1, "with"));
            if (subquery) {
                i = query.brackets().close(i);
            } else if (tokens.isWord(i, "interval")) {
                intervals.at(i).ifPresent(found::add);
            } else if (!used.contains(i) && isFree(i)) {
                Literal.of(tokens, new Span(i, i + 1))
                        .filter(literal -> literal.type() != Type.BOOLEAN)
                        .map(literal -> new Candidate(
                                HardCodedValue.Kind.WITHIN,
                                Optional.empty(),
                                Comparison.Kind.OTHER,
                                List.of(HardCodedConditions.piece(name, literal.type(), literal))))
                        .ifPresent(found::add);
            }
        }
        return found;
    }

    /** An interval's text, a type's length and an escape character are part of the language, not values. */
    private boolean isFree(int at) {
        boolean typed = tokens.is(at, TokenKind.STRING) && tokens.is(at - 1, TokenKind.WORD) && !isBeforeValue(at - 1);
        boolean word = typed
                || tokens.isWord(at - 1, "interval")
                || tokens.isWord(at - 1, "escape")
                || tokens.isSymbol(at - 1, "::");
        boolean unit = tokens.isWord(at - 2, "varchar")
                || tokens.isWord(at - 2, "char")
                || tokens.isWord(at - 2, "decimal")
                || tokens.isWord(at - 2, "numeric");
        return !word && !unit;
    }

    /** Whether the word before a text precedes a value; other words name its type, as in {@code point '(1, 2)'}. */
    private boolean isBeforeValue(int at) {
        boolean zoneOfType = tokens.isWord(at, "zone") && !tokens.isWord(at - 2, "at");
        return !zoneOfType && BEFORE_VALUES.contains(tokens.written(at).toLowerCase(Locale.ROOT));
    }

    /** The name of the first column; {@code 1 = 1} has none and is no useful filter. */
    static String name(Tokens tokens, Span leaf) {
        for (int i = leaf.from(); i < leaf.to(); i++) {
            boolean column =
                    tokens.is(i, TokenKind.WORD) && !tokens.isBracket(i + 1, '(') && !tokens.isSymbol(i + 1, ".");
            if (column) {
                return ParameterNameSuggestions.plain(tokens.written(i)) + "_value";
            }
        }
        return NAMELESS;
    }
}
