package plainsieve.core.steps.sql;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** What holds of blocks under each other: they all have the same columns. */
final class Stacks {
    private Stacks() {}

    /** The blocks under each other that a block is nothing but, with the columns that it takes of them; nothing when it is more. */
    static Optional<Block.Stack> bare(Block block) {
        boolean one = block.from().size() == 1 && block.from().get(0).item() instanceof Block.Stack;
        if (!one
                || !block.where().isEmpty()
                || !block.isPlain()
                || !block.order().isEmpty()
                || block.outs().isEmpty()) {
            return Optional.empty();
        }
        boolean onlyTakes = block.outs().stream().allMatch(Block.Out::isColumn);
        if (!onlyTakes) {
            return Optional.empty();
        }
        Block.Stack stack = (Block.Stack) block.from().get(0).item();
        List<Block> parts =
                stack.blocks().stream().map(part -> taken(part, block)).toList();
        return parts.stream().anyMatch(part -> losesTotals(part, part.outs()))
                ? Optional.empty()
                : Optional.of(new Block.Stack(parts, stack.declared()));
    }

    /** Whether a total of everything would be left without a total: without keys there is one row only while one is asked. */
    static boolean losesTotals(Block block, List<Block.Out> outs) {
        return block.grouping().filter(grouping -> grouping.keys().isEmpty()).isPresent()
                && outs.stream().noneMatch(out -> out.value().level() == Level.TOTAL);
    }

    private static Block taken(Block part, Block block) {
        List<Block.Out> outs = new ArrayList<>();
        for (Block.Out out : block.outs()) {
            Sql.Ref ref = (Sql.Ref) out.value().sql().pieces().get(0);
            outs.add(new Block.Out(
                    out.name(), part.out(ref.column()).orElseThrow().value()));
        }
        return part.outs(outs);
    }

    /** Columns that are asked of blocks under each other; with a total of each that would have none. */
    static Set<String> withTotals(Set<String> asked, Block.Stack stack) {
        Set<String> names = new LinkedHashSet<>(asked);
        for (Block block : stack.blocks()) {
            List<Block.Out> outs = block.outs().stream()
                    .filter(out -> names.contains(out.name()))
                    .toList();
            if (losesTotals(block, outs)) {
                block.outs().stream()
                        .filter(out -> out.value().level() == Level.TOTAL)
                        .findFirst()
                        .ifPresent(out -> names.add(out.name()));
            }
        }
        return names;
    }
}
