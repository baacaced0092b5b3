package plainsieve.core.steps.compile;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.dialect.SqlFeature;
import plainsieve.core.steps.compile.block.SelectBlock;
import plainsieve.core.steps.compile.block.SqlExpression;
import plainsieve.core.steps.compile.block.SqlFragment;
import plainsieve.core.steps.model.KnownColumn;
import plainsieve.core.steps.model.Step;
import plainsieve.core.value.ProblemKind;

/** Compiles parameterized queries per row for databases without LATERAL. */
final class LateralFallbackSql {
    private static final int MOST_BRANCHES = 50;

    private final CompileContext context;
    private final RowsSql rows;
    private final JoinSql joins;
    private final Step.Join step;

    LateralFallbackSql(CompileContext context, RowsSql rows, JoinSql joins, Step.Join step) {
        this.context = context;
        this.rows = rows;
        this.joins = joins;
        this.step = step;
    }

    /** Empty if only LATERAL can evaluate it. */
    Optional<SelectBlock> crossJoined(SelectBlock ours) {
        boolean never = !context.dialect().has(SqlFeature.LATERAL);
        if (never && isTyped(ours)) {
            return Optional.of(branches(ours));
        }
        BatchedCallSql called = new BatchedCallSql(context, rows, step);
        Optional<SelectBlock> totals =
                never ? called.crossJoined(ours).map(found -> joins.withColumns(ours, found, step)) : Optional.empty();
        Optional<SelectBlock> beside =
                totals.isPresent() ? totals : called.of(ours).map(once -> joined(ours, once));
        if (beside.isEmpty() && never) {
            throw context.wrong(
                    ProblemKind.NOT_SUPPORTED,
                    step.rows().at(),
                    "This database cannot run this query for each row.",
                    "Call it for a table typed by hand of at most %d rows, or name what it is called with in its last steps only."
                            .formatted(MOST_BRANCHES));
        }
        return beside;
    }

    private SelectBlock joined(SelectBlock ours, BatchedCallSql.BatchedRows once) {
        Set<String> aliases = context.usedAliases(ours);
        aliases.addAll(once.theirs().aliases());
        SelectBlock around = context.wrapped(once.theirs(), aliases);
        List<SqlFragment> on = new ArrayList<>();
        once.called().forEach(same -> on.add(sameColumn(ours, around, same)));
        joins.conditions(ours, JoinSql.mayBeMissing(around, step.kept()), step.match()).stream()
                .map(joins::conjunct)
                .forEach(on::add);
        SelectBlock.FromItem only = around.from().get(0);
        SelectBlock.Join join = SelectBlock.Join.plain(step.kept(), SqlFragment.joined(on, " and ", context.origin()));
        return joins.withColumns(ours, JoinSql.mayBeMissing(around, step.kept()), step)
                .from(new SelectBlock.FromItem(only.item(), only.alias(), Optional.of(join)));
    }

    /** A value with which a query was called is that of our row, also where both have none. */
    private SqlFragment sameColumn(SelectBlock ours, SelectBlock around, Step.ColumnAlias same) {
        SqlExpression own = ours.output(same.column().name()).orElseThrow().value();
        SqlExpression called = around.output(same.as().name()).orElseThrow().value();
        return SqlFragment.form(
                p -> own.mayBeEmpty()
                        ? context.dialect().forms().isSame(p.get(0), p.get(1))
                        : p.get(0) + " = " + p.get(1),
                context.origin(),
                called.at(SqlExpression.Binding.SUM, context.origin()),
                own.at(SqlExpression.Binding.SUM, context.origin()));
    }

    private static boolean isTyped(SelectBlock ours) {
        return ours.from().size() == 1
                && ours.isPlain()
                && ours.where().isEmpty()
                && ours.from().get(0).item() instanceof SelectBlock.Union union
                && union.blocks().size() <= MOST_BRANCHES
                && union.blocks().stream().allMatch(one -> one.from().isEmpty());
    }

    /**
     * Without lateral joins, and with rows typed by hand, the query is called once per
     * row, with literal arguments.
     */
    private SelectBlock branches(SelectBlock ours) {
        List<SelectBlock> typed = ((SelectBlock.Union) ours.from().get(0).item()).blocks();
        List<SelectBlock> branches = new ArrayList<>();
        for (SelectBlock row : typed) {
            branches.add(branch(row, ours));
        }
        List<KnownColumn> columns = branches.get(0)
                .columns()
                .orElseThrow(() -> joins.unknownColumns(step.rows().at()));
        Set<String> aliases = new LinkedHashSet<>();
        branches.forEach(branch -> aliases.addAll(branch.aliases()));
        return SelectBlock.of(
                SelectBlock.Union.of(branches), context.alias("rows", aliases), Optional.of(columns), context.origin());
    }

    /** A value with columns replaced by those of one row. */
    private SqlExpression ofOneRow(SqlExpression value, String alias, SelectBlock row) {
        SqlFragment sql = value.sql()
                .replaced(ref -> ref.alias().equals(alias)
                        ? row.output(ref.column())
                                .map(out -> out.value().at(SqlExpression.Binding.SINGLE, context.origin()))
                        : Optional.empty());
        return value.written(sql, value.binding());
    }

    private SelectBlock branch(SelectBlock row, SelectBlock ours) {
        String alias = ours.from().get(0).alias();
        SelectBlock one = SelectBlock.of(SelectBlock.Union.of(List.of(row)), alias, row.columns(), context.origin())
                .outs(ours.outs());
        SelectBlock literal = row.outs(ours.outs().stream()
                .map(out -> new SelectBlock.Out(out.name(), ofOneRow(out.value(), alias, row)))
                .toList());
        SelectBlock other = rows.of(step.rows(), context.usedAliases(one), literal);
        JoinSql.JoinedRows joined = joins.joined(one, other, step.kept());
        SqlFragment always = SqlFragment.of(context.dialect().trueLiteral(), context.origin());
        List<SqlFragment> on = new ArrayList<>(joined.where());
        joins.conditions(one, joined.theirs(), step.match()).stream()
                .map(joins::conjunct)
                .forEach(on::add);
        SqlFragment condition = on.isEmpty() ? always : SqlFragment.joined(on, " and ", context.origin());
        SelectBlock.FromItem from = new SelectBlock.FromItem(
                joined.item(), joined.alias(), Optional.of(SelectBlock.Join.plain(step.kept(), condition)));
        return joins.withColumns(one, joined.theirs(), step).from(from);
    }
}
