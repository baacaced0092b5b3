package plainsieve.core.sql;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import plainsieve.core.dialect.Syntax;
import plainsieve.core.dialect.Syntax.Feature;
import plainsieve.core.sql.QueryLevel.NamedQuery;
import plainsieve.core.sql.QueryLevel.Operand;
import plainsieve.core.sql.QueryLevel.SetOperator;
import plainsieve.core.sql.lexer.Brackets;
import plainsieve.core.sql.lexer.Keywords;
import plainsieve.core.sql.lexer.Lexer;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.sql.lexer.Tokens;
import plainsieve.core.value.ProblemKind;

/**
 * Finds the structure of one reading statement: WITH, set operations, blocks, clauses, conditions, at any depth. Every
 * token is visited a fixed number of times per level of brackets, and levels are skipped by jumping from bracket to
 * bracket, so the time is linear in the length of the text.
 */
final class QueryParser implements FromReader.Inner {
    private final Tokens tokens;
    private final Syntax syntax;
    private final List<Integer> quotedParameters;
    private final Brackets brackets;
    private final SubqueryDetector starts;
    private final int end;
    private final ConditionParser conditions;

    private final List<Clause> conditionClauses = new ArrayList<>();
    private final List<Clause> limitClauses = new ArrayList<>();
    private final List<QueryLevel> levels = new ArrayList<>();
    private final List<FromItem> fromItems = new ArrayList<>();
    private final List<ParameterPlace> parameters = new ArrayList<>();
    private int blockCount;
    private Clause.Kind clause = Clause.Kind.SELECT;
    private Optional<Condition.Leaf> leaf = Optional.empty();

    QueryParser(Lexer.Result scanned, Syntax syntax) {
        this.tokens = scanned.tokens();
        this.syntax = syntax;
        this.quotedParameters = scanned.quotedParameters();
        this.end = StatementGate.endOfStatement(tokens);
        this.brackets = Brackets.match(tokens);
        this.starts = new SubqueryDetector(tokens, brackets, syntax);
        this.conditions = new ConditionParser(tokens, brackets, starts, syntax, this::scanLeaf);
    }

    ParsedQuery parse() {
        QueryLevel top = query(new Span(0, end));
        if (syntax.has(Feature.SESSION_VARIABLES)) {
            SessionVariables.requireStarts(tokens, levels);
        }
        return new ParsedQuery(
                tokens,
                brackets,
                top,
                levels,
                blockCount,
                conditionClauses,
                limitClauses,
                fromItems,
                tables(),
                parameters,
                quotedParameters);
    }

    /** A whole query: WITH, then operands joined by set operators, then the clauses of the whole. */
    private QueryLevel query(Span span) {
        List<NamedQuery> with = new ArrayList<>(2);
        int at = tokens.isWord(span.from(), "with") ? readWith(span, with) : span.from();
        List<Operand> operands = new ArrayList<>(2);
        List<SetOperator> operators = new ArrayList<>(2);
        List<Clause> tail = new ArrayList<>(2);
        while (true) {
            int next = endOfOperand(new Span(at, span.to()));
            at = operand(new Span(at, next), operands, tail);
            if (at >= span.to()) {
                QueryLevel level = new QueryLevel(span, with, operands, operators, tail);
                levels.add(level);
                return level;
            }
            at = readOperator(at, operators);
        }
    }

    private int readOperator(int word, List<SetOperator> operators) {
        int at = word + 1;
        boolean byName = false;
        while (tokens.isWord(at, "all")
                || tokens.isWord(at, "distinct")
                || tokens.isWord(at, "by")
                || tokens.isWord(at, "name")) {
            byName |= tokens.isWord(at, "name");
            at++;
        }
        SetOperator.Word which = tokens.isWord(word, "union")
                ? SetOperator.Word.UNION
                : tokens.isWord(word, "intersect") ? SetOperator.Word.INTERSECT : SetOperator.Word.EXCEPT;
        operators.add(new SetOperator(which, byName));
        return at;
    }

    /** Reads each {@code name as ( query )} and returns the first token of the main query. */
    private int readWith(Span span, List<NamedQuery> with) {
        boolean recursive = tokens.isWord(span.from() + 1, "recursive");
        int name = span.from() + (recursive ? 2 : 1);
        List<String> columns = new ArrayList<>();
        int at = name + 1;
        while (at < span.to()) {
            if (!tokens.isBracket(at, '(')) {
                at++;
                continue;
            }
            boolean definition = !tokens.is(at - 1, TokenKind.QUOTED_NAME)
                    && (tokens.isWord(at - 1, "as") || tokens.isWord(at - 1, "materialized"));
            int behind = brackets.close(at) + 1;
            if (!definition) {
                columns = names(new Span(at + 1, behind - 1));
            } else {
                with.add(new NamedQuery(tokens.written(name), columns, recursive, nestedQuery(at)));
                columns = new ArrayList<>();
                if (!tokens.is(behind, TokenKind.COMMA)) {
                    return skipSearchAndCycle(behind, span.to());
                }
                name = behind + 1;
            }
            at = behind;
        }
        throw StatementGate.rejection(
                tokens,
                span.from(),
                ProblemKind.STATEMENT_REJECTED,
                "A query must follow “%s”.",
                "Write WITH name AS (SELECT …) SELECT …");
    }

    private List<String> names(Span list) {
        List<String> names = new ArrayList<>();
        for (int i = list.from(); i < list.to(); i++) {
            if (!tokens.is(i, TokenKind.COMMA)) {
                names.add(tokens.written(i));
            }
        }
        return names;
    }

    /** The definition of a recursive query may be followed by SEARCH … and CYCLE …. */
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
        return starts.at(at) || tokens.isBracket(at, '(');
    }

    private QueryLevel nestedQuery(int open) {
        Clause.Kind outerClause = clause;
        Optional<Condition.Leaf> outerLeaf = leaf;
        leaf = Optional.empty();
        QueryLevel nested = query(new Span(open + 1, brackets.close(open)));
        clause = outerClause;
        leaf = outerLeaf;
        return nested;
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
            throw StatementGate.rejection(
                    tokens, near, ProblemKind.SYNTAX_ERROR, "A query is missing near “%s”.", "Write SELECT …");
        }
        if (tokens.isBracket(span.from(), '(')) {
            int close = brackets.close(span.from());
            operands.add(new Operand.Nested(query(new Span(span.from() + 1, close))));
            new ClauseParser(tokens, brackets, syntax, new Span(close + 1, span.to()))
                    .tail()
                    .forEach(found -> tail.add(read(found)));
        } else if (starts.at(span.from())) {
            block(span, operands, tail);
        } else {
            throw StatementGate.notReading(tokens, span.from());
        }
        return span.to();
    }

    private void block(Span span, List<Operand> operands, List<Clause> tail) {
        blockCount++;
        List<Clause> clauses = new ArrayList<>();
        List<FromItem> from = List.of();
        for (Clause found : new ClauseParser(tokens, brackets, syntax, span).clauses()) {
            if (found.kind() == Clause.Kind.FROM) {
                from = readFrom(found);
            }
            Clause read = read(found);
            (ClauseParser.isTail(read.kind()) ? tail : clauses).add(read);
        }
        operands.add(new Operand.Plain(new Block(span, clauses, from)));
    }

    /** Parses the inside of a clause: its condition, its subqueries, its parameters. */
    private Clause read(Clause found) {
        Clause.Kind outer = clause;
        clause = found.kind();
        Clause read = found;
        switch (found.kind()) {
            case WHERE, HAVING, QUALIFY -> read = readCondition(found);
            case FROM -> {}
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
            throw StatementGate.rejection(
                    tokens,
                    found.keyword(),
                    ProblemKind.SYNTAX_ERROR,
                    "“%s” has no condition.",
                    "Add one, or remove the word.");
        }
        Condition condition = conditions.parse(found.body());
        Clause read = new Clause(found.kind(), found.keyword(), found.body(), Optional.of(condition));
        conditionClauses.add(read);
        return read;
    }

    /** Long queries read a table repeatedly; resolving the table of each column visits each pair once. */
    private List<FromItem> tables() {
        Map<String, FromItem> tables = new LinkedHashMap<>();
        for (FromItem item : fromItems) {
            if (item.kind() == FromItem.Kind.TABLE) {
                String name = tokens.text()
                        .substring(
                                tokens.start(item.name().from()),
                                tokens.end(item.name().to() - 1));
                tables.putIfAbsent(name + " " + item.alias(), item);
            }
        }
        return List.copyOf(tables.values());
    }

    private List<FromItem> readFrom(Clause found) {
        Clause.Kind outer = clause;
        clause = Clause.Kind.FROM;
        List<FromItem> items = new FromReader(tokens, brackets, starts, this, found.body()).read();
        clause = outer;
        fromItems.addAll(items);
        return items;
    }

    @Override
    public QueryLevel query(int open) {
        return nestedQuery(open);
    }

    @Override
    public void on(Clause found) {
        readInner(found);
    }

    @Override
    public void rest(Span span) {
        scan(span);
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
            at = scanToken(at);
        }
    }

    /** Visits one token and returns the next; subqueries and FILTER are parsed as a whole. */
    private int scanToken(int at) {
        if (tokens.is(at, TokenKind.PARAMETER)) {
            parameters.add(new ParameterPlace(at, tokens.parameterName(at), clause, leaf));
        } else if (tokens.isBracket(at, '(')) {
            if (starts.opensQuery(at)) {
                nestedQuery(at);
                return brackets.close(at) + 1;
            }
            if (tokens.isWord(at + 1, "where") && tokens.isWord(at - 1, "filter") && tokens.isBracket(at - 2, ')')) {
                readInner(new Clause(Clause.Kind.FILTER, at + 1, new Span(at + 2, brackets.close(at))));
                return brackets.close(at) + 1;
            }
        }
        return at + 1;
    }
}
