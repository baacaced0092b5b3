package plainsieve.core.steps.compile.block;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Operations on blocks combined by UNION ALL. */
public final class UnionBlocks {
    private UnionBlocks() {}

    /** The union that a block merely selects from, reduced to the selected columns; empty if the block does more. */
    public static Optional<SelectBlock.Union> bare(SelectBlock block) {
        boolean one = block.from().size() == 1 && block.from().get(0).item() instanceof SelectBlock.Union;
        if (!one
                || !block.where().isEmpty()
                || !block.isPlain()
                || !block.order().isEmpty()
                || block.outs().isEmpty()) {
            return Optional.empty();
        }
        boolean onlyTakes = block.outs().stream().allMatch(SelectBlock.Out::isColumn);
        if (!onlyTakes) {
            return Optional.empty();
        }
        SelectBlock.Union union = (SelectBlock.Union) block.from().get(0).item();
        List<SelectBlock> parts =
                union.blocks().stream().map(part -> selected(part, block)).toList();
        return parts.stream().anyMatch(part -> losesTotals(part, part.outs()))
                ? Optional.empty()
                : Optional.of(new SelectBlock.Union(parts, union.declared()));
    }

    /** Whether a grand total would lose its aggregate: without keys there is a single row only with an aggregate. */
    public static boolean losesTotals(SelectBlock block, List<SelectBlock.Out> outs) {
        return block.grouping().filter(grouping -> grouping.keys().isEmpty()).isPresent()
                && outs.stream().noneMatch(out -> out.value().level() == EvaluationLevel.TOTAL);
    }

    private static SelectBlock selected(SelectBlock part, SelectBlock block) {
        List<SelectBlock.Out> outs = new ArrayList<>();
        for (SelectBlock.Out out : block.outs()) {
            SqlFragment.Ref ref = (SqlFragment.Ref) out.value().sql().pieces().get(0);
            outs.add(new SelectBlock.Out(
                    out.name(), part.output(ref.column()).orElseThrow().value()));
        }
        return part.outs(outs);
    }

    /** The required columns of a union, with an aggregate added to parts that would have none. */
    public static Set<String> withTotals(Set<String> asked, SelectBlock.Union union) {
        Set<String> names = new LinkedHashSet<>(asked);
        for (SelectBlock block : union.blocks()) {
            List<SelectBlock.Out> outs = block.outs().stream()
                    .filter(out -> names.contains(out.name()))
                    .toList();
            if (losesTotals(block, outs)) {
                block.outs().stream()
                        .filter(out -> out.value().level() == EvaluationLevel.TOTAL)
                        .findFirst()
                        .ifPresent(out -> names.add(out.name()));
            }
        }
        return names;
    }
}
