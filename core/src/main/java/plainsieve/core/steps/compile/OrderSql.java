package plainsieve.core.steps.compile;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import plainsieve.core.dialect.SqlFeature;
import plainsieve.core.steps.compile.block.EvaluationLevel;
import plainsieve.core.steps.compile.block.SelectBlock;
import plainsieve.core.steps.compile.block.SqlExpression;
import plainsieve.core.steps.compile.block.SqlExpression.Binding;
import plainsieve.core.steps.compile.block.SqlFragment;
import plainsieve.core.steps.compile.block.StepOrigin;
import plainsieve.core.steps.model.Step;
import plainsieve.core.steps.model.StepExpression;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;

/** Compiles sorts, first rows, and running totals to SQL. */
final class OrderSql {
    private final CompileContext context;

    OrderSql(CompileContext context) {
        this.context = context;
    }

    SelectBlock sort(SelectBlock block, List<Step.By> by) {
        SelectBlock from = block.limit().isPresent() ? context.wrapped(block) : block;
        return from.ordered(order(from, by));
    }

    private List<SelectBlock.Ordering> order(SelectBlock block, List<Step.By> by) {
        List<SelectBlock.Ordering> order = new ArrayList<>();
        for (Step.By one : by) {
            SqlExpression value = new ExpressionSql(context, block)
                    .column(one.column().name(), one.column().at());
            // A constant does not affect the order, and some databases refuse it.
            if (value.level() != EvaluationLevel.CONSTANT) {
                order.add(new SelectBlock.Ordering(one.column().name(), value, one.largestFirst()));
            }
        }
        return order;
    }

    SelectBlock first(SelectBlock block, Step.FirstRows step) {
        refuseOddCount(step.count());
        if (!step.each().isEmpty()) {
            return firstOfEach(block, step);
        }
        SelectBlock from = block.limit().isPresent() ? context.wrapped(block) : block;
        SelectBlock ordered = step.by().isEmpty() ? from : from.ordered(order(from, step.by()));
        return ordered.limited(
                new ExpressionSql(context, ordered).of(step.count()).sql());
    }

    private void refuseOddCount(StepExpression count) {
        boolean fits = count instanceof StepExpression.ParameterValue
                || count instanceof StepExpression.Literal fixed
                        && fixed.value() instanceof Value.Whole whole
                        && whole.number() >= 0;
        if (!fits) {
            throw context.wrong(
                    ProblemKind.INVALID_STEP,
                    count.at(),
                    "The number of rows must be an integer or a parameter.",
                    "Write “first 20 rows” or “first :rows rows”.");
        }
    }

    /** Limits the rows of each group of columns instead of the whole block. */
    SelectBlock limitOfEach(SelectBlock block, List<Step.Name> each) {
        SqlFragment limit = block.limit().orElseThrow();
        SelectBlock whole = block.unlimited();
        SelectBlock from = whole.distinct() || losesWindows(whole) ? context.wrapped(whole) : whole;
        SqlExpression count = new SqlExpression(
                limit, Optional.of(Type.INTEGER), EvaluationLevel.CONSTANT, false, Binding.SINGLE, true);
        return numbered(from, each, from.order(), around -> count);
    }

    private SelectBlock firstOfEach(SelectBlock block, Step.FirstRows step) {
        boolean whole = block.limit().isPresent() || block.distinct() || block.hasWindow() || losesWindows(block);
        SelectBlock from = whole ? context.wrapped(block) : block;
        List<SelectBlock.Ordering> order = step.by().isEmpty() ? from.order() : order(from, step.by());
        return numbered(from, step.each(), order, around -> new ExpressionSql(context, around).of(step.count()));
    }

    /** The rows whose number in their group does not exceed the limit. */
    private SelectBlock numbered(
            SelectBlock from,
            List<Step.Name> each,
            List<SelectBlock.Ordering> order,
            Function<SelectBlock, SqlExpression> count) {
        String hidden = "place_in_group";
        while (from.output(hidden).isPresent()) {
            hidden = hidden + "_";
        }
        SqlFragment place = window(from, "row_number()", each, order);
        SqlExpression number = new SqlExpression(
                place, Optional.of(Type.INTEGER), EvaluationLevel.WINDOW, false, Binding.SINGLE, false);
        SelectBlock around = context.wrapped(from.with(new SelectBlock.Out(hidden, number)));
        return notAbove(around, hidden, count.apply(around));
    }

    /** The rows of which a hidden number is not above a count, without it. */
    private SelectBlock notAbove(SelectBlock block, String column, SqlExpression count) {
        SqlExpression place = block.output(column).orElseThrow().value();
        SqlFragment sql = place.sql().and(" <= ", context.origin()).plus(count.sql());
        List<SelectBlock.Out> outs = new ArrayList<>(block.outs());
        outs.removeIf(out -> out.name().equals(column));
        return block.where(sql).outs(outs);
    }

    /**
     * Whether the database returns no rows for groups with HAVING and a window, or loses values beside a grand total
     * in a window.
     */
    private boolean losesWindows(SelectBlock block) {
        return !context.dialect().has(SqlFeature.WINDOWS_OVER_GROUPS)
                && block.grouping()
                        .filter(grouping ->
                                !grouping.having().isEmpty() || grouping.keys().isEmpty())
                        .isPresent();
    }

    SelectBlock running(SelectBlock block, Step.WindowColumn step) {
        boolean whole = block.limit().isPresent() || block.distinct() || losesWindows(block);
        SelectBlock from = whole ? context.wrapped(block) : block;
        Optional<SqlExpression> of = step.of().map(expression -> new ExpressionSql(context, from).of(expression));
        boolean onWindow = of.filter(value -> value.level() == EvaluationLevel.WINDOW)
                        .isPresent()
                || step.by().stream().anyMatch(by -> from.output(by.column().name())
                        .filter(out -> out.value().level() == EvaluationLevel.WINDOW)
                        .isPresent());
        if (onWindow) {
            return running(context.wrapped(from), step);
        }
        SqlFragment call =
                switch (step.kind()) {
                    case SUM ->
                        SqlFragment.form(
                                p -> "sum(" + p.get(0) + ")",
                                context.origin(),
                                of.orElseThrow().sql());
                    case RANK -> SqlFragment.of("rank()", context.origin());
                    case NUMBER -> SqlFragment.of("row_number()", context.origin());
                };
        SqlFragment window =
                window(from, call, step.each(), order(from, step.by()), step.kind() == Step.WindowColumn.Kind.SUM);
        Optional<Type> type = of.isPresent() ? of.get().type() : Optional.of(Type.INTEGER);
        SqlExpression value = new SqlExpression(
                window,
                type,
                EvaluationLevel.WINDOW,
                of.isPresent(),
                Binding.SINGLE,
                of.filter(SqlExpression::chosen).isPresent());
        return from.with(new SelectBlock.Out(step.name().name(), value));
    }

    private SqlFragment window(SelectBlock block, String call, List<Step.Name> each, List<SelectBlock.Ordering> order) {
        return window(block, SqlFragment.of(call, context.origin()), each, order, false);
    }

    /** @param rowByRow whether equal rows in the order are added one by one */
    private SqlFragment window(
            SelectBlock block,
            SqlFragment call,
            List<Step.Name> each,
            List<SelectBlock.Ordering> order,
            boolean rowByRow) {
        StepOrigin origin = context.origin();
        List<SqlFragment> parts = new ArrayList<>();
        if (!each.isEmpty()) {
            List<SqlFragment> keys = each.stream()
                    .map(name -> new ExpressionSql(context, block)
                            .column(name.name(), name.at())
                            .sql())
                    .toList();
            parts.add(SqlFragment.of("partition by ", origin).plus(SqlFragment.joined(keys, ", ", origin)));
        }
        if (!order.isEmpty()) {
            List<SqlFragment> terms = order.stream().map(this::term).toList();
            parts.add(SqlFragment.of("order by ", origin).plus(SqlFragment.joined(terms, ", ", origin)));
        }
        SqlFragment over = SqlFragment.joined(parts, " ", origin);
        SqlFragment all = call.and(" over (", origin).plus(over);
        return all.and(rowByRow ? " rows unbounded preceding)" : ")", origin);
    }

    /** One sort key, nulls last. */
    SqlFragment term(SelectBlock.Ordering one) {
        return term(one, one.value().sql());
    }

    SqlFragment term(SelectBlock.Ordering one, SqlFragment said) {
        StepOrigin origin = context.origin();
        boolean mayBeEmpty = one.value().mayBeEmpty();
        if (one.largestFirst()) {
            return said.and(mayBeEmpty ? context.dialect().descending() : " desc", origin);
        }
        SqlFragment upwards = mayBeEmpty ? said.and(context.dialect().forms().ascending(), origin) : said;
        Optional<String> first = mayBeEmpty ? context.dialect().forms().emptyLast("\uE000") : Optional.empty();
        return first.map(form -> SqlFragment.form(
                                p -> form.replace("\uE000", p.get(0)),
                                origin,
                                one.value().sql())
                        .and(", ", origin)
                        .plus(upwards))
                .orElse(upwards);
    }
}
