package plainsieve.core.steps.sql;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.steps.step.At;
import plainsieve.core.steps.step.Condition;
import plainsieve.core.steps.step.Expression;
import plainsieve.core.steps.step.KnownColumn;
import plainsieve.core.steps.step.Step;
import plainsieve.core.steps.step.Verb;

/** Makes SQL of rows that are put beside each other. */
final class JoinSql {
    private final Making making;
    private final RowsSql rows;

    JoinSql(Making making, RowsSql rows) {
        this.making = making;
        this.rows = rows;
    }

    Block beside(Block block, Step.Beside step) {
        Block ours = block.isPlain() ? block : making.wrapped(block);
        Block other = rows.of(step.rows(), making.taken(ours));
        Joined joined = joined(ours, other, step.kept());
        List<Reckoned> on = conditions(ours, joined.theirs(), step.match());
        List<Sql> all = new ArrayList<>(joined.where());
        on.stream().map(this::conjunct).forEach(all::add);
        Sql condition = Sql.joined(all, " and ", making.origin());
        Block.From from = new Block.From(
                joined.item(), joined.alias(), Optional.of(new Block.Join(step.kept(), condition)));
        return taken(ours, joined.theirs(), step).from(from);
    }

    private Sql conjunct(Reckoned condition) {
        return condition.at(Reckoned.Binding.NOT, making.origin());
    }

    /** @param theirs the columns of what is joined, as they are called around it */
    private record Joined(Block.Item item, String alias, Block theirs, List<Sql> where) {}

    /**
     * A block that only filters one table is joined as that table, with its conditions beside the match: they are asked of the
     * same rows. Where rows without a partner stay, only plain columns may be taken so: anything reckoned would be reckoned
     * of the missing ones, too.
     */
    private Joined joined(Block ours, Block other, boolean kept) {
        boolean plainColumns = other.outs().stream()
                .allMatch(out -> out.value().sql().pieces().size() == 1
                        && out.value().sql().pieces().get(0) instanceof Sql.Ref);
        boolean one = other.from().size() == 1
                && !(other.from().get(0).item() instanceof Block.Nested)
                && other.isPlain()
                && (!kept || plainColumns);
        if (one) {
            Block.From only = other.from().get(0);
            return new Joined(only.item(), only.alias(), mayBeMissing(other, kept), other.where());
        }
        Set<String> taken = making.taken(ours);
        taken.addAll(other.aliases());
        Block inner = other.limit().isPresent() ? other : other.ordered(List.of());
        Block around = making.wrapped(inner, taken);
        Block.From only = around.from().get(0);
        return new Joined(only.item(), only.alias(), mayBeMissing(around, kept), List.of());
    }

    private static Block mayBeMissing(Block theirs, boolean kept) {
        if (!kept) {
            return theirs;
        }
        return theirs.outs(theirs.outs().stream()
                .map(out -> new Block.Out(
                        out.name(),
                        new Reckoned(
                                out.value().sql(),
                                out.value().type(),
                                out.value().level(),
                                true,
                                out.value().binding(),
                                out.value().chosen())))
                .toList());
    }

    private List<Reckoned> conditions(Block ours, Block theirs, Step.Match match) {
        ExpressionSql expressions = new ExpressionSql(making, ours, Optional.of(theirs));
        return new ConditionSql(expressions).each(condition(match));
    }

    private static Condition condition(Step.Match match) {
        if (match instanceof Step.Matching matching) {
            return matching.condition();
        }
        List<Condition> all = new ArrayList<>();
        for (Step.Name name : ((Step.SameColumns) match).columns()) {
            At at = name.at();
            Expression theirs = new Expression.Column(name.name(), true, at);
            Expression own = new Expression.Column(name.name(), false, at);
            all.add(new Condition.Test(theirs, Verb.IS, List.of(own), at));
        }
        return new Condition.And(all);
    }

    /** The other rows that belong to a row of a block, as a query within it. */
    Block matched(Block ours, Block other, Step.Match match) {
        Block within = other.isPlain() && !(other.from().get(0).item() instanceof Block.Nested)
                ? other
                : making.wrapped(other);
        for (Reckoned one : conditions(ours, within, match)) {
            within = within.where(conjunct(one));
        }
        Reckoned found = Reckoned.single(
                Sql.of("1", making.origin()), Optional.empty(), Level.CONSTANT);
        return within.closed().ordered(List.of()).outs(List.of(new Block.Out("", found)));
    }

    private Block taken(Block ours, Block theirs, Step.Beside step) {
        Block with = ours;
        for (Step.Taken taken : step.columns()) {
            String name = taken.as().name();
            if (with.out(name).isPresent()) {
                throw making.wrong(
                        "column-twice",
                        taken.as().at(),
                        "There is a column “%s” already.".formatted(name),
                        "Call this one otherwise: “%s as …”.".formatted(taken.column().name()));
            }
            ExpressionSql expressions = new ExpressionSql(making, ours, Optional.of(theirs));
            Reckoned value =
                    expressions.of(new Expression.Column(taken.column().name(), true, taken.column().at()));
            with = with.with(new Block.Out(name, value));
        }
        return with;
    }
}
