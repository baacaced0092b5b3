package plainsieve.core.steps.sql;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.steps.read.StepLines;
import plainsieve.core.steps.step.Expression;
import plainsieve.core.steps.step.KnownColumn;
import plainsieve.core.steps.step.Rows;
import plainsieve.core.value.Nearest;
import plainsieve.core.value.Type;

/** Makes blocks of what rows come from. */
final class RowsSql {
    private final Making making;
    private final Queries queries;

    RowsSql(Making making, Queries queries) {
        this.making = making;
        this.queries = queries;
    }

    /** @param taken aliases that are in use around it */
    Block of(Rows rows, Set<String> taken) {
        return of(rows, taken, nothing());
    }

    /** @param ours rows of which arguments can speak */
    Block of(Rows rows, Set<String> taken, Block ours) {
        Origin origin = making.origin(rows.at());
        if (rows instanceof Rows.Table table) {
            Optional<List<KnownColumn>> columns = columns(table);
            String schema = table.schema().isEmpty() ? "" : name(table.schema()) + ".";
            List<Set<String>> keys = making.around().keys(table.schema(), table.name());
            Block.Written written = new Block.Written(schema + name(asKept(table.name())), columns, keys, origin);
            return Block.of(written, making.alias(table.name(), taken), columns, origin);
        }
        if (rows instanceof Rows.Query query) {
            return queries.block(query, making, taken, ours);
        }
        if (rows instanceof Rows.Typed typed) {
            return typed(typed, taken);
        }
        if (rows instanceof Rows.Called called) {
            return called(called, taken, ours);
        }
        return series((Rows.Series) rows, taken);
    }

    /** Every word of the SQL of a query that is called, in lower case; none where aliases are chosen here. */
    Set<String> words(Rows rows) {
        return rows instanceof Rows.Query query && !query.arguments().isEmpty()
                ? making.around()
                        .query(query.id())
                        .filter(text -> !StepLines.isSteps(text))
                        .map(text -> CalledQuery.words(text, making))
                        .orElse(Set.of())
                : Set.of();
    }

    private String name(String name) {
        return WrittenNames.of(name, making.dialect());
    }

    /** A table's name as the source keeps it, where it is written in other letters and only one can be meant. */
    private String asKept(String name) {
        List<String> alike =
                making.around().tables().stream().filter(name::equalsIgnoreCase).toList();
        return alike.size() == 1 ? alike.get(0) : name;
    }

    private Optional<List<KnownColumn>> columns(Rows.Table table) {
        Optional<List<KnownColumn>> columns = making.around().columns(table.schema(), table.name());
        boolean known = columns.isPresent()
                || making.around().tables().isEmpty()
                || making.around().tables().stream().anyMatch(table.name()::equalsIgnoreCase);
        if (!known) {
            throw making.wrong(
                    "unknown-table",
                    table.at(),
                    "There is no table “%s”.".formatted(table.inWords()),
                    Nearest.to(table.name(), making.around().tables())
                            .map("Did you mean “%s”?"::formatted)
                            .orElse("Take one of the source's tables."));
        }
        return columns;
    }

    /** One SELECT a row, so that every database takes it, with parameters too. */
    private Block typed(Rows.Typed typed, Set<String> taken) {
        Origin origin = making.origin(typed.at());
        ExpressionSql expressions = new ExpressionSql(making, nothing());
        List<Block> rows = new ArrayList<>();
        for (List<Expression> row : typed.rows()) {
            List<Block.Out> outs = new ArrayList<>();
            for (int i = 0; i < row.size(); i++) {
                outs.add(new Block.Out(typed.columns().get(i), expressions.of(row.get(i))));
            }
            rows.add(nothing().outs(outs));
        }
        List<KnownColumn> columns = new ArrayList<>();
        for (int i = 0; i < typed.columns().size(); i++) {
            int at = i;
            Optional<Type> type = rows.stream()
                    .flatMap(row -> row.outs().get(at).value().type().stream())
                    .findFirst();
            boolean mayBeEmpty =
                    rows.stream().anyMatch(row -> row.outs().get(at).value().mayBeEmpty());
            columns.add(new KnownColumn(typed.columns().get(i), type, mayBeEmpty));
        }
        return Block.of(Block.Stack.of(rows), making.alias("typed", taken), Optional.of(columns), origin);
    }

    private Block called(Rows.Called called, Set<String> taken, Block ours) {
        if (!making.dialect().forms().takesFunctionsForRows()) {
            throw making.wrong(
                    "not-in-this-database",
                    called.at(),
                    "The database of this source has no functions that give rows.",
                    "Take the rows of a table, or of a query called with a parameter.");
        }
        Origin origin = making.origin(called.at());
        ExpressionSql expressions = new ExpressionSql(making, ours);
        List<Sql> arguments = called.arguments().stream()
                .map(argument -> expressions.of(argument).sql())
                .toList();
        String schema = called.schema().isEmpty() ? "" : name(called.schema()) + ".";
        Sql call = Sql.of(schema + name(called.name()) + "(", origin)
                .plus(Sql.joined(arguments, ", ", origin))
                .and(")", origin);
        return Block.of(new Block.Called(call), making.alias(called.name(), taken), Optional.empty(), origin);
    }

    /** A row from nowhere. */
    static Block row(List<Block.Out> outs) {
        return nothing().outs(outs);
    }

    private static Block nothing() {
        return new Block(List.of(), List.of(), Optional.empty(), List.of(), false, false, List.of(), Optional.empty());
    }

    private Block series(Rows.Series series, Set<String> taken) {
        Origin origin = making.origin(series.at());
        ExpressionSql expressions = new ExpressionSql(making, nothing());
        Reckoned from = expressions.of(series.from());
        Reckoned to = expressions.of(series.to());
        Sql query = Sql.form(
                p -> series.days()
                        ? making.dialect().forms().dayRows(p.get(0), p.get(1))
                        : making.dialect().forms().numbers(p.get(0), p.get(1)),
                origin,
                from.at(Reckoned.Binding.SINGLE, origin),
                to.at(Reckoned.Binding.SINGLE, origin));
        Type type = series.days() ? Type.DATE : Type.INTEGER;
        KnownColumn n = new KnownColumn("n", Optional.of(type), false);
        String alias = making.alias("numbers", taken);
        Block block = Block.of(new Block.Asked(query), alias, Optional.of(List.of(n)), origin);
        return block.outs(
                List.of(new Block.Out(series.column(), block.outs().get(0).value())));
    }
}
