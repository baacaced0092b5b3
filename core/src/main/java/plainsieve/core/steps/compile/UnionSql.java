package plainsieve.core.steps.compile;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.steps.compile.block.EvaluationLevel;
import plainsieve.core.steps.compile.block.SelectBlock;
import plainsieve.core.steps.compile.block.SqlExpression;
import plainsieve.core.steps.compile.block.SqlFragment;
import plainsieve.core.steps.compile.block.UnionBlocks;
import plainsieve.core.steps.model.KnownColumn;
import plainsieve.core.steps.model.Step;
import plainsieve.core.value.ProblemKind;

/** Compiles the union of rows by column name. */
final class UnionSql {
    private final CompileContext context;
    private final RowsSql rows;

    UnionSql(CompileContext context, RowsSql rows) {
        this.context = context;
        this.rows = rows;
    }

    SelectBlock under(SelectBlock block, Step.Union step) {
        SelectBlock other = rows.of(step.rows(), context.usedAliases(block));
        refuseOpen(block, step);
        refuseOpen(other, step);
        List<KnownColumn> columns = new ArrayList<>(block.columns().orElseThrow());
        for (KnownColumn column : other.columns().orElseThrow()) {
            if (block.output(column.name()).isEmpty()) {
                columns.add(column);
            }
        }
        List<SelectBlock> blocks = new ArrayList<>();
        for (SelectBlock before : before(block)) {
            blocks.add(filled(before, columns));
        }
        blocks.add(filled(other.ordered(List.of()), columns));
        List<KnownColumn> all = columns.stream()
                .map(column -> new KnownColumn(
                        column.name(),
                        column.type(),
                        column.mayBeEmpty() || blocks.stream().anyMatch(one -> mayBeEmpty(one, column))))
                .toList();
        return SelectBlock.of(
                SelectBlock.Union.of(
                        new NumericPrecision(context.dialect().forms()).preserved(blocks, context.origin())),
                context.alias("under", aliases(blocks)),
                Optional.of(all),
                context.origin());
    }

    private static boolean mayBeEmpty(SelectBlock block, KnownColumn column) {
        return block.output(column.name())
                .filter(out -> out.value().mayBeEmpty())
                .isPresent();
    }

    private static Set<String> aliases(List<SelectBlock> blocks) {
        Set<String> all = new LinkedHashSet<>();
        blocks.forEach(block -> all.addAll(block.aliases()));
        return all;
    }

    /** Flattens unions that were appended before. */
    private List<SelectBlock> before(SelectBlock block) {
        SelectBlock unordered = block.limit().isPresent() ? block : block.ordered(List.of());
        return UnionBlocks.bare(unordered)
                .filter(union -> union.declared().isEmpty()
                        && union.blocks().stream().noneMatch(one -> one.from().isEmpty()))
                .map(SelectBlock.Union::blocks)
                .orElseGet(() -> List.of(nested(unordered)));
    }

    /*
     * The order and limit of one part would apply to the whole; columns of distinct rows cannot be omitted,
     * while all parts must have the same ones.
     */
    private SelectBlock nested(SelectBlock block) {
        return block.limit().isPresent() || block.distinct()
                ? context.wrapped(block).ordered(List.of())
                : block;
    }

    private SelectBlock filled(SelectBlock block, List<KnownColumn> columns) {
        SelectBlock plain = nested(block);
        List<SelectBlock.Out> outs = new ArrayList<>();
        for (KnownColumn column : columns) {
            Optional<SelectBlock.Out> out = plain.output(column.name());
            String written =
                    column.type().map(context.dialect().forms()::nothing).orElse("null");
            SqlExpression none = SqlExpression.single(
                    SqlFragment.of(written, context.origin()), column.type(), EvaluationLevel.CONSTANT);
            outs.add(new SelectBlock.Out(
                    column.name(), out.map(SelectBlock.Out::value).orElse(none)));
        }
        return plain.outs(outs);
    }

    private void refuseOpen(SelectBlock block, Step.Union step) {
        if (block.open()) {
            throw context.wrong(
                    ProblemKind.UNKNOWN_COLUMN,
                    step.rows().at(),
                    "The columns are unknown here, so rows cannot be combined by column name.",
                    "List the columns with “columns …” first, or wait until the source's columns are loaded.");
        }
    }
}
