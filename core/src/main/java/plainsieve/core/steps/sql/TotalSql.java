package plainsieve.core.steps.sql;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import plainsieve.core.rewrite.Measure;
import plainsieve.core.steps.sql.Reckoned.Binding;
import plainsieve.core.steps.step.At;
import plainsieve.core.steps.step.Expression;
import plainsieve.core.steps.step.Step;
import plainsieve.core.value.Type;

/** Makes SQL of totals. */
final class TotalSql {
    private final Making making;

    TotalSql(Making making) {
        this.making = making;
    }

    Block of(Block block, Step.Total step) {
        return step.level().isPresent() ? new LevelsSql(making, this).of(block, step) : grouped(block, step);
    }

    /** Of its keys together, without the levels above. */
    Block grouped(Block block, Step.Total step) {
        Block plain = block.isPlain() ? block : making.wrapped(block);
        Named named = named(plain.ordered(List.of()), step.keys());
        Block from = named.block();
        List<Sql> keys = new ArrayList<>();
        List<Block.Out> outs = new ArrayList<>();
        for (Step.Key key : named.keys()) {
            Reckoned value = new ExpressionSql(making, from).of(key.value());
            keys.add(value.sql());
            add(outs, key.name(), value.on(Level.KEY));
        }
        for (Step.Figure figure : step.figures()) {
            add(outs, figure.name(), figure(from, figure));
        }
        if (outs.isEmpty()) {
            throw making.wrong(
                    "bad-step", making.origin().at(), "Nothing is totalled here.", "Write “number of rows”.");
        }
        return from.outs(outs).closed().grouped(new Block.Grouping(keys, List.of(), false));
    }

    void add(List<Block.Out> outs, Step.Name name, Reckoned value) {
        if (outs.stream().anyMatch(out -> out.name().equalsIgnoreCase(name.name()))) {
            throw making.wrong(
                    "column-twice",
                    name.at(),
                    "There are two columns “%s” then.".formatted(name.name()),
                    "Call one of them otherwise, with “as …”.");
        }
        outs.add(new Block.Out(name.name(), value));
    }

    /** What is totalled, with the keys as they are called in it. */
    private record Named(Block block, List<Step.Key> keys) {}

    /*
     * A parameter in what is grouped by would be another one in the SELECT list to a database, a constant means the number of
     * a column to some, and two keys that are written alike are one where there are levels: they get a name one level further
     * in, which no other column has.
     */
    private Named named(Block block, List<Step.Key> keys) {
        Block with = block;
        List<Step.Key> called = new ArrayList<>();
        List<Reckoned> before = new ArrayList<>();
        for (Step.Key key : keys) {
            Reckoned value = new ExpressionSql(making, block).of(key.value());
            boolean again = before.stream().anyMatch(value::isAs);
            before.add(value);
            if (value.chosen() || value.level() == Level.CONSTANT || again) {
                String name = free(with, key.name().name());
                with = with.with(new Block.Out(name, value));
                At at = key.name().at();
                called.add(new Step.Key(new Expression.Column(name, false, at), key.name()));
            } else {
                called.add(key);
            }
        }
        return new Named(called.equals(keys) ? block : making.wrapped(with), called);
    }

    private static String free(Block block, String wanted) {
        String name = wanted;
        while (block.out(name).isPresent()) {
            name = name + "_";
        }
        return name;
    }

    private Reckoned figure(Block from, Step.Figure figure) {
        Origin origin = making.origin(figure.at());
        ExpressionSql expressions = new ExpressionSql(making, from);
        Optional<Reckoned> of = figure.of().map(expressions::of);
        Sql counted = of.map(Reckoned::sql).orElse(Sql.of(figure.where().isPresent() ? "1" : "*", origin));
        if (figure.where().isPresent()) {
            Reckoned where = new ConditionSql(expressions).of(figure.where().get());
            counted = Sql.of("case when ", origin)
                    .plus(where.sql())
                    .and(" then ", origin)
                    .plus(counted)
                    .and(" end", origin);
        }
        Sql sql = Sql.form(p -> call(figure, p.get(0)), origin, counted);
        boolean counts =
                figure.function() == Measure.Function.COUNT || figure.function() == Measure.Function.COUNT_DISTINCT;
        boolean chosen = of.filter(Reckoned::chosen).isPresent();
        Reckoned total = new Reckoned(sql, type(figure, of), Level.TOTAL, !counts, Binding.SINGLE, chosen);
        return counts ? total.neverEmpty() : total;
    }

    private String call(Step.Figure figure, String of) {
        return switch (figure.function()) {
            case COUNT -> "count(" + of + ")";
            case COUNT_DISTINCT -> "count(distinct " + of + ")";
            case SUM -> "sum(" + of + ")";
            case AVG -> making.dialect().average(of);
            case MIN -> "min(" + of + ")";
            case MAX -> "max(" + of + ")";
            case MEDIAN ->
                making.dialect()
                        .median(of)
                        .orElseThrow(() -> making.wrong(
                                "not-in-this-database",
                                figure.at(),
                                "The database of this source has no median.",
                                "Take the average, or the smallest and the largest."));
            case SHARE -> throw new IllegalStateException("no step says it");
        };
    }

    private static Optional<Type> type(Step.Figure figure, Optional<Reckoned> of) {
        return switch (figure.function()) {
            case COUNT, COUNT_DISTINCT -> Optional.of(Type.INTEGER);
            case AVG, MEDIAN -> Optional.of(Type.DECIMAL);
            default -> of.flatMap(Reckoned::type);
        };
    }
}
