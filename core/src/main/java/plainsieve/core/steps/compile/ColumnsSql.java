package plainsieve.core.steps.compile;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import plainsieve.core.dialect.ExpressionSyntax;
import plainsieve.core.steps.compile.block.EvaluationLevel;
import plainsieve.core.steps.compile.block.SelectBlock;
import plainsieve.core.steps.compile.block.SqlExpression;
import plainsieve.core.steps.compile.block.SqlExpression.Binding;
import plainsieve.core.steps.compile.block.SqlFragment;
import plainsieve.core.steps.compile.block.StepOrigin;
import plainsieve.core.steps.model.ComparisonOperator;
import plainsieve.core.steps.model.LineSpan;
import plainsieve.core.steps.model.Step;
import plainsieve.core.steps.model.StepCondition;
import plainsieve.core.steps.model.StepExpression;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.Type;

/** Compiles steps that select, rename and compute columns. */
final class ColumnsSql {
    private final CompileContext context;

    ColumnsSql(CompileContext context) {
        this.context = context;
    }

    SelectBlock columns(SelectBlock block, List<Step.ColumnAlias> taken) {
        SelectBlock from = whole(block);
        List<SelectBlock.Out> outs = new ArrayList<>();
        for (Step.ColumnAlias one : taken) {
            add(
                    outs,
                    one.as(),
                    new ExpressionSql(context, from)
                            .column(one.column().name(), one.column().at()));
        }
        return from.outs(outs).closed();
    }

    /*
     * Removing a column merges rows that only it distinguishes; a grand total is a single row only while
     * it has an aggregate.
     */
    private SelectBlock whole(SelectBlock block) {
        boolean ofEverything =
                block.grouping().filter(grouping -> grouping.keys().isEmpty()).isPresent();
        return block.distinct() || ofEverything ? context.wrapped(block) : block;
    }

    private void add(List<SelectBlock.Out> outs, Step.Name name, SqlExpression value) {
        if (outs.stream().anyMatch(out -> out.name().equalsIgnoreCase(name.name()))) {
            throw context.wrong(
                    ProblemKind.INVALID_STEP,
                    name.at(),
                    "Duplicate column “%s”.".formatted(name.name()),
                    "Rename one of them.");
        }
        outs.add(new SelectBlock.Out(name.name(), value));
    }

    SelectBlock without(SelectBlock block, List<Step.Name> names) {
        SelectBlock from = whole(block);
        List<SelectBlock.Out> outs = new ArrayList<>(from.outs());
        for (Step.Name name : names) {
            outs.remove(existing(from, name));
        }
        if (outs.isEmpty() && !from.open()) {
            throw context.wrong(
                    ProblemKind.INVALID_STEP,
                    names.get(0).at(),
                    "This would remove every column.",
                    "Keep at least one.");
        }
        return from.outs(outs);
    }

    SelectBlock rename(SelectBlock block, List<Step.ColumnAlias> renamed) {
        List<SelectBlock.Out> outs = new ArrayList<>(block.outs());
        for (Step.ColumnAlias one : renamed) {
            SelectBlock.Out out = existing(block, one.column());
            int at = outs.indexOf(out);
            outs.set(at, new SelectBlock.Out(one.as().name(), out.value()));
        }
        List<SelectBlock.Out> checked = new ArrayList<>();
        for (SelectBlock.Out out : outs) {
            Step.Name name = renamed.stream()
                    .map(Step.ColumnAlias::as)
                    .filter(as -> as.name().equals(out.name()))
                    .findFirst()
                    .orElse(new Step.Name(out.name(), renamed.get(0).as().at()));
            add(checked, name, out.value());
        }
        return block.outs(checked);
    }

    /** A column that is changed in its place must be known with all the others. */
    private SelectBlock.Out existing(SelectBlock block, Step.Name name) {
        Optional<SelectBlock.Out> out = block.output(name.name());
        if (out.isEmpty() && block.open()) {
            throw context.wrong(
                    ProblemKind.UNKNOWN_COLUMN,
                    name.at(),
                    "The columns are unknown here, so “%s” cannot be changed alone.".formatted(name.name()),
                    "List the columns with “columns …” first, or wait until the source's columns are loaded.");
        }
        return out.orElseThrow(() -> ExpressionSql.unknown(context, block, name.name(), name.at()));
    }

    SelectBlock newColumn(SelectBlock block, Step.NewColumn step) {
        Optional<SelectBlock.Out> before = block.output(step.name().name());
        SelectBlock into = before.isPresent() && block.distinct() ? context.wrapped(block) : block;
        return with(into, step.name().name(), within -> new ExpressionSql(context, within).of(step.value()));
    }

    /** Expressions over a window column go into an outer query: repeated, the window would be computed twice, and not all databases allow nesting. */
    private SelectBlock with(SelectBlock block, String name, Function<SelectBlock, SqlExpression> computed) {
        SqlExpression value = computed.apply(block);
        if (value.level() != EvaluationLevel.WINDOW) {
            return context.shortened(block.with(new SelectBlock.Out(name, value)));
        }
        SelectBlock around = context.wrapped(block);
        return context.shortened(around.with(new SelectBlock.Out(name, computed.apply(around))));
    }

    SelectBlock fill(SelectBlock block, Step.Fill step) {
        SelectBlock into = block.distinct() ? context.wrapped(block) : block;
        SelectBlock.Out out = existing(into, step.column());
        return with(into, out.name(), within -> filled(within, step));
    }

    private SqlExpression filled(SelectBlock block, Step.Fill step) {
        SqlExpression value = existing(block, step.column()).value();
        SqlExpression with = new ExpressionSql(context, block).of(step.with());
        StepOrigin origin = context.origin(step.column().at().to(step.with().at()));
        ExpressionSql expressions = new ExpressionSql(context, block);
        List<SqlFragment> parts = expressions.unified(List.of(value, with), origin);
        SqlFragment sql = SqlFragment.form(
                p -> "coalesce(" + p.get(0) + ", " + p.get(1) + ")", origin, parts.get(0), parts.get(1));
        SqlExpression both = expressions.together(List.of(value, with), sql, value.type(), Binding.SINGLE);
        return with.mayBeEmpty() ? both : both.neverEmpty();
    }

    SelectBlock replace(SelectBlock block, Step.Replace step) {
        // A computed value is named in its own block: the CASE repeats it once for each pair.
        boolean isComputed = !existing(block, step.column()).isColumn();
        SelectBlock into = block.distinct() || isComputed ? context.wrapped(block) : block;
        SelectBlock.Out out = existing(into, step.column());
        LineSpan span = step.column().at();
        StepExpression.Column column = new StepExpression.Column(out.name(), false, span);
        List<StepExpression.Branch> branches = step.pairs().stream()
                .map(pair -> new StepExpression.Branch(
                        new StepCondition.Comparison(
                                column,
                                ComparisonOperator.EQUAL,
                                List.of(pair.what()),
                                pair.what().at()),
                        pair.with()))
                .toList();
        StepExpression replaced = new StepExpression.Conditional(branches, column, span);
        return with(into, out.name(), within -> new ExpressionSql(context, within).of(replaced));
    }

    SelectBlock split(SelectBlock block, Step.Split step) {
        StepOrigin origin = context.origin(step.column().at());
        String sign = context.dialect().textLiteral(step.sign());
        ExpressionSyntax expressionSyntax = context.dialect().forms();
        Function<SelectBlock, SqlExpression> text = within -> {
            ExpressionSql expressions = new ExpressionSql(context, within);
            SqlExpression of =
                    expressions.column(step.column().name(), step.column().at());
            return of.written(expressions.text(of, origin), Binding.SINGLE);
        };
        SelectBlock first = with(
                block,
                step.before().name(),
                within -> part(text.apply(within), p -> expressionSyntax.beforeSeparator(p, sign), origin));
        // The column may be the one that the first part replaces.
        SelectBlock before = step.before().name().equalsIgnoreCase(step.column().name()) ? block : first;
        // Without the separator there is no second part.
        SqlExpression behind = part(text.apply(before), p -> expressionSyntax.afterSeparator(p, sign), origin)
                .perhapsEmpty();
        return context.shortened(first.with(new SelectBlock.Out(step.behind().name(), behind)));
    }

    private static SqlExpression part(SqlExpression text, UnaryOperator<String> form, StepOrigin origin) {
        SqlFragment sql = SqlFragment.form(p -> form.apply(p.get(0)), origin, text.sql());
        return text.typed(Optional.of(Type.TEXT)).written(sql, Binding.SINGLE);
    }

    SelectBlock distinct(SelectBlock block) {
        if (block.distinct()) {
            return block;
        }
        SelectBlock from = block.limit().isPresent() || block.hasWindow() ? context.wrapped(block) : block;
        List<SelectBlock.Ordering> order = from.order().stream()
                .takeWhile(one -> from.output(one.by())
                        .filter(out -> out.value().isAs(one.value()))
                        .isPresent())
                .toList();
        return from.ordered(order).asDistinct();
    }
}
