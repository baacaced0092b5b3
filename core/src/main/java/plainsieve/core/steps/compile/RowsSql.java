package plainsieve.core.steps.compile;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.dialect.SqlFeature;
import plainsieve.core.steps.compile.block.IdentifierQuoting;
import plainsieve.core.steps.compile.block.SelectBlock;
import plainsieve.core.steps.compile.block.SqlExpression;
import plainsieve.core.steps.compile.block.SqlFragment;
import plainsieve.core.steps.compile.block.StepOrigin;
import plainsieve.core.steps.model.KnownColumn;
import plainsieve.core.steps.model.RowSource;
import plainsieve.core.steps.model.StepExpression;
import plainsieve.core.steps.parse.StepLines;
import plainsieve.core.value.NearestName;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.Type;

/** Compiles row sources to blocks. */
final class RowsSql {
    private final CompileContext context;
    private final QueryResolver queryResolver;

    RowsSql(CompileContext context, QueryResolver queryResolver) {
        this.context = context;
        this.queryResolver = queryResolver;
    }

    /** @param taken aliases used around it */
    SelectBlock of(RowSource rowSource, Set<String> taken) {
        return of(rowSource, taken, nothing());
    }

    /** @param ours rows of which arguments can speak */
    SelectBlock of(RowSource rowSource, Set<String> taken, SelectBlock ours) {
        StepOrigin origin = context.origin(rowSource.at());
        if (rowSource instanceof RowSource.Table table) {
            Optional<List<KnownColumn>> columns = columns(table);
            String schema = table.schema().isEmpty() ? "" : name(table.schema()) + ".";
            List<Set<String>> keys = context.around().keys(table.schema(), table.name());
            SelectBlock.TableItem written =
                    new SelectBlock.TableItem(schema + name(asKept(table.name())), columns, keys, origin);
            return SelectBlock.of(written, context.alias(table.name(), taken), columns, origin);
        }
        if (rowSource instanceof RowSource.Query query) {
            return queryResolver.block(query, context, taken, ours);
        }
        if (rowSource instanceof RowSource.TypedTable typed) {
            return typed(typed, taken);
        }
        if (rowSource instanceof RowSource.FunctionCall called) {
            return called(called, taken, ours);
        }
        return series((RowSource.Series) rowSource, taken);
    }

    /** Every word of the SQL of a called query, in lower case; empty if its aliases are generated. */
    Set<String> words(RowSource rowSource) {
        return rowSource instanceof RowSource.Query query && !query.arguments().isEmpty()
                ? context.around()
                        .query(query.name())
                        .filter(text -> !StepLines.isSteps(text))
                        .map(text -> ParameterizedQuery.words(text, context))
                        .orElse(Set.of())
                : Set.of();
    }

    private String name(String name) {
        return IdentifierQuoting.of(name, context.dialect());
    }

    /** A table's name in the case of the source, if it is unambiguous. */
    private String asKept(String name) {
        List<String> alike = context.around().tables().stream()
                .filter(name::equalsIgnoreCase)
                .toList();
        return alike.size() == 1 ? alike.get(0) : name;
    }

    private Optional<List<KnownColumn>> columns(RowSource.Table table) {
        Optional<List<KnownColumn>> columns = context.around().columns(table.schema(), table.name());
        boolean known = columns.isPresent()
                || context.around().tables().isEmpty()
                || context.around().tables().stream().anyMatch(table.name()::equalsIgnoreCase);
        if (!known) {
            throw context.wrong(
                    ProblemKind.UNKNOWN_TABLE,
                    table.at(),
                    "Unknown table “%s”.".formatted(table.inWords()),
                    NearestName.of(table.name(), context.around().tables())
                            .map("Did you mean “%s”?"::formatted)
                            .orElse("Use one of the source's tables."));
        }
        return columns;
    }

    /** One SELECT per row, so that every database accepts it, with parameters too. */
    private SelectBlock typed(RowSource.TypedTable typed, Set<String> taken) {
        StepOrigin origin = context.origin(typed.at());
        ExpressionSql expressions = new ExpressionSql(context, nothing());
        List<SelectBlock> rows = new ArrayList<>();
        for (List<StepExpression> row : typed.rows()) {
            List<SelectBlock.Out> outs = new ArrayList<>();
            for (int i = 0; i < row.size(); i++) {
                outs.add(new SelectBlock.Out(typed.columns().get(i), expressions.of(row.get(i))));
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
        return SelectBlock.of(SelectBlock.Union.of(rows), context.alias("typed", taken), Optional.of(columns), origin);
    }

    private SelectBlock called(RowSource.FunctionCall called, Set<String> taken, SelectBlock ours) {
        if (!context.dialect().has(SqlFeature.TABLE_FUNCTIONS)) {
            throw context.wrong(
                    ProblemKind.NOT_SUPPORTED,
                    called.at(),
                    "This database has no table functions.",
                    "Take the rows of a table, or of a query called with a parameter.");
        }
        StepOrigin origin = context.origin(called.at());
        ExpressionSql expressions = new ExpressionSql(context, ours);
        List<SqlFragment> arguments = called.arguments().stream()
                .map(argument -> expressions.of(argument).sql())
                .toList();
        String schema = called.schema().isEmpty() ? "" : name(called.schema()) + ".";
        SqlFragment call = SqlFragment.of(schema + name(called.name()) + "(", origin)
                .plus(SqlFragment.joined(arguments, ", ", origin))
                .and(")", origin);
        return SelectBlock.of(
                new SelectBlock.FunctionItem(call), context.alias(called.name(), taken), Optional.empty(), origin);
    }

    /** A row from nowhere. */
    static SelectBlock row(List<SelectBlock.Out> outs) {
        return nothing().outs(outs);
    }

    private static SelectBlock nothing() {
        return new SelectBlock(
                List.of(), List.of(), Optional.empty(), List.of(), false, false, List.of(), Optional.empty());
    }

    private SelectBlock series(RowSource.Series series, Set<String> taken) {
        StepOrigin origin = context.origin(series.at());
        ExpressionSql expressions = new ExpressionSql(context, nothing());
        SqlExpression from = expressions.of(series.from());
        SqlExpression to = expressions.of(series.to());
        SqlFragment query = SqlFragment.form(
                p -> series.days()
                        ? context.dialect().forms().dayRows(p.get(0), p.get(1))
                        : context.dialect().forms().numbers(p.get(0), p.get(1)),
                origin,
                from.at(SqlExpression.Binding.SINGLE, origin),
                to.at(SqlExpression.Binding.SINGLE, origin));
        Type type = series.days() ? Type.DATE : Type.INTEGER;
        KnownColumn n = new KnownColumn("n", Optional.of(type), false);
        String alias = context.alias("numbers", taken);
        SelectBlock block = SelectBlock.of(new SelectBlock.SubqueryItem(query), alias, Optional.of(List.of(n)), origin);
        return block.outs(
                List.of(new SelectBlock.Out(series.column(), block.outs().get(0).value())));
    }
}
