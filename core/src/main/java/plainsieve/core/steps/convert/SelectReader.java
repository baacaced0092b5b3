package plainsieve.core.steps.convert;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.steps.compile.SchemaContext;
import plainsieve.core.steps.model.KnownColumn;
import plainsieve.core.steps.model.StepCondition;
import plainsieve.core.steps.model.StepExpression;

/** Converts one SELECT. Throws with the position of unsupported syntax. */
final class SelectReader {
    private final SqlTokenReader words;
    private final SqlTables tables;
    private final SqlExpressionReader expressions;
    private final SchemaContext schema;

    SelectReader(String sql, Dialect dialect, SchemaContext schema) {
        this.words = new SqlTokenReader(sql, dialect);
        this.tables = new SqlTables(words);
        this.expressions = new SqlExpressionReader(words, tables);
        this.schema = schema;
    }

    SqlTokenReader words() {
        return words;
    }

    SqlTables tables() {
        return tables;
    }

    List<SqlFigures.Figure> figures() {
        return expressions.figures().all();
    }

    SimpleSelect read() {
        words.must("select");
        boolean distinct = words.consumeIf("distinct");
        if (words.isWord("on") || words.isWord("all")) {
            throw words.notHere();
        }
        int select = words.at();
        int from = words.find(select, "from");
        words.goTo(from);
        words.must("from");
        List<SimpleSelect.Join> joins = new FromClause(expressions, tables, schema).read();
        int rest = words.at();
        words.goTo(select);
        List<SimpleSelect.Item> items = items(from);
        words.goTo(rest);
        Optional<StepCondition> where = condition("where");
        refuseFiguresIn(where);
        Optional<SimpleSelect.Grouping> grouping = grouping();
        List<SimpleSelect.Order> order = order(items);
        Optional<String> limit = limit();
        words.goTo(words.is(TokenKind.SEMICOLON) ? words.at() + 1 : words.at());
        if (!words.isAtEnd()) {
            throw words.notHere();
        }
        boolean grouped = grouping.isPresent() || !figures().isEmpty();
        return new SimpleSelect(
                distinct,
                items,
                joins,
                where,
                grouped
                        ? grouping.or(() -> Optional.of(new SimpleSelect.Grouping(List.of(), Optional.empty())))
                        : grouping,
                order,
                limit);
    }

    private void refuseFiguresIn(Optional<StepCondition> where) {
        if (where.isPresent() && StepText.of(where.get()).contains("\uE000")) {
            throw words.unsupported("A total in WHERE is not plain SQL.");
        }
    }

    private List<SimpleSelect.Item> items(int end) {
        List<SimpleSelect.Item> items = new ArrayList<>();
        do {
            if (isStar()) {
                items.addAll(star());
            } else {
                items.add(item(end));
            }
        } while (words.takesComma());
        if (words.at() != end) {
            throw words.notHere();
        }
        boolean untold = items.stream().anyMatch(item -> item.name().isEmpty());
        if (untold && (items.size() > 1 || tables.all().size() > 1)) {
            throw words.unsupported("The columns are unknown here.");
        }
        return untold ? List.of() : items;
    }

    private boolean isStar() {
        return words.isSymbol(0, "*") || words.isSymbol(1, ".") && words.isSymbol(2, "*");
    }

    /** All columns of a table, or of all; a single item without a name if they are unknown. */
    private List<SimpleSelect.Item> star() {
        String alias = words.isSymbol(0, "*") ? "" : words.name();
        words.takesSymbol(".");
        words.takesSymbol("*");
        List<SimpleSelect.Item> items = new ArrayList<>();
        for (SqlTables.Table table : tables.all()) {
            if (alias.isEmpty() || table.alias().equalsIgnoreCase(alias)) {
                List<String> names = table.columns()
                        .map(columns -> columns.stream().map(KnownColumn::name).toList())
                        .orElse(List.of(""));
                for (String name : names) {
                    items.add(new SimpleSelect.Item(
                            name.isEmpty()
                                    ? new StepExpression.NullValue(SqlTables.NOWHERE)
                                    : tables.column(table.alias(), name, -1),
                            name));
                }
            }
        }
        return items;
    }

    private SimpleSelect.Item item(int end) {
        int here = words.at();
        StepExpression value = unsupported(expressions.read());
        if (words.consumeIf("as") || words.at() < end && !words.is(TokenKind.COMMA)) {
            return new SimpleSelect.Item(value, words.name());
        }
        int behind = words.at();
        words.goTo(here);
        String name = words.is(TokenKind.WORD) || words.is(TokenKind.QUOTED_NAME) ? words.name() : "";
        name = words.takesSymbol(".") ? words.name() : name;
        boolean column = words.at() == behind && value instanceof StepExpression.Column && !name.isEmpty();
        if (!column) {
            throw words.unsupported("A computed column needs a name: add “as …”.");
        }
        return new SimpleSelect.Item(value, name);
    }

    private StepExpression unsupported(StepExpression value) {
        if (value instanceof StepExpression.TimeOffset) {
            throw words.unsupported("In steps, a date plus an interval may have another type.");
        }
        return value;
    }

    private Optional<StepCondition> condition(String word) {
        return words.consumeIf(word) ? Optional.of(new SqlConditionReader(expressions).read()) : Optional.empty();
    }

    private Optional<SimpleSelect.Grouping> grouping() {
        if (!words.consumeIf("group", "by")) {
            return condition("having").map(having -> new SimpleSelect.Grouping(List.of(), Optional.of(having)));
        }
        List<StepExpression> keys = new ArrayList<>();
        do {
            if (words.is(TokenKind.NUMBER)) {
                throw words.unsupported("Group by the expression, not by its position.");
            }
            keys.add(unsupported(expressions.read()));
        } while (words.takesComma());
        return Optional.of(new SimpleSelect.Grouping(keys, condition("having")));
    }

    private List<SimpleSelect.Order> order(List<SimpleSelect.Item> items) {
        List<SimpleSelect.Order> order = new ArrayList<>();
        if (words.consumeIf("order", "by")) {
            do {
                order.add(term(items));
            } while (words.takesComma());
        }
        return order;
    }

    private SimpleSelect.Order term(List<SimpleSelect.Item> items) {
        int item = meant(items);
        Optional<StepExpression> value = item < 0 ? Optional.of(unsupported(expressions.read())) : Optional.empty();
        boolean largest = words.consumeIf("desc");
        if (!largest) {
            words.consumeIf("asc");
        }
        boolean last = words.consumeIf("nulls", "last");
        if (words.isWord("nulls") || words.isWord("collate") || words.isWord("using")) {
            throw words.notHere();
        }
        return new SimpleSelect.Order(
                item, value, largest, last || words.dialect().putsEmptyLast(largest));
    }

    /** The item referenced by name or ordinal, which takes precedence over a column of that name. */
    private int meant(List<SimpleSelect.Item> items) {
        int here = words.at();
        if (words.is(TokenKind.NUMBER)) {
            String number = words.consume();
            int item = number.matches("\\d{1,3}") ? Integer.parseInt(number) - 1 : -1;
            if (item < 0 || item >= items.size()) {
                throw words.notHere();
            }
            return item;
        }
        if (words.is(TokenKind.WORD) || words.is(TokenKind.QUOTED_NAME)) {
            String name = words.name();
            boolean alone = words.isAtEnd()
                    || words.is(TokenKind.COMMA)
                    || words.is(TokenKind.WORD)
                    || words.is(TokenKind.SEMICOLON);
            for (int i = 0; alone && i < items.size(); i++) {
                if (items.get(i).name().equalsIgnoreCase(name)) {
                    return i;
                }
            }
        }
        words.goTo(here);
        return -1;
    }

    private Optional<String> limit() {
        if (!words.consumeIf("limit")) {
            return Optional.empty();
        }
        if (!words.is(TokenKind.NUMBER) && !words.is(TokenKind.PARAMETER)) {
            throw words.notHere();
        }
        return Optional.of(words.consume());
    }
}
