package plainsieve.core.steps.sql;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import plainsieve.core.dialect.Forms;
import plainsieve.core.value.Type;

/**
 * Numbers of which one comes to stand in one place, none of which may lose digits for another. Those that tables keep and those
 * that stand in the text are narrow enough for each other in every database; what is reckoned may not be.
 */
final class Digits {
    private final Forms forms;

    Digits(Forms forms) {
        this.forms = forms;
    }

    /** The SQL of values of one place, one of which the rows of this block, or of the others, take. */
    List<Sql> kept(List<Reckoned> values, List<Block> blocks, Origin origin) {
        boolean reckoned = values.stream().filter(Digits::isDecimal).anyMatch(value -> !isNarrow(value, blocks));
        return values.stream()
                .map(value -> reckoned && !alike(values) && isDecimal(value) ? wide(value, origin) : value.sql())
                .toList();
    }

    /** Rows under each other whose values of one place are all kept. Each block has the same names in the same order. */
    List<Block> kept(List<Block> blocks, Origin origin) {
        List<Block> all = blocks;
        for (int at = 0; at < blocks.get(0).outs().size(); at++) {
            int column = at;
            List<Reckoned> values = blocks.stream()
                    .map(block -> block.outs().get(column).value())
                    .toList();
            boolean reckoned = Stream.iterate(0, i -> i < blocks.size(), i -> i + 1)
                    .anyMatch(i -> isDecimal(values.get(i)) && !isNarrow(values.get(i), List.of(blocks.get(i))));
            if (reckoned && values.stream().filter(Digits::isDecimal).count() > 1) {
                all = all.stream().map(block -> widened(block, column, origin)).toList();
            }
        }
        return all;
    }

    private Block widened(Block block, int column, Origin origin) {
        List<Block.Out> outs = new ArrayList<>(block.outs());
        Block.Out out = outs.get(column);
        if (isDecimal(out.value())) {
            Reckoned wide = out.value().written(wide(out.value(), origin), Reckoned.Binding.SINGLE);
            outs.set(column, new Block.Out(out.name(), wide));
        }
        return block.outs(outs);
    }

    private Sql wide(Reckoned value, Origin origin) {
        return Sql.form(parts -> forms.besideOthers(parts.get(0)), origin, value.sql());
    }

    private static boolean alike(List<Reckoned> values) {
        List<Reckoned> decimals = values.stream().filter(Digits::isDecimal).toList();
        return decimals.stream().allMatch(value -> value.isAs(decimals.get(0)));
    }

    private static boolean isDecimal(Reckoned value) {
        return value.type().equals(Optional.of(Type.DECIMAL));
    }

    private static boolean isNarrow(Reckoned value, List<Block> blocks) {
        return value.level() == Level.CONSTANT || isStored(value, blocks);
    }

    private static boolean isStored(Reckoned value, List<Block> blocks) {
        List<Sql.Piece> pieces = value.sql().pieces();
        return pieces.size() == 1
                && pieces.get(0) instanceof Sql.Ref ref
                && blocks.stream()
                        .flatMap(block -> block.from().stream())
                        .filter(from -> from.alias().equals(ref.alias()))
                        .anyMatch(from -> isStored(from.item(), ref.column()));
    }

    private static boolean isStored(Block.Item item, String column) {
        if (item instanceof Block.Nested nested) {
            return isStored(nested.block(), column);
        }
        if (item instanceof Block.CommonTable table) {
            return isStored(table.rows(), column);
        }
        return item instanceof Block.Written
                || item instanceof Block.Stack stack
                        && stack.blocks().stream().allMatch(block -> isStored(block, column));
    }

    private static boolean isStored(Block block, String column) {
        return block.out(column)
                .filter(out -> isNarrow(out.value(), List.of(block)))
                .isPresent();
    }
}
