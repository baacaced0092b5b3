package plainsieve.core.steps.sql;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import plainsieve.core.steps.sql.Reckoned.Binding;
import plainsieve.core.steps.step.Expression;
import plainsieve.core.steps.step.Step;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;

/** Makes SQL of orders, first rows, and what goes on from row to row. */
final class OrderSql {
    private final Making making;

    OrderSql(Making making) {
        this.making = making;
    }

    Block sort(Block block, List<Step.By> by) {
        Block from = block.limit().isPresent() ? making.wrapped(block) : block;
        return from.ordered(order(from, by));
    }

    private List<Block.Ordering> order(Block block, List<Step.By> by) {
        List<Block.Ordering> order = new ArrayList<>();
        for (Step.By one : by) {
            Reckoned value = new ExpressionSql(making, block)
                    .column(one.column().name(), one.column().at());
            // What is the same in every row orders none, and some databases refuse it.
            if (value.level() != Level.CONSTANT) {
                order.add(new Block.Ordering(one.column().name(), value, one.largestFirst()));
            }
        }
        return order;
    }

    Block first(Block block, Step.First step) {
        refuseOddCount(step.count());
        if (!step.each().isEmpty()) {
            return firstOfEach(block, step);
        }
        Block from = block.limit().isPresent() ? making.wrapped(block) : block;
        Block ordered = step.by().isEmpty() ? from : from.ordered(order(from, step.by()));
        return ordered.limited(
                new ExpressionSql(making, ordered).of(step.count()).sql());
    }

    private void refuseOddCount(Expression count) {
        boolean fits = count instanceof Expression.Chosen
                || count instanceof Expression.Fixed fixed
                        && fixed.value() instanceof Value.Whole whole
                        && whole.number() >= 0;
        if (!fits) {
            throw making.wrong(
                    "bad-step",
                    count.at(),
                    "How many rows is a whole number or a parameter.",
                    "Write “first 20 rows” or “first :rows rows”.");
        }
    }

    /** The first rows of a block for each of some of its columns, instead of those of all. */
    Block limitOfEach(Block block, List<Step.Name> each) {
        Sql limit = block.limit().orElseThrow();
        Block whole = block.unlimited();
        Block from = whole.distinct() || losesWindows(whole) ? making.wrapped(whole) : whole;
        Reckoned count = new Reckoned(limit, Optional.of(Type.INTEGER), Level.CONSTANT, false, Binding.SINGLE, true);
        return numbered(from, each, from.order(), around -> count);
    }

    private Block firstOfEach(Block block, Step.First step) {
        boolean whole = block.limit().isPresent() || block.distinct() || block.hasWindow() || losesWindows(block);
        Block from = whole ? making.wrapped(block) : block;
        List<Block.Ordering> order = step.by().isEmpty() ? from.order() : order(from, step.by());
        return numbered(from, step.each(), order, around -> new ExpressionSql(making, around).of(step.count()));
    }

    /** The rows that are among the first so many of their group. */
    private Block numbered(
            Block from, List<Step.Name> each, List<Block.Ordering> order, Function<Block, Reckoned> count) {
        String hidden = "place_in_group";
        while (from.out(hidden).isPresent()) {
            hidden = hidden + "_";
        }
        Sql place = window(from, "row_number()", each, order);
        Reckoned number = new Reckoned(place, Optional.of(Type.INTEGER), Level.WINDOW, false, Binding.SINGLE, false);
        Block around = making.wrapped(from.with(new Block.Out(hidden, number)));
        return notAbove(around, hidden, count.apply(around));
    }

    /** The rows of which a hidden number is not above a count, without it. */
    private Block notAbove(Block block, String column, Reckoned count) {
        Reckoned place = block.out(column).orElseThrow().value();
        Sql sql = place.sql().and(" <= ", making.origin()).plus(count.sql());
        List<Block.Out> outs = new ArrayList<>(block.outs());
        outs.removeIf(out -> out.name().equals(column));
        return block.where(sql).outs(outs);
    }

    /**
     * Whether the database gives no rows of groups that are chosen and looked at by a window at once, or no values of what stands
     * beside a total of no rows that a window looks at.
     */
    private boolean losesWindows(Block block) {
        return !making.dialect().forms().isSureOfWindows()
                && block.grouping()
                        .filter(grouping ->
                                !grouping.having().isEmpty() || grouping.keys().isEmpty())
                        .isPresent();
    }

    Block running(Block block, Step.Running step) {
        boolean whole = block.limit().isPresent() || block.distinct() || losesWindows(block);
        Block from = whole ? making.wrapped(block) : block;
        Optional<Reckoned> of = step.of().map(expression -> new ExpressionSql(making, from).of(expression));
        boolean onWindow = of.filter(value -> value.level() == Level.WINDOW).isPresent()
                || step.by().stream().anyMatch(by -> from.out(by.column().name())
                        .filter(out -> out.value().level() == Level.WINDOW)
                        .isPresent());
        if (onWindow) {
            return running(making.wrapped(from), step);
        }
        Sql call =
                switch (step.kind()) {
                    case SUM ->
                        Sql.form(
                                p -> "sum(" + p.get(0) + ")",
                                making.origin(),
                                of.orElseThrow().sql());
                    case RANK -> Sql.of("rank()", making.origin());
                    case NUMBER -> Sql.of("row_number()", making.origin());
                };
        Sql window = window(from, call, step.each(), order(from, step.by()), step.kind() == Step.Running.Kind.SUM);
        Optional<Type> type = of.isPresent() ? of.get().type() : Optional.of(Type.INTEGER);
        Reckoned value = new Reckoned(
                window,
                type,
                Level.WINDOW,
                of.isPresent(),
                Binding.SINGLE,
                of.filter(Reckoned::chosen).isPresent());
        return from.with(new Block.Out(step.name().name(), value));
    }

    private Sql window(Block block, String call, List<Step.Name> each, List<Block.Ordering> order) {
        return window(block, Sql.of(call, making.origin()), each, order, false);
    }

    /** @param rowByRow whether rows that are alike in their order are added one by one, not all at once */
    private Sql window(Block block, Sql call, List<Step.Name> each, List<Block.Ordering> order, boolean rowByRow) {
        Origin origin = making.origin();
        List<Sql> parts = new ArrayList<>();
        if (!each.isEmpty()) {
            List<Sql> keys = each.stream()
                    .map(name -> new ExpressionSql(making, block)
                            .column(name.name(), name.at())
                            .sql())
                    .toList();
            parts.add(Sql.of("partition by ", origin).plus(Sql.joined(keys, ", ", origin)));
        }
        if (!order.isEmpty()) {
            List<Sql> terms = order.stream().map(this::term).toList();
            parts.add(Sql.of("order by ", origin).plus(Sql.joined(terms, ", ", origin)));
        }
        Sql over = Sql.joined(parts, " ", origin);
        Sql all = call.and(" over (", origin).plus(over);
        return all.and(rowByRow ? " rows unbounded preceding)" : ")", origin);
    }

    /** One term of an order, with what has no value last. */
    Sql term(Block.Ordering one) {
        return term(one, one.value().sql());
    }

    Sql term(Block.Ordering one, Sql said) {
        Origin origin = making.origin();
        boolean mayBeEmpty = one.value().mayBeEmpty();
        if (one.largestFirst()) {
            return said.and(mayBeEmpty ? making.dialect().descending() : " desc", origin);
        }
        Sql upwards = mayBeEmpty ? said.and(making.dialect().forms().ascending(), origin) : said;
        Optional<String> first = mayBeEmpty ? making.dialect().forms().emptyLast("\uE000") : Optional.empty();
        return first.map(form -> Sql.form(
                                p -> form.replace("\uE000", p.get(0)),
                                origin,
                                one.value().sql())
                        .and(", ", origin)
                        .plus(upwards))
                .orElse(upwards);
    }
}
