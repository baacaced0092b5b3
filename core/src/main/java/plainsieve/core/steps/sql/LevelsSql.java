package plainsieve.core.steps.sql;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.steps.sql.Reckoned.Binding;
import plainsieve.core.steps.step.KnownColumn;
import plainsieve.core.steps.step.Step;
import plainsieve.core.value.Type;

/**
 * Makes SQL of totals of several levels: of all keys, of all but the last, and so on, down to one of everything. At once where
 * the database can tell the levels apart, else one under the other. A key that a level is not of has no value in it.
 */
final class LevelsSql {
    private final Making making;
    private final TotalSql totals;

    LevelsSql(Making making, TotalSql totals) {
        this.making = making;
        this.totals = totals;
    }

    Block of(Block block, Step.Total step) {
        return making.dialect().forms().takesLevels() ? atOnce(block, step) : underEachOther(block, step);
    }

    private Block atOnce(Block block, Step.Total step) {
        Block grouped = totals.grouped(block, step);
        List<Sql> keys = grouped.grouping().orElseThrow().keys();
        Sql level = Sql.of(Integer.toString(keys.size()), making.origin());
        for (Sql key : keys) {
            level = level.and(" - grouping(", making.origin()).plus(key).and(")", making.origin());
        }
        List<Block.Out> outs = new ArrayList<>();
        for (Block.Out out : grouped.outs()) {
            boolean key = outs.size() < keys.size();
            outs.add(key ? new Block.Out(out.name(), out.value().perhapsEmpty()) : out);
        }
        Reckoned number =
                new Reckoned(level, Optional.of(Type.INTEGER), Level.TOTAL, false, Binding.SUM, false).neverEmpty();
        totals.add(outs, step.level().orElseThrow(), number);
        return grouped.outs(outs).grouped(new Block.Grouping(keys, List.of(), true));
    }

    private Block underEachOther(Block rows, Step.Total step) {
        Optional<Block.CommonTable> declared = declared(rows);
        Block block = declared.map(table ->
                        Block.of(table, making.alias("rows", Set.of(table.name())), rows.columns(), making.origin()))
                .orElse(rows);
        List<Block> blocks = new ArrayList<>();
        for (int level = step.keys().size(); level >= 0; level--) {
            blocks.add(level(
                    block,
                    step,
                    level,
                    blocks.isEmpty() ? List.of() : blocks.get(0).outs()));
        }
        List<KnownColumn> columns = blocks.get(0).outs().stream()
                .map(out -> {
                    boolean key = step.keys().stream()
                            .anyMatch(one -> one.name().name().equals(out.name()));
                    return new KnownColumn(
                            out.name(), out.value().type(), key || out.value().mayBeEmpty());
                })
                .toList();
        Set<String> taken = new LinkedHashSet<>();
        blocks.forEach(one -> taken.addAll(making.taken(one)));
        taken.addAll(making.taken(rows));
        String alias = making.alias("levels", taken);
        return Block.of(new Block.Stack(blocks, declared), alias, Optional.of(columns), making.origin());
    }

    /**
     * The rows as a common table expression, so that their text and its parameters are sent once and not once per level. A
     * table alone is as short by its own name, and rows that depend on those of another table cannot be declared apart from it.
     */
    private Optional<Block.CommonTable> declared(Block rows) {
        boolean isTable = rows.from().size() == 1
                && rows.from().get(0).item() instanceof Block.Written
                && rows.where().isEmpty()
                && rows.limit().isEmpty()
                && !rows.distinct()
                && rows.outs().stream().allMatch(Block.Out::isColumn);
        if (rows.open() || isTable || !isSelfContained(rows)) {
            return Optional.empty();
        }
        Set<String> taken = new LinkedHashSet<>(making.taken(rows));
        making.around().tables().forEach(table -> taken.add(table.toLowerCase(Locale.ROOT)));
        Block unordered = rows.limit().isPresent() ? rows : rows.ordered(List.of());
        return Optional.of(new Block.CommonTable(making.alias("base", taken), unordered));
    }

    private static boolean isSelfContained(Block rows) {
        Set<String> referenced = new LinkedHashSet<>();
        rows.refs(ref -> referenced.add(ref.alias()));
        return rows.sources().containsAll(referenced);
    }

    /** @param whole the columns of the level of all keys */
    private Block level(Block block, Step.Total step, int level, List<Block.Out> whole) {
        Block grouped =
                totals.grouped(block, new Step.Total(step.keys().subList(0, level), step.figures(), Optional.empty()));
        List<Block.Out> outs = new ArrayList<>(grouped.outs().subList(0, level));
        for (int i = level; i < step.keys().size(); i++) {
            outs.add(none(whole.get(i)));
        }
        outs.addAll(grouped.outs().subList(level, grouped.outs().size()));
        Sql number = Sql.of(Integer.toString(level), making.origin());
        Reckoned written =
                new Reckoned(number, Optional.of(Type.INTEGER), Level.CONSTANT, false, Binding.SINGLE, false);
        totals.add(outs, step.level().orElseThrow(), written);
        return grouped.outs(outs);
    }

    private Block.Out none(Block.Out out) {
        Optional<Type> type = out.value().type();
        String written = type.map(making.dialect().forms()::nothing).orElse("null");
        return new Block.Out(out.name(), Reckoned.single(Sql.of(written, making.origin()), type, Level.CONSTANT));
    }
}
