package plainsieve.core.steps.compile;

import plainsieve.core.steps.compile.block.SelectBlock;
import plainsieve.core.steps.model.Step;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;

/** Compiles steps in order: each step transforms the block of the previous ones. */
final class StepCompiler {
    private final CompileContext context;
    private final RowsSql rows;

    StepCompiler(CompileContext context, QueryResolver queryResolver) {
        this.context = context;
        this.rows = new RowsSql(context, queryResolver);
    }

    /** The initial rows. */
    SelectBlock first(Step.From step) {
        return rows.of(step.rows(), context.reserved());
    }

    /** A step as the initial one. */
    static Step.From beginning(Step step, CompileContext context) {
        if (step instanceof Step.From from) {
            return from;
        }
        throw context.wrong(
                ProblemKind.INVALID_STEP,
                context.origin().at(),
                "The first step must name the rows to begin with.",
                "Begin with “from” and a table.");
    }

    /** The block after a step. Throws {@link ProblemException} with the place in its line where it cannot be. */
    SelectBlock after(SelectBlock before, Step step) {
        SelectBlock block = before.isRolledUp() && !leavesLevels(step) ? context.wrapped(before) : before;
        FilterSql filters = new FilterSql(context, rows);
        ColumnsSql columns = new ColumnsSql(context);
        OrderSql orders = new OrderSql(context);
        if (step instanceof Step.Where where) {
            return filters.where(block, where.condition());
        } else if (step instanceof Step.Join join) {
            return new JoinSql(context, rows).join(block, join);
        } else if (step instanceof Step.SemiJoin only) {
            return filters.onlyThose(block, only);
        } else if (step instanceof Step.MembershipFilter among) {
            return filters.amongThose(block, among);
        } else if (step instanceof Step.Union union) {
            return new UnionSql(context, rows).under(block, union);
        } else if (step instanceof Step.Group group) {
            return new GroupSql(context).of(block, group);
        } else if (step instanceof Step.Sort sort) {
            return orders.sort(block, sort.by());
        } else if (step instanceof Step.FirstRows firstRows) {
            return orders.first(block, firstRows);
        } else if (step instanceof Step.WindowColumn windowColumn) {
            return orders.running(block, windowColumn);
        }
        return columns(columns, block, step);
    }

    /** Whether a step computes nothing: within one block, a key differs between rows of its group and of a level. */
    private static boolean leavesLevels(Step step) {
        return step instanceof Step.Sort
                || step instanceof Step.FirstRows firstRows && firstRows.each().isEmpty()
                || step instanceof Step.Columns
                || step instanceof Step.DropColumns
                || step instanceof Step.Rename;
    }

    private SelectBlock columns(ColumnsSql columns, SelectBlock block, Step step) {
        if (step instanceof Step.Columns chosen) {
            return columns.columns(block, chosen.columns());
        } else if (step instanceof Step.DropColumns dropColumns) {
            return columns.without(block, dropColumns.columns());
        } else if (step instanceof Step.Rename rename) {
            return columns.rename(block, rename.columns());
        } else if (step instanceof Step.NewColumn made) {
            return columns.newColumn(block, made);
        } else if (step instanceof Step.Fill fill) {
            return columns.fill(block, fill);
        } else if (step instanceof Step.Replace replace) {
            return columns.replace(block, replace);
        } else if (step instanceof Step.Split split) {
            return columns.split(block, split);
        } else if (step instanceof Step.ToRows toRows) {
            return new JoinSql(context, rows).toRows(block, toRows);
        } else if (step instanceof Step.Distinct) {
            return columns.distinct(block);
        }
        throw context.wrong(
                ProblemKind.INVALID_STEP,
                context.origin().at(),
                "Only the first step names the rows to begin with.",
                "Write “join” or “union all”.");
    }
}
