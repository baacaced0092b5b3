package plainsieve.core.steps.sql;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.steps.step.KnownColumn;
import plainsieve.core.steps.step.Step;

/** Makes SQL of rows that are put under each other, by the names of their columns. */
final class StackSql {
    private final Making making;
    private final RowsSql rows;

    StackSql(Making making, RowsSql rows) {
        this.making = making;
        this.rows = rows;
    }

    Block under(Block block, Step.Under step) {
        Block other = rows.of(step.rows(), making.taken(block));
        refuseOpen(block, step);
        refuseOpen(other, step);
        List<KnownColumn> columns = new ArrayList<>(block.columns().orElseThrow());
        for (KnownColumn column : other.columns().orElseThrow()) {
            if (block.out(column.name()).isEmpty()) {
                columns.add(column);
            }
        }
        List<Block> blocks = new ArrayList<>();
        for (Block before : before(block)) {
            blocks.add(filled(before, columns));
        }
        blocks.add(filled(other.ordered(List.of()), columns));
        List<KnownColumn> all = columns.stream()
                .map(column -> new KnownColumn(
                        column.name(),
                        column.type(),
                        column.mayBeEmpty() || blocks.stream().anyMatch(one -> mayBeEmpty(one, column))))
                .toList();
        return Block.of(
                Block.Stack.of(new Digits(making.dialect().forms()).kept(blocks, making.origin())),
                making.alias("under", aliases(blocks)),
                Optional.of(all),
                making.origin());
    }

    private static boolean mayBeEmpty(Block block, KnownColumn column) {
        return block.out(column.name()).filter(out -> out.value().mayBeEmpty()).isPresent();
    }

    private static Set<String> aliases(List<Block> blocks) {
        Set<String> all = new LinkedHashSet<>();
        blocks.forEach(block -> all.addAll(block.aliases()));
        return all;
    }

    /** Rows that were put under each other before are not put into each other. */
    private List<Block> before(Block block) {
        Block unordered = block.limit().isPresent() ? block : block.ordered(List.of());
        return Stacks.bare(unordered)
                .filter(stack -> stack.declared().isEmpty()
                        && stack.blocks().stream().noneMatch(one -> one.from().isEmpty()))
                .map(Block.Stack::blocks)
                .orElseGet(() -> List.of(within(unordered)));
    }

    /*
     * An order and a limit of one part would be taken for those of all of them; of different rows no column can be left out,
     * while all parts have to have the same ones.
     */
    private Block within(Block block) {
        return block.limit().isPresent() || block.distinct()
                ? making.wrapped(block).ordered(List.of())
                : block;
    }

    private Block filled(Block block, List<KnownColumn> columns) {
        Block plain = within(block);
        List<Block.Out> outs = new ArrayList<>();
        for (KnownColumn column : columns) {
            Optional<Block.Out> out = plain.out(column.name());
            String written =
                    column.type().map(making.dialect().forms()::nothing).orElse("null");
            Reckoned none = Reckoned.single(Sql.of(written, making.origin()), column.type(), Level.CONSTANT);
            outs.add(new Block.Out(column.name(), out.map(Block.Out::value).orElse(none)));
        }
        return plain.outs(outs);
    }

    private void refuseOpen(Block block, Step.Under step) {
        if (block.open()) {
            throw making.wrong(
                    "unknown-columns",
                    step.rows().at(),
                    "What columns there are is not known here, so rows cannot be put under each other by their names.",
                    "Say with “columns …” first which there shall be, or wait until the source has told its columns.");
        }
    }
}
