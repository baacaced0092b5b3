package plainsieve.core.hardcoded;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.hardcoded.HardCodedValueFinder.Candidate;
import plainsieve.core.sql.Block;
import plainsieve.core.sql.Clause;
import plainsieve.core.sql.Comparison;
import plainsieve.core.sql.KnownFunctions;
import plainsieve.core.sql.OutputColumn;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.QueryLevel;
import plainsieve.core.sql.SelectList;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.sql.lexer.Tokens;
import plainsieve.core.value.Type;

/**
 * Literals of a SELECT list that could become parameters.
 *
 * <pre>
 * case when delay_min &gt; 15 then 'late' end      the 15, not the name
 * sum(fare * 1.1)                               the 1.1
 * round(x, 2), 1 as one                         nothing
 * </pre>
 *
 * In grouped queries only aggregates are searched: a key must equal its text in GROUP BY.
 */
final class SelectListLiterals {
    private static final Set<String> COMPARES = Set.of("=", "<>", "!=", "<", ">", "<=", ">=");
    private static final Set<String> ARITHMETIC_OPERATORS = Set.of("*", "/", "+", "-");

    private final ParsedQuery query;
    private final Tokens tokens;
    private final KnownFunctions functions;
    private final IntervalLiteral intervals;

    SelectListLiterals(ParsedQuery query, Dialect dialect) {
        this.query = query;
        this.tokens = query.tokens();
        this.functions = new KnownFunctions(query, dialect);
        this.intervals = new IntervalLiteral(tokens, dialect);
    }

    List<Candidate> literals() {
        List<Candidate> found = new ArrayList<>();
        for (QueryLevel level : query.levels()) {
            for (QueryLevel.Operand operand : level.operands()) {
                if (operand instanceof QueryLevel.Operand.Plain plain) {
                    plain.block().clause(Clause.Kind.SELECT).ifPresent(select -> collect(plain.block(), select, found));
                }
            }
        }
        return found;
    }

    private void collect(Block block, Clause select, List<Candidate> found) {
        if (tokens.isWord(select.body().from(), "distinct")) {
            return;
        }
        boolean grouped = block.clause(Clause.Kind.GROUP_BY).isPresent();
        for (OutputColumn column : SelectList.of(query, select).columns()) {
            Span expression = column.expression();
            if (!column.star() && (!grouped || functions.aggregate(expression))) {
                collect(expression, found);
            }
        }
    }

    private void collect(Span expression, List<Candidate> found) {
        for (int i = expression.from(); i < expression.to(); i++) {
            boolean subquery =
                    tokens.isBracket(i, '(') && (tokens.isWord(i + 1, "select") || tokens.isWord(i + 1, "with"));
            if (subquery) {
                i = query.brackets().close(i);
            } else if (tokens.isWord(i, "interval")) {
                intervals.at(i).ifPresent(found::add);
            } else if (isChosen(i, expression)) {
                literal(expression, i).ifPresent(found::add);
            }
        }
    }

    /** Behind a comparison, or a number behind an operator that has something before it. */
    private boolean isChosen(int at, Span expression) {
        boolean number = tokens.is(at, TokenKind.NUMBER);
        boolean typed = tokens.isSymbol(at + 1, "::");
        if (typed || at - 1 <= expression.from() || !tokens.is(at - 1, TokenKind.SYMBOL)) {
            return false;
        }
        String operator = tokens.written(at - 1);
        boolean operand = tokens.is(at - 2, TokenKind.WORD)
                || tokens.is(at - 2, TokenKind.QUOTED_NAME)
                || tokens.is(at - 2, TokenKind.CLOSE);
        return operand
                && (number && ARITHMETIC_OPERATORS.contains(operator)
                        || COMPARES.contains(operator) && (number || tokens.is(at, TokenKind.STRING)));
    }

    private Optional<Candidate> literal(Span expression, int at) {
        boolean column = tokens.is(at - 2, TokenKind.WORD);
        String name = NestedLiterals.name(tokens, column ? new Span(at - 2, at - 1) : expression);
        return Literal.of(tokens, new Span(at, at + 1))
                .filter(literal -> literal.type() != Type.BOOLEAN)
                .map(literal -> new Candidate(
                        HardCodedValue.Kind.SELECTED,
                        Optional.empty(),
                        Comparison.Kind.OTHER,
                        List.of(HardCodedConditions.piece(name, literal.type(), literal))));
    }
}
