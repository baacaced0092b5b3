package plainsieve.core.steps.compile;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.steps.compile.block.EvaluationLevel;
import plainsieve.core.steps.compile.block.SelectBlock;
import plainsieve.core.steps.compile.block.SqlExpression;
import plainsieve.core.steps.compile.block.SqlExpression.Binding;
import plainsieve.core.steps.compile.block.SqlFragment;
import plainsieve.core.steps.model.RowSource;
import plainsieve.core.steps.model.Step;
import plainsieve.core.steps.model.StepMentions;

/**
 * Runs a parameterized query once for all rows where the database has no lateral joins.
 *
 * <pre>
 * from (select distinct island from ports) r join crossings c on true where c.island = r.island group by r.island, c.state
 * </pre>
 *
 * A grand total returns a row even without matches, and is computed beside each row instead.
 */
final class BatchedCallSql {
    private final CompileContext context;
    private final RowsSql rows;
    private final Step.Join step;

    BatchedCallSql(CompileContext context, RowsSql rows, Step.Join step) {
        this.context = context;
        this.rows = rows;
        this.step = step;
    }

    /**
     * The joined rows.
     *
     * @param theirs its output columns; first the arguments
     * @param called the argument columns with their names on both sides
     */
    record BatchedRows(SelectBlock theirs, List<Step.ColumnAlias> called) {}

    /** The columns of our rows that the query is called with. */
    private List<String> columns() {
        Set<String> names = new LinkedHashSet<>();
        ((RowSource.Query) step.rows())
                .arguments()
                .forEach(argument -> names.addAll(StepMentions.columns(argument.value())));
        return List.copyOf(names);
    }

    /** Nothing where it cannot be distinguished within the query. */
    Optional<BatchedRows> of(SelectBlock ours) {
        if (!(step.rows() instanceof RowSource.Query) || ours.open()) {
            return Optional.empty();
        }
        SelectBlock keys = keys(ours);
        Set<String> taken = context.usedAliases(ours);
        taken.addAll(keys.aliases());
        SelectBlock query = rows.of(step.rows(), taken, keys);
        boolean deeper = query.hasWindow()
                || query.open()
                || query.limit().filter(limit -> names(limit, keys)).isPresent()
                || query.from().stream().anyMatch(from -> speaksOf(from.item(), keys));
        boolean ofEverything =
                query.grouping().filter(grouping -> grouping.keys().isEmpty()).isPresent();
        return deeper || ofEverything ? Optional.empty() : Optional.of(once(query, keys));
    }

    /** All the values with which it is called, each once. */
    private SelectBlock keys(SelectBlock ours) {
        List<SelectBlock.Out> outs =
                columns().stream().flatMap(name -> ours.output(name).stream()).toList();
        return context.wrapped(ours.outs(outs).ordered(List.of()).asDistinct());
    }

    private static boolean names(SqlFragment sql, SelectBlock keys) {
        boolean[] named = new boolean[1];
        sql.refs(ref -> named[0] |= ref.alias().equals(keys.from().get(0).alias()));
        return named[0];
    }

    private boolean speaksOf(SelectBlock.Item item, SelectBlock keys) {
        return JoinSql.speaksOf(SelectBlock.of(item, "", Optional.empty(), context.origin()), keys);
    }

    private BatchedRows once(SelectBlock query, SelectBlock keys) {
        List<Step.ColumnAlias> called = new ArrayList<>();
        List<SelectBlock.Out> outs = new ArrayList<>();
        for (SelectBlock.Out key : keys.outs()) {
            String name = "each_" + key.name();
            while (query.output(name).isPresent()) {
                name = name + "_";
            }
            outs.add(new SelectBlock.Out(
                    name, key.value().on(query.grouping().isPresent() ? EvaluationLevel.KEY : EvaluationLevel.ROW)));
            called.add(new Step.ColumnAlias(name(key.name()), name(name)));
        }
        outs.addAll(query.outs());
        List<SelectBlock.FromItem> from = new ArrayList<>(keys.from());
        SqlFragment always = SqlFragment.of(context.dialect().trueLiteral(), context.origin());
        query.from()
                .forEach(one -> from.add(
                        one.join().isPresent()
                                ? one
                                : new SelectBlock.FromItem(
                                        one.item(), one.alias(), Optional.of(SelectBlock.Join.plain(false, always)))));
        SelectBlock all = new SelectBlock(
                from,
                query.where(),
                query.grouping().map(grouping -> with(grouping, keys)),
                outs,
                false,
                query.distinct(),
                query.order(),
                query.limit());
        List<Step.Name> each = called.stream().map(Step.ColumnAlias::as).toList();
        return new BatchedRows(
                all.limit().isPresent() ? new OrderSql(context).limitOfEach(all, each) : all.ordered(List.of()),
                called);
    }

    private static SelectBlock.Grouping with(SelectBlock.Grouping grouping, SelectBlock keys) {
        List<SqlFragment> all = new ArrayList<>();
        keys.outs().forEach(key -> all.add(key.value().sql()));
        all.addAll(grouping.keys());
        return new SelectBlock.Grouping(all, grouping.having(), grouping.rolledUp());
    }

    private Step.Name name(String name) {
        return new Step.Name(name, step.rows().at());
    }

    /** Grand totals, each computed beside a row; empty if the query is not one, or calls another. */
    Optional<SelectBlock> crossJoined(SelectBlock ours) {
        SelectBlock query = rows.of(step.rows(), context.usedAliases(ours), ours);
        boolean fits =
                query.grouping().filter(grouping -> grouping.keys().isEmpty()).isPresent()
                        && !query.hasWindow()
                        && query.limit().isEmpty()
                        && query.from().stream().noneMatch(from -> speaksOf(from.item(), ours));
        return fits ? Optional.of(totals(ours, query)) : Optional.empty();
    }

    private SelectBlock totals(SelectBlock ours, SelectBlock query) {
        List<SelectBlock.Out> outs = new ArrayList<>();
        for (SelectBlock.Out out : query.outs()) {
            SelectBlock alone = query.outs(List.of(out)).ordered(List.of());
            SqlFragment asked = SqlFragment.of(new SqlFragment.Within(alone)).bracketed(context.origin());
            SqlExpression value = out.value();
            outs.add(new SelectBlock.Out(
                    out.name(),
                    new SqlExpression(
                            asked, value.type(), EvaluationLevel.WINDOW, value.mayBeEmpty(), Binding.SINGLE, true)));
        }
        return ours.onlyFrom().outs(outs);
    }
}
