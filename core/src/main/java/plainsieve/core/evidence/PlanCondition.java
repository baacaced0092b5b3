package plainsieve.core.evidence;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.sql.Clause;
import plainsieve.core.sql.Comparison;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.QueryLevel;
import plainsieve.core.sql.lexer.Identifiers;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.sql.lexer.Tokens;
import plainsieve.core.value.ProblemException;

/**
 * A condition of a statement or of a plan in comparable form: columns, operator,
 * literals.
 *
 * @param columns unquoted, unqualified names in lower case
 * @param qualifiers in lower case
 * @param literals without quotes; array items one by one
 * @param operator the operator; {@code OTHER} if there is none or several
 * @param leftColumn the bare column before the operator
 */
record PlanCondition(
        String text,
        Set<String> columns,
        Set<String> qualifiers,
        List<String> literals,
        Comparison.Kind operator,
        boolean negated,
        Optional<String> leftColumn) {

    private static final String BEFORE = "select 1 where ";
    private static final Set<String> NO_COLUMNS = Set.of(
            "and",
            "or",
            "not",
            "in",
            "is",
            "null",
            "like",
            "ilike",
            "between",
            "case",
            "when",
            "then",
            "else",
            "end",
            "any",
            "all",
            "some",
            "true",
            "false",
            "as",
            "escape",
            "exists",
            "select",
            "from",
            "where",
            "distinct",
            "const",
            "similar",
            "to",
            "using",
            "interval",
            "day",
            "month",
            "year");

    /** All single conditions in a text of conditions joined by AND, OR and NOT. An unreadable text is one condition. */
    static List<PlanCondition> parseAll(String text, Dialect dialect) {
        String plain = text.replace("<cache>", "");
        try {
            ParsedQuery query = ParsedQuery.parse(BEFORE + plain, dialect);
            List<PlanCondition> found = new ArrayList<>();
            query.top().operands().stream()
                    .flatMap(operand -> operand instanceof QueryLevel.Operand.Plain plainBlock
                            ? plainBlock.block().clause(Clause.Kind.WHERE).stream()
                            : Stream.empty())
                    .flatMap(where -> where.condition().orElseThrow().leaves())
                    .forEach(leaf -> found.add(of(leaf.span(), query.tokens())));
            return found;
        } catch (ProblemException e) {
            return List.of(new PlanCondition(
                    text, Set.of(), Set.of(), List.of(), Comparison.Kind.OTHER, false, Optional.empty()));
        }
    }

    private static PlanCondition of(Span span, Tokens tokens) {
        Set<String> columns = new LinkedHashSet<>();
        Set<String> qualifiers = new LinkedHashSet<>();
        List<String> literals = new ArrayList<>();
        for (int i = span.from(); i < span.to(); i++) {
            if (tokens.is(i, TokenKind.STRING)) {
                literals.addAll(Literals.of(tokens.written(i)));
            } else if (tokens.is(i, TokenKind.NUMBER)) {
                literals.add(tokens.written(i));
            } else if (isName(tokens, i)) {
                (tokens.isSymbol(i + 1, ".") ? qualifiers : columns).add(name(tokens, i));
            }
        }
        Optional<Comparison> comparison = Comparison.of(tokens, span);
        return new PlanCondition(
                tokens.text().substring(tokens.start(span.from()), tokens.end(span.to() - 1)),
                columns,
                qualifiers,
                literals,
                comparison.map(Comparison::kind).orElseGet(() -> pattern(tokens, span)),
                comparison.map(Comparison::negatedWord).orElse(false),
                comparison.flatMap(found -> alone(tokens, found.left())));
    }

    /** PostgreSQL shows LIKE as {@code ~~}, DuckDB shows LIKE with ESCAPE as a function. */
    private static Comparison.Kind pattern(Tokens tokens, Span span) {
        for (int i = span.from(); i < span.to(); i++) {
            boolean function = tokens.isWord(i, "like_escape") || tokens.isWord(i, "ilike_escape");
            if (function || tokens.isSymbol(i, "~~") || tokens.isSymbol(i, "~~*")) {
                return Comparison.Kind.LIKE;
            }
        }
        return Comparison.Kind.OTHER;
    }

    private static boolean isName(Tokens tokens, int i) {
        if (tokens.is(i, TokenKind.QUOTED_NAME)) {
            return true;
        }
        return tokens.is(i, TokenKind.WORD)
                && !NO_COLUMNS.contains(tokens.written(i).toLowerCase(Locale.ROOT))
                && !tokens.isBracket(i + 1, '(')
                && !tokens.is(i + 1, TokenKind.STRING)
                && !tokens.isSymbol(i - 1, "::");
    }

    private static String name(Tokens tokens, int i) {
        return Identifiers.bare(tokens.written(i)).toLowerCase(Locale.ROOT);
    }

    private static Optional<String> alone(Tokens tokens, Span left) {
        int last = left.to() - 1;
        boolean path = left.length() == 1 || (left.length() >= 3 && tokens.isSymbol(last - 1, "."));
        return path && isName(tokens, last) ? Optional.of(name(tokens, last)) : Optional.empty();
    }

    /** Whether a database can use an index for it, if its column is bare. */
    boolean canEnterIndex() {
        boolean wild = operator == Comparison.Kind.LIKE
                && literals.stream().anyMatch(text -> text.startsWith("%") || text.startsWith("_"));
        return !negated && !wild && (operator != Comparison.Kind.OTHER || text.endsWith("null"));
    }

    /** The same condition on other columns, none of them bare. */
    PlanCondition about(Set<String> others) {
        return new PlanCondition(text, others, qualifiers, literals, operator, negated, Optional.empty());
    }

    /** Whether both compare the same bare column or, where one has none, share any column. */
    boolean isAboutSame(PlanCondition other) {
        return leftColumn.isPresent() && other.leftColumn.isPresent()
                ? leftColumn.equals(other.leftColumn)
                : sharesColumnWith(other);
    }

    /** Whether both use a common column, or neither uses any, as in {@code count(*)}. */
    boolean sharesColumnWith(PlanCondition other) {
        return (columns.isEmpty() && other.columns.isEmpty())
                || columns.stream().anyMatch(other.columns::contains);
    }
}
