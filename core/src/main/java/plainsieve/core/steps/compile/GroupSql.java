package plainsieve.core.steps.compile;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import plainsieve.core.rewrite.Measure;
import plainsieve.core.steps.compile.block.EvaluationLevel;
import plainsieve.core.steps.compile.block.SelectBlock;
import plainsieve.core.steps.compile.block.SqlExpression;
import plainsieve.core.steps.compile.block.SqlExpression.Binding;
import plainsieve.core.steps.compile.block.SqlFragment;
import plainsieve.core.steps.compile.block.StepOrigin;
import plainsieve.core.steps.model.LineSpan;
import plainsieve.core.steps.model.Step;
import plainsieve.core.steps.model.StepExpression;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.Type;

/** Compiles group steps. */
final class GroupSql {
    private final CompileContext context;

    GroupSql(CompileContext context) {
        this.context = context;
    }

    SelectBlock of(SelectBlock block, Step.Group step) {
        return step.level().isPresent() ? new SubtotalSql(context, this).of(block, step) : grouped(block, step);
    }

    /** Of its keys together, without the levels above. */
    SelectBlock grouped(SelectBlock block, Step.Group step) {
        SelectBlock plain = block.isPlain() ? block : context.wrapped(block);
        NamedKeys named = named(plain.ordered(List.of()), step.keys());
        SelectBlock from = named.block();
        List<SqlFragment> keys = new ArrayList<>();
        List<SelectBlock.Out> outs = new ArrayList<>();
        for (Step.Key key : named.keys()) {
            SqlExpression value = new ExpressionSql(context, from).of(key.value());
            keys.add(value.sql());
            add(outs, key.name(), value.on(EvaluationLevel.KEY));
        }
        for (Step.Figure figure : step.figures()) {
            add(outs, figure.name(), figure(from, figure));
        }
        if (outs.isEmpty()) {
            throw context.wrong(
                    ProblemKind.INVALID_STEP,
                    context.origin().at(),
                    "No aggregate is defined here.",
                    "Write “count of rows”.");
        }
        return from.outs(outs).closed().grouped(new SelectBlock.Grouping(keys, List.of(), false));
    }

    void add(List<SelectBlock.Out> outs, Step.Name name, SqlExpression value) {
        if (outs.stream().anyMatch(out -> out.name().equalsIgnoreCase(name.name()))) {
            throw context.wrong(
                    ProblemKind.INVALID_STEP,
                    name.at(),
                    "Duplicate column “%s”.".formatted(name.name()),
                    "Rename one of them with “as …”.");
        }
        outs.add(new SelectBlock.Out(name.name(), value));
    }

    /** The grouped rows, with the names of the keys in them. */
    private record NamedKeys(SelectBlock block, List<Step.Key> keys) {}

    /*
     * A parameter in a key would be a different one in the SELECT list to a database, a constant would be an ordinal
     * to some, and two keys with equal text are one in grouping sets: these are named in a subquery,
     * with unique names.
     */
    private NamedKeys named(SelectBlock block, List<Step.Key> keys) {
        SelectBlock with = block;
        List<Step.Key> called = new ArrayList<>();
        List<SqlExpression> before = new ArrayList<>();
        for (Step.Key key : keys) {
            SqlExpression value = new ExpressionSql(context, block).of(key.value());
            boolean again = before.stream().anyMatch(value::isAs);
            before.add(value);
            if (value.chosen() || value.level() == EvaluationLevel.CONSTANT || again) {
                String name = free(with, key.name().name());
                with = with.with(new SelectBlock.Out(name, value));
                LineSpan span = key.name().at();
                called.add(new Step.Key(new StepExpression.Column(name, false, span), key.name()));
            } else {
                called.add(key);
            }
        }
        return new NamedKeys(called.equals(keys) ? block : context.wrapped(with), called);
    }

    private static String free(SelectBlock block, String wanted) {
        String name = wanted;
        while (block.output(name).isPresent()) {
            name = name + "_";
        }
        return name;
    }

    private SqlExpression figure(SelectBlock from, Step.Figure figure) {
        StepOrigin origin = context.origin(figure.at());
        ExpressionSql expressions = new ExpressionSql(context, from);
        Optional<SqlExpression> of = figure.of().map(expressions::of);
        SqlFragment counted =
                of.map(SqlExpression::sql).orElse(SqlFragment.of(figure.where().isPresent() ? "1" : "*", origin));
        if (figure.where().isPresent()) {
            SqlExpression where =
                    new ConditionSql(expressions).of(figure.where().get());
            counted = SqlFragment.of("case when ", origin)
                    .plus(where.sql())
                    .and(" then ", origin)
                    .plus(counted)
                    .and(" end", origin);
        }
        SqlFragment sql = SqlFragment.form(p -> call(figure, p.get(0)), origin, counted);
        boolean counts =
                figure.function() == Measure.Function.COUNT || figure.function() == Measure.Function.COUNT_DISTINCT;
        boolean chosen = of.filter(SqlExpression::chosen).isPresent();
        SqlExpression total =
                new SqlExpression(sql, type(figure, of), EvaluationLevel.TOTAL, !counts, Binding.SINGLE, chosen);
        return counts ? total.neverEmpty() : total;
    }

    private String call(Step.Figure figure, String of) {
        return switch (figure.function()) {
            case COUNT -> "count(" + of + ")";
            case COUNT_DISTINCT -> "count(distinct " + of + ")";
            case SUM -> "sum(" + of + ")";
            case AVG -> context.dialect().average(of);
            case MIN -> "min(" + of + ")";
            case MAX -> "max(" + of + ")";
            case MEDIAN ->
                context.dialect()
                        .median(of)
                        .orElseThrow(() -> context.wrong(
                                ProblemKind.NOT_SUPPORTED,
                                figure.at(),
                                "This database has no median function.",
                                "Use the average, or the minimum and maximum."));
            case SHARE -> throw new IllegalStateException("no step says it");
        };
    }

    private static Optional<Type> type(Step.Figure figure, Optional<SqlExpression> of) {
        return switch (figure.function()) {
            case COUNT, COUNT_DISTINCT -> Optional.of(Type.INTEGER);
            case AVG, MEDIAN -> Optional.of(Type.DECIMAL);
            default -> of.flatMap(SqlExpression::type);
        };
    }
}
