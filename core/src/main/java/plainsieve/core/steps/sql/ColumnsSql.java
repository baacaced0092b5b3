package plainsieve.core.steps.sql;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import plainsieve.core.dialect.Forms;
import plainsieve.core.steps.sql.Reckoned.Binding;
import plainsieve.core.steps.step.At;
import plainsieve.core.steps.step.Condition;
import plainsieve.core.steps.step.Expression;
import plainsieve.core.steps.step.Step;
import plainsieve.core.steps.step.Verb;
import plainsieve.core.value.Type;

/** Makes SQL of steps that choose, name and reckon columns. */
final class ColumnsSql {
    private final Making making;

    ColumnsSql(Making making) {
        this.making = making;
    }

    Block columns(Block block, List<Step.Taken> taken) {
        Block from = whole(block);
        List<Block.Out> outs = new ArrayList<>();
        for (Step.Taken one : taken) {
            add(
                    outs,
                    one.as(),
                    new ExpressionSql(making, from)
                            .column(one.column().name(), one.column().at()));
        }
        return from.outs(outs).closed();
    }

    /*
     * Rows that were told apart by a column that goes now would fall together; a total of everything is one row only while
     * something is totalled.
     */
    private Block whole(Block block) {
        boolean ofEverything =
                block.grouping().filter(grouping -> grouping.keys().isEmpty()).isPresent();
        return block.distinct() || ofEverything ? making.wrapped(block) : block;
    }

    private void add(List<Block.Out> outs, Step.Name name, Reckoned value) {
        if (outs.stream().anyMatch(out -> out.name().equalsIgnoreCase(name.name()))) {
            throw making.wrong(
                    "column-twice",
                    name.at(),
                    "There are two columns “%s” then.".formatted(name.name()),
                    "Call one of them otherwise.");
        }
        outs.add(new Block.Out(name.name(), value));
    }

    Block without(Block block, List<Step.Name> names) {
        Block from = whole(block);
        List<Block.Out> outs = new ArrayList<>(from.outs());
        for (Step.Name name : names) {
            outs.remove(there(from, name));
        }
        if (outs.isEmpty() && !from.open()) {
            throw making.wrong("no-columns", names.get(0).at(), "No column would be left.", "Leave at least one.");
        }
        return from.outs(outs);
    }

    Block rename(Block block, List<Step.Taken> renamed) {
        List<Block.Out> outs = new ArrayList<>(block.outs());
        for (Step.Taken one : renamed) {
            Block.Out out = there(block, one.column());
            int at = outs.indexOf(out);
            outs.set(at, new Block.Out(one.as().name(), out.value()));
        }
        List<Block.Out> checked = new ArrayList<>();
        for (Block.Out out : outs) {
            Step.Name name = renamed.stream()
                    .map(Step.Taken::as)
                    .filter(as -> as.name().equals(out.name()))
                    .findFirst()
                    .orElse(new Step.Name(out.name(), renamed.get(0).as().at()));
            add(checked, name, out.value());
        }
        return block.outs(checked);
    }

    /** A column that is changed in its place must be known with all the others. */
    private Block.Out there(Block block, Step.Name name) {
        Optional<Block.Out> out = block.out(name.name());
        if (out.isEmpty() && block.open()) {
            throw making.wrong(
                    "unknown-columns",
                    name.at(),
                    "What other columns there are is not known here, so “%s” cannot be changed alone."
                            .formatted(name.name()),
                    "Say with “columns …” first which there shall be, or wait until the source has told its columns.");
        }
        return out.orElseThrow(() -> ExpressionSql.unknown(making, block, name.name(), name.at()));
    }

    Block newColumn(Block block, Step.NewColumn step) {
        Optional<Block.Out> before = block.out(step.name().name());
        Block into = before.isPresent() && block.distinct() ? making.wrapped(block) : block;
        return with(into, step.name().name(), within -> new ExpressionSql(making, within).of(step.value()));
    }

    /** What is reckoned of a window stands around it: written twice it would be asked twice, and not all databases nest it. */
    private Block with(Block block, String name, Function<Block, Reckoned> reckoned) {
        Reckoned value = reckoned.apply(block);
        if (value.level() != Level.WINDOW) {
            return making.shortened(block.with(new Block.Out(name, value)));
        }
        Block around = making.wrapped(block);
        return making.shortened(around.with(new Block.Out(name, reckoned.apply(around))));
    }

    Block fill(Block block, Step.Fill step) {
        Block into = block.distinct() ? making.wrapped(block) : block;
        Block.Out out = there(into, step.column());
        return with(into, out.name(), within -> filled(within, step));
    }

    private Reckoned filled(Block block, Step.Fill step) {
        Reckoned value = there(block, step.column()).value();
        Reckoned with = new ExpressionSql(making, block).of(step.with());
        Origin origin = making.origin(step.column().at().to(step.with().at()));
        ExpressionSql expressions = new ExpressionSql(making, block);
        List<Sql> parts = expressions.beside(List.of(value, with), origin);
        Sql sql = Sql.form(p -> "coalesce(" + p.get(0) + ", " + p.get(1) + ")", origin, parts.get(0), parts.get(1));
        Reckoned both = expressions.together(List.of(value, with), sql, value.type(), Binding.SINGLE);
        return with.mayBeEmpty() ? both : both.neverEmpty();
    }

    Block replace(Block block, Step.Replace step) {
        // A computed value is named in a block of its own: the CASE repeats it once for each pair.
        boolean isComputed = !there(block, step.column()).isColumn();
        Block into = block.distinct() || isComputed ? making.wrapped(block) : block;
        Block.Out out = there(into, step.column());
        At at = step.column().at();
        Expression.Column column = new Expression.Column(out.name(), false, at);
        List<Expression.Branch> branches = step.pairs().stream()
                .map(pair -> new Expression.Branch(
                        new Condition.Test(
                                column,
                                Verb.IS,
                                List.of(pair.what()),
                                pair.what().at()),
                        pair.with()))
                .toList();
        Expression replaced = new Expression.Depending(branches, column, at);
        return with(into, out.name(), within -> new ExpressionSql(making, within).of(replaced));
    }

    Block split(Block block, Step.Split step) {
        Origin origin = making.origin(step.column().at());
        String sign = making.dialect().textLiteral(step.sign());
        Forms forms = making.dialect().forms();
        Function<Block, Reckoned> text = within -> {
            ExpressionSql expressions = new ExpressionSql(making, within);
            Reckoned of = expressions.column(step.column().name(), step.column().at());
            return of.written(expressions.text(of, origin), Binding.SINGLE);
        };
        Block first = with(
                block,
                step.before().name(),
                within -> part(text.apply(within), p -> forms.beforeSign(p, sign), origin));
        // The column itself may be the one that the first part took the place of.
        Block before = step.before().name().equalsIgnoreCase(step.column().name()) ? block : first;
        // Nothing stands behind a sign that is not there.
        Reckoned behind =
                part(text.apply(before), p -> forms.behindSign(p, sign), origin).perhapsEmpty();
        return making.shortened(first.with(new Block.Out(step.behind().name(), behind)));
    }

    private static Reckoned part(Reckoned text, UnaryOperator<String> form, Origin origin) {
        Sql sql = Sql.form(p -> form.apply(p.get(0)), origin, text.sql());
        return text.typed(Optional.of(Type.TEXT)).written(sql, Binding.SINGLE);
    }

    Block distinct(Block block) {
        if (block.distinct()) {
            return block;
        }
        Block from = block.limit().isPresent() || block.hasWindow() ? making.wrapped(block) : block;
        List<Block.Ordering> order = from.order().stream()
                .takeWhile(one -> from.out(one.by())
                        .filter(out -> out.value().isAs(one.value()))
                        .isPresent())
                .toList();
        return from.ordered(order).asDistinct();
    }
}
