package plainsieve.core.steps.convert;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.steps.compile.SchemaContext;
import plainsieve.core.steps.model.ComparisonOperator;
import plainsieve.core.steps.model.StepCondition;
import plainsieve.core.steps.model.StepExpression;

/** Reads the tables of a query and how they are joined. */
final class FromClause {
    private static final List<String> BEHIND_TABLES = List.of(
            "join",
            "inner",
            "left",
            "right",
            "full",
            "cross",
            "natural",
            "straight_join",
            "lateral",
            "on",
            "using",
            "where",
            "group",
            "having",
            "order",
            "limit",
            "offset",
            "fetch",
            "union",
            "intersect",
            "except",
            "window",
            "for",
            "tablesample",
            "use",
            "force",
            "ignore",
            "partition",
            "asof",
            "positional",
            "semi",
            "anti",
            "qualify");

    private final SqlTokenReader words;
    private final SqlTables tables;
    private final SqlExpressionReader expressions;
    private final SchemaContext schema;

    FromClause(SqlExpressionReader expressions, SqlTables tables, SchemaContext schema) {
        this.words = expressions.words();
        this.tables = tables;
        this.expressions = expressions;
        this.schema = schema;
    }

    List<SimpleSelect.Join> read() {
        table();
        List<SimpleSelect.Join> joins = new ArrayList<>();
        while (true) {
            boolean kept = words.consumeIf("left", "outer", "join") || words.consumeIf("left", "join");
            if (!kept && !words.consumeIf("inner", "join") && !words.consumeIf("join")) {
                return joins;
            }
            table();
            joins.add(match(kept));
        }
    }

    private void table() {
        if (words.opens(0) || words.opens(1)) {
            throw words.unsupported("Steps reference queries by name.");
        }
        String name = words.name();
        String schema = "";
        if (words.takesSymbol(".")) {
            schema = name;
            name = words.name();
        }
        if (words.isSymbol(0, ".")) {
            throw words.notHere();
        }
        String alias = name;
        if (words.consumeIf("as")
                || words.is(TokenKind.QUOTED_NAME)
                || words.is(TokenKind.WORD) && !words.isWord(0, BEHIND_TABLES)) {
            alias = words.name();
        }
        tables.add(new SqlTables.Table(schema, name, alias, this.schema.columns(schema, name)));
    }

    private SimpleSelect.Join match(boolean kept) {
        if (words.consumeIf("using")) {
            List<String> same = new ArrayList<>();
            words.mustBracket('(');
            do {
                same.add(words.name());
            } while (words.takesComma());
            words.mustBracket(')');
            tables.share(same);
            return new SimpleSelect.Join(kept, same, Optional.empty());
        }
        words.must("on");
        expressions.joining(tables.all().size() - 1);
        StepCondition on = new SqlConditionReader(expressions).read();
        expressions.joining(-1);
        List<String> same = usingColumns(on);
        return new SimpleSelect.Join(kept, same, same.isEmpty() ? Optional.of(on) : Optional.empty());
    }

    /** The columns of a natural join condition, if it is one. */
    private static List<String> usingColumns(StepCondition on) {
        List<StepCondition> each = on instanceof StepCondition.And and ? and.all() : List.of(on);
        List<String> names = new ArrayList<>();
        for (StepCondition one : each) {
            Optional<String> name =
                    one instanceof StepCondition.Comparison test && test.verb() == ComparisonOperator.EQUAL
                            ? usingColumns(test)
                            : Optional.empty();
            if (name.isEmpty()) {
                return List.of();
            }
            names.add(name.get());
        }
        return names;
    }

    private static Optional<String> usingColumns(StepCondition.Comparison test) {
        boolean columns = test.left() instanceof StepExpression.Column left
                && test.others().get(0) instanceof StepExpression.Column right
                && left.name().equals(right.name())
                && left.theirs() != right.theirs();
        return columns ? Optional.of(((StepExpression.Column) test.left()).name()) : Optional.empty();
    }
}
