package plainsieve.core.steps.compile.block;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * Removes unused outer joins on a key. It is safe where unmatched rows are kept and a key of the joined table is compared
 * by equality: then each row has at most one match, so that none is removed or duplicated. All columns of the key
 * must be compared, and key values are unique.
 *
 * <pre>
 * select c.state from crossings c left join ports p on p.port_id = c.port_id     port_id is the key of ports
 * select c.state from crossings c
 * </pre>
 */
public final class JoinElimination {
    private JoinElimination() {}

    public static SelectBlock leftOut(SelectBlock block) {
        List<SelectBlock.FromItem> kept = new ArrayList<>(block.from());
        boolean changed = false;
        // In reverse order: an item used only by an unused one is unused.
        for (int i = kept.size() - 1; i > 0; i--) {
            if (isSafe(kept.get(i)) && !isUsed(kept.get(i).alias(), with(block, kept))) {
                kept.remove(i);
                changed = true;
            }
        }
        return changed ? with(block, kept) : block;
    }

    private static SelectBlock with(SelectBlock block, List<SelectBlock.FromItem> from) {
        return new SelectBlock(
                from,
                block.where(),
                block.grouping(),
                block.outs(),
                block.open(),
                block.distinct(),
                block.order(),
                block.limit());
    }

    private static boolean isSafe(SelectBlock.FromItem from) {
        boolean kept = from.join().filter(SelectBlock.Join::kept).isPresent();
        if (!kept || !(from.item() instanceof SelectBlock.TableItem written)) {
            return false;
        }
        Set<String> matched = from.join().orElseThrow().matched().stream()
                .map(name -> name.toLowerCase(Locale.ROOT))
                .collect(Collectors.toSet());
        return written.keys().stream().anyMatch(matched::containsAll);
    }

    /** Whether anything but its own match names it. */
    private static boolean isUsed(String alias, SelectBlock block) {
        Set<String> named = new HashSet<>();
        block.outs().forEach(out -> out.value().sql().refs(ref -> named.add(ref.alias())));
        List<SelectBlock.FromItem> others =
                block.from().stream().filter(one -> !one.alias().equals(alias)).toList();
        with(block, others).refs(ref -> named.add(ref.alias()));
        return named.contains(alias);
    }
}
