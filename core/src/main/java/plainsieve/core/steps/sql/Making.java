package plainsieve.core.steps.sql;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.steps.step.At;
import plainsieve.core.steps.step.KnownColumn;
import plainsieve.core.value.Place;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;

/**
 * What is known while the SQL of a step is made.
 *
 * @param line the number of the step's line, from 0
 * @param text the line
 * @param whole the words that all of it comes from, where its own line is one of another query
 * @param reserved aliases that nothing here may have
 * @param arguments what stands for parameters, where the steps are those of a query that is called
 */
record Making(
        Dialect dialect,
        Around around,
        int line,
        String text,
        Optional<Origin> whole,
        Set<String> reserved,
        Map<String, Reckoned> arguments) {
    /** Beyond this a value is given a name in a block of its own, so that nothing grows with the square of the steps. */
    private static final int LONGEST_REPEATED = 400;

    /** Of a line of these steps. */
    static Making of(Dialect dialect, Around around, int line, String text) {
        return new Making(dialect, around, line, text, Optional.empty(), Set.of(), Map.of());
    }

    /** Of a line of another query, of which all comes from the same words here. */
    Making within(String other, At here, Set<String> taken) {
        return new Making(dialect, around, line, other, Optional.of(origin(here)), taken, Map.of());
    }

    Making calledWith(Map<String, Reckoned> others) {
        return new Making(dialect, around, line, text, whole, reserved, others);
    }

    Origin origin(At at) {
        return whole.orElse(new Origin(line, at));
    }

    /** Where the whole line stands. */
    Origin origin() {
        return origin(new At(0, text.length()));
    }

    /** Aliases that nothing more in a block may have. */
    Set<String> taken(Block block) {
        Set<String> taken = block.aliases();
        taken.addAll(reserved);
        return taken;
    }

    ProblemException wrong(String kind, At at, String message, String advice) {
        return new ProblemException(
                Problem.of(kind, message, advice).at(Place.in(text, at.start(), Math.min(at.end(), text.length()))));
    }

    /** The block as something that another is from. Its order is that of the other, as far as it can be said there. */
    Block wrapped(Block block) {
        return wrapped(block, taken(block));
    }

    /** @param taken aliases that it must not have */
    Block wrapped(Block block, Set<String> taken) {
        String alias = alias("rows", taken);
        boolean ordersForNothing = block.limit().isEmpty() && !block.order().isEmpty();
        Block inner = ordersForNothing ? block.ordered(List.of()) : block;
        List<Block.Out> outs = new ArrayList<>();
        block.outs().forEach(out -> outs.add(new Block.Out(out.name(), again(alias, out))));
        Block.From from = new Block.From(new Block.Nested(inner), alias, Optional.empty());
        return new Block(
                List.of(from),
                List.of(),
                Optional.empty(),
                outs,
                block.open(),
                false,
                orderAround(block, alias),
                Optional.empty());
    }

    private Reckoned again(String alias, Block.Out out) {
        KnownColumn column =
                new KnownColumn(out.name(), out.value().type(), out.value().mayBeEmpty());
        return Block.ref(alias, column, origin());
    }

    private List<Block.Ordering> orderAround(Block block, String alias) {
        List<Block.Ordering> outside = new ArrayList<>();
        for (Block.Ordering one : block.order()) {
            Optional<Block.Out> out =
                    block.out(one.by()).filter(found -> found.value().isAs(one.value()));
            if (out.isEmpty()) {
                break;
            }
            outside.add(new Block.Ordering(out.get().name(), again(alias, out.get()), one.largestFirst()));
        }
        return outside;
    }

    /** An alias that none of these is: the first letter of a name, with a number where that is taken. */
    String alias(String name, Set<String> taken) {
        String first = name.substring(0, 1).toLowerCase(Locale.ROOT);
        String letter = first.matches("[a-z]") ? first : "t";
        String end = dialect().forms().aliasEnd();
        String alias = letter + end;
        for (int i = 2; taken.contains(alias); i++) {
            alias = letter + i + end;
        }
        return alias;
    }

    /** The block, with its values named one level further in where repeating one would make it long. */
    Block shortened(Block block) {
        boolean tooLong =
                block.outs().stream().anyMatch(out -> out.value().sql().length() > LONGEST_REPEATED);
        return tooLong ? wrapped(block) : block;
    }
}
