package plainsieve.core.steps.compile;

import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import plainsieve.core.dialect.SqlFeature;
import plainsieve.core.steps.compile.block.EvaluationLevel;
import plainsieve.core.steps.compile.block.SelectBlock;
import plainsieve.core.steps.compile.block.SqlExpression;
import plainsieve.core.steps.compile.block.SqlFragment;
import plainsieve.core.steps.model.ComparisonOperator;
import plainsieve.core.steps.model.LineSpan;
import plainsieve.core.steps.model.RowSource;
import plainsieve.core.steps.model.Step;
import plainsieve.core.steps.model.StepCondition;
import plainsieve.core.steps.model.StepExpression;
import plainsieve.core.steps.model.StepMentions;

/** Compiles filter steps: into the innermost block in which they select the same rows. */
final class FilterSql {
    private final CompileContext context;
    private final RowsSql rows;

    FilterSql(CompileContext context, RowsSql rows) {
        this.context = context;
        this.rows = rows;
    }

    SelectBlock where(SelectBlock block, StepCondition condition) {
        SelectBlock into = block;
        List<StepCondition> each = condition instanceof StepCondition.And and ? and.all() : List.of(condition);
        for (StepCondition one : each) {
            into = filtered(into, one);
        }
        return into;
    }

    private SelectBlock filtered(SelectBlock block, StepCondition condition) {
        List<SqlExpression> conditions = conditions(block, condition);
        SelectBlock into = block;
        if (mustStandOutside(block, condition, conditions)) {
            into = context.wrapped(block);
            conditions = conditions(into, condition);
        }
        for (SqlExpression one : conditions) {
            into = place(into, one);
        }
        return into;
    }

    private List<SqlExpression> conditions(SelectBlock block, StepCondition condition) {
        return new ConditionSql(new ExpressionSql(context, block)).each(condition);
    }

    /**
     * A limit and a window depend on rows that the condition would remove. Not every database distinguishes a null
     * total in HAVING.
     */
    private boolean mustStandOutside(SelectBlock block, StepCondition condition, List<SqlExpression> conditions) {
        if (block.limit().isPresent() || block.hasWindow()) {
            return true;
        }
        boolean onTotal = conditions.stream().anyMatch(one -> one.level() == EvaluationLevel.TOTAL);
        boolean untold =
                !context.dialect().has(SqlFeature.NULL_AGGREGATES_IN_HAVING) && ConditionSql.testsForNull(condition);
        return onTotal
                && (untold || context.dialect().has(SqlFeature.HAVING_BY_OUTPUT_NAME) && namesAKey(block, condition));
    }

    /** HAVING of some databases resolves keys only by their name in the SELECT list. */
    private static boolean namesAKey(SelectBlock block, StepCondition condition) {
        return StepMentions.columns(condition).stream()
                .flatMap(name -> block.output(name).stream())
                .anyMatch(out -> out.value().level() != EvaluationLevel.TOTAL);
    }

    /** On keys, before grouping; on totals, after it. */
    private SelectBlock place(SelectBlock block, SqlExpression condition) {
        if (block.grouping().isEmpty()) {
            return block.where(conjunct(condition));
        }
        SelectBlock.Grouping grouping = block.grouping().get();
        boolean before = condition.level() == EvaluationLevel.KEY
                || condition.level() == EvaluationLevel.CONSTANT
                        && !grouping.keys().isEmpty();
        return before ? block.where(conjunct(condition)) : block.grouped(grouping.having(conjunct(condition)));
    }

    private SqlFragment conjunct(SqlExpression condition) {
        return condition.at(SqlExpression.Binding.NOT, context.origin());
    }

    /** Rows that have a partner elsewhere, or have none. */
    SelectBlock onlyThose(SelectBlock block, Step.SemiJoin step) {
        return present(block, into -> {
            SelectBlock other = rows.of(step.rows(), context.usedAliases(into));
            SelectBlock matched = new JoinSql(context, rows).matched(into, other, step.match());
            return new ExistenceTest(matched, step.with() ? "exists " : "not exists ");
        });
    }

    /** Rows whose value is, or is not, among those of another column; nulls in that column are ignored. */
    SelectBlock amongThose(SelectBlock block, Step.MembershipFilter step) {
        if (step.among()
                && step.rows() instanceof RowSource.TypedTable typed
                && typed.columns().size() == 1) {
            StepExpression column = new StepExpression.Column(
                    step.column().name(), false, step.column().at());
            List<StepExpression> values =
                    typed.rows().stream().map(row -> row.get(0)).toList();
            return where(
                    block,
                    new StepCondition.Comparison(
                            column, ComparisonOperator.IN, values, step.column().at()));
        }
        return present(block, into -> {
            SelectBlock other = rows.of(step.rows(), context.usedAliases(into));
            Step.Name theirs = step.theirs().orElseGet(() -> only(other).orElse(step.column()));
            StepExpression.Column inner = new StepExpression.Column(theirs.name(), true, theirs.at());
            StepExpression.Column outer = new StepExpression.Column(
                    step.column().name(), false, step.column().at());
            StepCondition same = new StepCondition.Comparison(
                    outer,
                    ComparisonOperator.EQUAL,
                    List.of(inner),
                    step.column().at());
            SelectBlock matched = new JoinSql(context, rows).matched(into, other, new Step.Matching(same, theirs.at()));
            return new ExistenceTest(matched, step.among() ? "exists " : "not exists ");
        });
    }

    /* The only column can be referenced implicitly. */
    private static Optional<Step.Name> only(SelectBlock other) {
        boolean one = !other.open() && other.outs().size() == 1;
        return one ? Optional.of(new Step.Name(other.outs().get(0).name(), new LineSpan(0, 0))) : Optional.empty();
    }

    private record ExistenceTest(SelectBlock matched, String word) {}

    private SelectBlock present(SelectBlock block, Function<SelectBlock, ExistenceTest> presence) {
        SelectBlock into = block.isPlain() ? block : context.wrapped(block);
        ExistenceTest found = presence.apply(into);
        SqlFragment sql = SqlFragment.of(found.word() + "(", context.origin())
                .plus(SqlFragment.of(new SqlFragment.Within(found.matched())))
                .and(")", context.origin());
        return into.where(sql);
    }
}
