package plainsieve.core.sql;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import plainsieve.core.sql.QueryLevel.Operand;

/**
 * Finds the structure of one reading statement: WITH, set operations, blocks, clauses, conditions, at any depth. Every
 * token is looked at a fixed number of times per level of brackets, and levels are left out by jumping from bracket to
 * bracket, so the time is linear in the length of the text.
 */
final class QueryParser {
    private final Tokens tokens;
    private final List<plainsieve.core.value.Place> quotedParameters;
    private final Brackets brackets;
    private final int end;
    private final ConditionParser conditions;

    private final List<Clause> conditionClauses = new ArrayList<>();
    private final List<Clause> limitClauses = new ArrayList<>();
    private final List<ParameterPlace> parameters = new ArrayList<>();
    private int blockCount;
    private Clause.Kind clause = Clause.Kind.SELECT;
    private Optional<Condition.Leaf> leaf = Optional.empty();

    QueryParser(Lexer.Result scanned) {
        this.tokens = scanned.tokens();
        this.quotedParameters = scanned.quotedParameters();
        this.end = StatementGate.endOfStatement(tokens);
        this.brackets = Brackets.match(tokens);
        this.conditions = new ConditionParser(tokens, brackets, this::scanLeaf);
    }

    ParsedQuery parse() {
        QueryLevel top = query(new Span(0, end));
        return new ParsedQuery(tokens, top, blockCount, conditionClauses, limitClauses, parameters, quotedParameters);
    }

    /** A whole query: WITH, then operands joined by set operators, then what holds for all of them. */
    private QueryLevel query(Span span) {
        int at = tokens.isWord(span.from(), "with") ? skipWith(span) : span.from();
        List<Operand> operands = new ArrayList<>();
        List<Clause> tail = new ArrayList<>();
        while (true) {
            int next = endOfOperand(new Span(at, span.to()));
            at = operand(new Span(at, next), operands, tail);
            if (at >= span.to()) {
                return new QueryLevel(span, operands, tail);
            }
            at++;
            while (tokens.isWord(at, "all")
                    || tokens.isWord(at, "distinct")
                    || tokens.isWord(at, "by")
                    || tokens.isWord(at, "name")) {
                at++;
            }
        }
    }

    /** Reads each {@code name as ( query )} and returns the token at which the main query begins. */
    private int skipWith(Span span) {
        int at = span.from() + 1;
        while (at < span.to()) {
            if (tokens.isBracket(at, '(')) {
                boolean definition = !tokens.is(at - 1, TokenKind.QUOTED_NAME)
                        && (tokens.isWord(at - 1, "as") || tokens.isWord(at - 1, "materialized"));
                if (definition) {
                    nestedQuery(at);
                }
                at = brackets.close(at) + 1;
                if (definition && !tokens.is(at, TokenKind.COMMA)) {
                    return skipSearchAndCycle(at, span.to());
                }
            } else {
                at++;
            }
        }
        throw StatementGate.refused(
                tokens,
                span.from(),
                "not-reading",
                "No query follows this “%s”.",
                "Write WITH name AS (SELECT …) SELECT …");
    }

    /** A recursive query may say SEARCH … and CYCLE … behind its definition. */
    private int skipSearchAndCycle(int from, int to) {
        int at = from;
        while (at < to && !beginsOperand(at)) {
            boolean ordinary =
                    tokens.isWord(at, "insert") || tokens.isWord(at, "update") || tokens.isWord(at, "delete");
            if (ordinary
                    || (at == from
                            && !tokens.isWord(at, "search")
                            && !tokens.isWord(at, "cycle")
                            && !tokens.isWord(at, "using"))) {
                throw StatementGate.notReading(tokens, at);
            }
            at++;
        }
        return at;
    }

    private boolean beginsOperand(int at) {
        return Keywords.beginsQuery(tokens, at) || tokens.isBracket(at, '(');
    }

    private void nestedQuery(int open) {
        Clause.Kind outerClause = clause;
        Optional<Condition.Leaf> outerLeaf = leaf;
        leaf = Optional.empty();
        query(new Span(open + 1, brackets.close(open)));
        clause = outerClause;
        leaf = outerLeaf;
    }

    private int endOfOperand(Span span) {
        for (int i = span.from(); i < span.to(); i++) {
            if (tokens.is(i, TokenKind.OPEN)) {
                i = brackets.close(i);
            } else if (Keywords.isSetOperator(tokens, i) && !Keywords.isName(tokens, i)) {
                return i;
            }
        }
        return span.to();
    }

    private int operand(Span span, List<Operand> operands, List<Clause> tail) {
        if (span.isEmpty()) {
            int near = Math.min(span.from(), tokens.size() - 1);
            throw StatementGate.refused(
                    tokens, near, "query-missing", "A query is missing near “%s”.", "Write SELECT …");
        }
        if (tokens.isBracket(span.from(), '(')) {
            int close = brackets.close(span.from());
            operands.add(new Operand.Nested(query(new Span(span.from() + 1, close))));
            new ClauseParser(tokens, brackets, new Span(close + 1, span.to()))
                    .tail()
                    .forEach(found -> tail.add(read(found)));
        } else if (Keywords.beginsQuery(tokens, span.from())) {
            block(span, operands, tail);
        } else {
            throw StatementGate.notReading(tokens, span.from());
        }
        return span.to();
    }

    private void block(Span span, List<Operand> operands, List<Clause> tail) {
        blockCount++;
        List<Clause> clauses = new ArrayList<>();
        for (Clause found : new ClauseParser(tokens, brackets, span).clauses()) {
            Clause read = read(found);
            (ClauseParser.isTail(read.kind()) ? tail : clauses).add(read);
        }
        operands.add(new Operand.Plain(new Block(span, clauses)));
    }

    /** Reads what is inside a clause: its condition, its subqueries, its parameters. */
    private Clause read(Clause found) {
        Clause.Kind outer = clause;
        clause = found.kind();
        Clause read = found;
        switch (found.kind()) {
            case WHERE, HAVING, QUALIFY -> read = readCondition(found);
            case FROM -> readFrom(found.body());
            default -> scan(found.body());
        }
        if (found.kind() == Clause.Kind.LIMIT
                || found.kind() == Clause.Kind.OFFSET
                || found.kind() == Clause.Kind.FETCH) {
            limitClauses.add(read);
        }
        clause = outer;
        return read;
    }

    private Clause readCondition(Clause found) {
        if (found.body().isEmpty()) {
            throw StatementGate.refused(
                    tokens,
                    found.keyword(),
                    "condition-missing",
                    "“%s” has no condition.",
                    "Write one, or remove the word.");
        }
        Condition condition = conditions.parse(found.body());
        Clause read = new Clause(found.kind(), found.keyword(), found.body(), Optional.of(condition));
        conditionClauses.add(read);
        return read;
    }

    private void readFrom(Span body) {
        int at = body.from();
        while (at < body.to()) {
            if (tokens.isWord(at, "on") && !Keywords.isName(tokens, at)) {
                int to = JoinWords.endOfOn(tokens, brackets, new Span(at + 1, body.to()));
                readInner(new Clause(Clause.Kind.ON, at, new Span(at + 1, to)));
                at = to;
            } else {
                at = scanToken(at, true);
            }
        }
    }

    private void readInner(Clause found) {
        Clause.Kind outer = clause;
        clause = found.kind();
        readCondition(found);
        clause = outer;
    }

    private void scanLeaf(Condition.Leaf found) {
        Optional<Condition.Leaf> outer = leaf;
        leaf = Optional.of(found);
        scan(found.span());
        leaf = outer;
    }

    private void scan(Span span) {
        int at = span.from();
        while (at < span.to()) {
            at = scanToken(at, false);
        }
    }

    /** Looks at one token and returns the one to look at next; subqueries and FILTER are read whole. */
    private int scanToken(int at, boolean inFrom) {
        if (tokens.is(at, TokenKind.PARAMETER)) {
            parameters.add(new ParameterPlace(at, tokens.parameterName(at), clause, leaf));
        } else if (tokens.isBracket(at, '(')) {
            int close = brackets.close(at);
            if (Keywords.beginsQuery(tokens, at + 1) || opensNestedQuery(at + 1, close)) {
                nestedQuery(at);
                return close + 1;
            }
            if (tokens.isWord(at + 1, "where") && tokens.isWord(at - 1, "filter")) {
                readInner(new Clause(Clause.Kind.FILTER, at + 1, new Span(at + 2, close)));
                return close + 1;
            }
            if (inFrom) {
                readFrom(new Span(at + 1, close));
                return close + 1;
            }
        }
        return at + 1;
    }

    /** {@code ((select …) union …)}: brackets that open a query only after more brackets. */
    private boolean opensNestedQuery(int at, int close) {
        int inner = at;
        while (tokens.isBracket(inner, '(')) {
            inner++;
        }
        return inner > at
                && Keywords.beginsQuery(tokens, inner)
                && (brackets.close(at) == close - 1 || Keywords.isSetOperator(tokens, brackets.close(at) + 1));
    }
}
