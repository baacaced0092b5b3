package plainsieve.core.steps.sql;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.steps.step.KnownColumn;
import plainsieve.core.steps.step.Step;

/** Makes SQL of a query that is called for each row, where what is joined cannot speak of what stands before it. */
final class WithoutLateralSql {
    private static final int MOST_BRANCHES = 50;

    private final Making making;
    private final RowsSql rows;
    private final JoinSql joins;
    private final Step.Beside step;

    WithoutLateralSql(Making making, RowsSql rows, JoinSql joins, Step.Beside step) {
        this.making = making;
        this.rows = rows;
        this.joins = joins;
        this.step = step;
    }

    /** Nothing where it can be asked for each row after all, and not otherwise. */
    Optional<Block> beside(Block ours) {
        boolean never = !making.dialect().forms().takesLateral();
        if (never && isTyped(ours)) {
            return Optional.of(branches(ours));
        }
        CalledOnceSql called = new CalledOnceSql(making, rows, step);
        Optional<Block> totals =
                never ? called.beside(ours).map(found -> joins.taken(ours, found, step)) : Optional.empty();
        Optional<Block> beside = totals.isPresent() ? totals : called.of(ours).map(once -> joined(ours, once));
        if (beside.isEmpty() && never) {
            throw making.wrong(
                    "not-in-this-database",
                    step.rows().at(),
                    "The database of this source cannot ask this query for each row.",
                    "Call it for a table typed by hand of at most %d rows, or name what it is called with in its last steps only."
                            .formatted(MOST_BRANCHES));
        }
        return beside;
    }

    private Block joined(Block ours, CalledOnceSql.Once once) {
        Set<String> aliases = making.taken(ours);
        aliases.addAll(once.theirs().aliases());
        Block around = making.wrapped(once.theirs(), aliases);
        List<Sql> on = new ArrayList<>();
        once.called().forEach(same -> on.add(same(ours, around, same)));
        joins.conditions(ours, JoinSql.mayBeMissing(around, step.kept()), step.match()).stream()
                .map(joins::conjunct)
                .forEach(on::add);
        Block.From only = around.from().get(0);
        Block.Join join = Block.Join.plain(step.kept(), Sql.joined(on, " and ", making.origin()));
        return joins.taken(ours, JoinSql.mayBeMissing(around, step.kept()), step)
                .from(new Block.From(only.item(), only.alias(), Optional.of(join)));
    }

    /** A value with which a query was called is that of our row, also where both have none. */
    private Sql same(Block ours, Block around, Step.Taken same) {
        Reckoned own = ours.out(same.column().name()).orElseThrow().value();
        Reckoned called = around.out(same.as().name()).orElseThrow().value();
        return Sql.form(
                p -> own.mayBeEmpty() ? making.dialect().forms().same(p.get(0), p.get(1)) : p.get(0) + " = " + p.get(1),
                making.origin(),
                called.at(Reckoned.Binding.SUM, making.origin()),
                own.at(Reckoned.Binding.SUM, making.origin()));
    }

    private static boolean isTyped(Block ours) {
        return ours.from().size() == 1
                && ours.isPlain()
                && ours.where().isEmpty()
                && ours.from().get(0).item() instanceof Block.Stack stack
                && stack.blocks().size() <= MOST_BRANCHES
                && stack.blocks().stream().allMatch(one -> one.from().isEmpty());
    }

    /**
     * Where the database cannot ask a query for each row, and the rows are typed by hand, the query is asked once for each of
     * them, with their values in it.
     */
    private Block branches(Block ours) {
        List<Block> typed = ((Block.Stack) ours.from().get(0).item()).blocks();
        List<Block> branches = new ArrayList<>();
        for (Block row : typed) {
            branches.add(branch(row, ours));
        }
        List<KnownColumn> columns = branches.get(0)
                .columns()
                .orElseThrow(() -> joins.unknownColumns(step.rows().at()));
        Set<String> aliases = new LinkedHashSet<>();
        branches.forEach(branch -> aliases.addAll(branch.aliases()));
        return Block.of(Block.Stack.of(branches), making.alias("rows", aliases), Optional.of(columns), making.origin());
    }

    /** A value with what a row has in the place of its columns. */
    private Reckoned ofOneRow(Reckoned value, String alias, Block row) {
        Sql sql = value.sql()
                .replaced(ref -> ref.alias().equals(alias)
                        ? row.out(ref.column()).map(out -> out.value().at(Reckoned.Binding.SINGLE, making.origin()))
                        : Optional.empty());
        return value.written(sql, value.binding());
    }

    private Block branch(Block row, Block ours) {
        String alias = ours.from().get(0).alias();
        Block one = Block.of(Block.Stack.of(List.of(row)), alias, row.columns(), making.origin())
                .outs(ours.outs());
        Block literal = row.outs(ours.outs().stream()
                .map(out -> new Block.Out(out.name(), ofOneRow(out.value(), alias, row)))
                .toList());
        Block other = rows.of(step.rows(), making.taken(one), literal);
        JoinSql.Joined joined = joins.joined(one, other, step.kept());
        Sql always = Sql.of(making.dialect().trueLiteral(), making.origin());
        List<Sql> on = new ArrayList<>(joined.where());
        joins.conditions(one, joined.theirs(), step.match()).stream()
                .map(joins::conjunct)
                .forEach(on::add);
        Sql condition = on.isEmpty() ? always : Sql.joined(on, " and ", making.origin());
        Block.From from =
                new Block.From(joined.item(), joined.alias(), Optional.of(Block.Join.plain(step.kept(), condition)));
        return joins.taken(one, joined.theirs(), step).from(from);
    }
}
