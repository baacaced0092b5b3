package plainsieve.core.steps.compile;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.dialect.SqlFeature;
import plainsieve.core.steps.compile.block.EvaluationLevel;
import plainsieve.core.steps.compile.block.SelectBlock;
import plainsieve.core.steps.compile.block.SqlExpression;
import plainsieve.core.steps.compile.block.SqlExpression.Binding;
import plainsieve.core.steps.compile.block.SqlFragment;
import plainsieve.core.steps.model.KnownColumn;
import plainsieve.core.steps.model.Step;
import plainsieve.core.value.Type;

/**
 * Compiles grouping sets, with ROLLUP or with one query per level. A key that is not part of a level is null in
 * it.
 */
final class SubtotalSql {
    private final CompileContext context;
    private final GroupSql totals;

    SubtotalSql(CompileContext context, GroupSql totals) {
        this.context = context;
        this.totals = totals;
    }

    SelectBlock of(SelectBlock block, Step.Group step) {
        return context.dialect().has(SqlFeature.ROLLUP) ? atOnce(block, step) : underEachOther(block, step);
    }

    private SelectBlock atOnce(SelectBlock block, Step.Group step) {
        SelectBlock grouped = totals.grouped(block, step);
        List<SqlFragment> keys = grouped.grouping().orElseThrow().keys();
        SqlFragment level = SqlFragment.of(Integer.toString(keys.size()), context.origin());
        for (SqlFragment key : keys) {
            level = level.and(" - grouping(", context.origin()).plus(key).and(")", context.origin());
        }
        List<SelectBlock.Out> outs = new ArrayList<>();
        for (SelectBlock.Out out : grouped.outs()) {
            boolean key = outs.size() < keys.size();
            outs.add(key ? new SelectBlock.Out(out.name(), out.value().perhapsEmpty()) : out);
        }
        SqlExpression number = new SqlExpression(
                        level, Optional.of(Type.INTEGER), EvaluationLevel.TOTAL, false, Binding.SUM, false)
                .neverEmpty();
        totals.add(outs, step.level().orElseThrow(), number);
        return grouped.outs(outs).grouped(new SelectBlock.Grouping(keys, List.of(), true));
    }

    private SelectBlock underEachOther(SelectBlock rows, Step.Group step) {
        Optional<SelectBlock.CommonTable> declared = declared(rows);
        SelectBlock block = declared.map(table -> SelectBlock.of(
                        table, context.alias("rows", Set.of(table.name())), rows.columns(), context.origin()))
                .orElse(rows);
        List<SelectBlock> blocks = new ArrayList<>();
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
        blocks.forEach(one -> taken.addAll(context.usedAliases(one)));
        taken.addAll(context.usedAliases(rows));
        String alias = context.alias("levels", taken);
        return SelectBlock.of(new SelectBlock.Union(blocks, declared), alias, Optional.of(columns), context.origin());
    }

    /**
     * The rows as a common table expression, so that their text and its parameters are sent once and not once per level. A
     * plain table needs none, and lateral rows cannot be declared separately.
     */
    private Optional<SelectBlock.CommonTable> declared(SelectBlock rows) {
        boolean isTable = rows.from().size() == 1
                && rows.from().get(0).item() instanceof SelectBlock.TableItem
                && rows.where().isEmpty()
                && rows.limit().isEmpty()
                && !rows.distinct()
                && rows.outs().stream().allMatch(SelectBlock.Out::isColumn);
        if (rows.open() || isTable || !isSelfContained(rows)) {
            return Optional.empty();
        }
        Set<String> taken = new LinkedHashSet<>(context.usedAliases(rows));
        context.around().tables().forEach(table -> taken.add(table.toLowerCase(Locale.ROOT)));
        SelectBlock unordered = rows.limit().isPresent() ? rows : rows.ordered(List.of());
        return Optional.of(new SelectBlock.CommonTable(context.alias("base", taken), unordered));
    }

    private static boolean isSelfContained(SelectBlock rows) {
        Set<String> referenced = new LinkedHashSet<>();
        rows.refs(ref -> referenced.add(ref.alias()));
        return rows.sources().containsAll(referenced);
    }

    /** @param whole the columns of the level of all keys */
    private SelectBlock level(SelectBlock block, Step.Group step, int level, List<SelectBlock.Out> whole) {
        SelectBlock grouped =
                totals.grouped(block, new Step.Group(step.keys().subList(0, level), step.figures(), Optional.empty()));
        List<SelectBlock.Out> outs = new ArrayList<>(grouped.outs().subList(0, level));
        for (int i = level; i < step.keys().size(); i++) {
            outs.add(none(whole.get(i)));
        }
        outs.addAll(grouped.outs().subList(level, grouped.outs().size()));
        SqlFragment number = SqlFragment.of(Integer.toString(level), context.origin());
        SqlExpression written = new SqlExpression(
                number, Optional.of(Type.INTEGER), EvaluationLevel.CONSTANT, false, Binding.SINGLE, false);
        totals.add(outs, step.level().orElseThrow(), written);
        return grouped.outs(outs);
    }

    private SelectBlock.Out none(SelectBlock.Out out) {
        Optional<Type> type = out.value().type();
        String written = type.map(context.dialect().forms()::nothing).orElse("null");
        return new SelectBlock.Out(
                out.name(),
                SqlExpression.single(SqlFragment.of(written, context.origin()), type, EvaluationLevel.CONSTANT));
    }
}
