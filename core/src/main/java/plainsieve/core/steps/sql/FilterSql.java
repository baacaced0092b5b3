package plainsieve.core.steps.sql;

import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import plainsieve.core.steps.step.At;
import plainsieve.core.steps.step.Condition;
import plainsieve.core.steps.step.Expression;
import plainsieve.core.steps.step.Mentioned;
import plainsieve.core.steps.step.Rows;
import plainsieve.core.steps.step.Step;
import plainsieve.core.steps.step.Verb;

/** Makes SQL of steps that keep some rows: in the innermost block in which that keeps the same ones. */
final class FilterSql {
    private final Making making;
    private final RowsSql rows;

    FilterSql(Making making, RowsSql rows) {
        this.making = making;
        this.rows = rows;
    }

    Block where(Block block, Condition condition) {
        Block into = block;
        List<Condition> each = condition instanceof Condition.And and ? and.all() : List.of(condition);
        for (Condition one : each) {
            into = kept(into, one);
        }
        return into;
    }

    private Block kept(Block block, Condition condition) {
        List<Reckoned> conditions = conditions(block, condition);
        Block into = block;
        if (mustStandOutside(block, condition, conditions)) {
            into = making.wrapped(block);
            conditions = conditions(into, condition);
        }
        for (Reckoned one : conditions) {
            into = placed(into, one);
        }
        return into;
    }

    private List<Reckoned> conditions(Block block, Condition condition) {
        return new ConditionSql(new ExpressionSql(making, block)).each(condition);
    }

    /**
     * A limit and a window have looked at rows that the condition would take away. A total that has no value is not told
     * apart in HAVING by every database.
     */
    private boolean mustStandOutside(Block block, Condition condition, List<Reckoned> conditions) {
        if (block.limit().isPresent() || block.hasWindow()) {
            return true;
        }
        boolean onTotal = conditions.stream().anyMatch(one -> one.level() == Level.TOTAL);
        boolean untold = !making.dialect().havingTellsMissingValues() && ConditionSql.asksForMissing(condition);
        return onTotal && (untold || making.dialect().havingKnowsNames() && namesAKey(block, condition));
    }

    /** HAVING of some databases knows what is grouped by under its name in the SELECT list only. */
    private static boolean namesAKey(Block block, Condition condition) {
        return Mentioned.columns(condition).stream()
                .flatMap(name -> block.out(name).stream())
                .anyMatch(out -> out.value().level() != Level.TOTAL);
    }

    /** On what is grouped by, before the groups are made; on totals, after. */
    private Block placed(Block block, Reckoned condition) {
        if (block.grouping().isEmpty()) {
            return block.where(conjunct(condition));
        }
        Block.Grouping grouping = block.grouping().get();
        boolean before = condition.level() == Level.KEY
                || condition.level() == Level.CONSTANT && !grouping.keys().isEmpty();
        return before ? block.where(conjunct(condition)) : block.grouped(grouping.having(conjunct(condition)));
    }

    private Sql conjunct(Reckoned condition) {
        return condition.at(Reckoned.Binding.NOT, making.origin());
    }

    /** Rows that have a partner elsewhere, or have none. */
    Block onlyThose(Block block, Step.OnlyThose step) {
        return present(block, into -> {
            Block other = rows.of(step.rows(), making.taken(into));
            Block matched = new JoinSql(making, rows).matched(into, other, step.match());
            return new Presence(matched, step.with() ? "exists " : "not exists ");
        });
    }

    /** Rows whose value is, or is not, among those elsewhere; that there is none without a value tells nothing of others. */
    Block amongThose(Block block, Step.AmongThose step) {
        if (step.among()
                && step.rows() instanceof Rows.Typed typed
                && typed.columns().size() == 1) {
            Expression column = new Expression.Column(
                    step.column().name(), false, step.column().at());
            List<Expression> values =
                    typed.rows().stream().map(row -> row.get(0)).toList();
            return where(
                    block,
                    new Condition.Test(
                            column, Verb.IS_ANY_OF, values, step.column().at()));
        }
        return present(block, into -> {
            Block other = rows.of(step.rows(), making.taken(into));
            Step.Name theirs = step.theirs().orElseGet(() -> only(other).orElse(step.column()));
            Expression.Column inner = new Expression.Column(theirs.name(), true, theirs.at());
            Expression.Column outer = new Expression.Column(
                    step.column().name(), false, step.column().at());
            Condition same = new Condition.Test(
                    outer, Verb.IS, List.of(inner), step.column().at());
            Block matched = new JoinSql(making, rows).matched(into, other, new Step.Matching(same, theirs.at()));
            return new Presence(matched, step.among() ? "exists " : "not exists ");
        });
    }

    /* The only column there is can be meant without its name. */
    private static Optional<Step.Name> only(Block other) {
        boolean one = !other.open() && other.outs().size() == 1;
        return one ? Optional.of(new Step.Name(other.outs().get(0).name(), new At(0, 0))) : Optional.empty();
    }

    private record Presence(Block matched, String word) {}

    private Block present(Block block, Function<Block, Presence> presence) {
        Block into = block.isPlain() ? block : making.wrapped(block);
        Presence found = presence.apply(into);
        Sql sql = Sql.of(found.word() + "(", making.origin())
                .plus(Sql.of(new Sql.Within(found.matched())))
                .and(")", making.origin());
        return into.where(sql);
    }
}
