package plainsieve.core.steps.compile;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import plainsieve.core.dialect.ExpressionSyntax;
import plainsieve.core.steps.compile.block.EvaluationLevel;
import plainsieve.core.steps.compile.block.SelectBlock;
import plainsieve.core.steps.compile.block.SqlExpression;
import plainsieve.core.steps.compile.block.SqlFragment;
import plainsieve.core.steps.compile.block.StepOrigin;
import plainsieve.core.value.Type;

/**
 * Keeps the decimal digits of numbers that are combined in one column. Stored numbers and literals are compatible in every
 * database; computed ones may not be.
 */
final class NumericPrecision {
    private final ExpressionSyntax expressionSyntax;

    NumericPrecision(ExpressionSyntax expressionSyntax) {
        this.expressionSyntax = expressionSyntax;
    }

    /** The SQL of alternative values in one place. */
    List<SqlFragment> preserved(List<SqlExpression> values, List<SelectBlock> blocks, StepOrigin origin) {
        boolean computed =
                values.stream().filter(NumericPrecision::isDecimal).anyMatch(value -> !isNarrow(value, blocks));
        return values.stream()
                .map(value -> computed && !alike(values) && isDecimal(value) ? wide(value, origin) : value.sql())
                .toList();
    }

    /** Appended rows whose values keep their digits. All blocks have the same names in the same order. */
    List<SelectBlock> preserved(List<SelectBlock> blocks, StepOrigin origin) {
        List<SelectBlock> all = blocks;
        for (int at = 0; at < blocks.get(0).outs().size(); at++) {
            int column = at;
            List<SqlExpression> values = blocks.stream()
                    .map(block -> block.outs().get(column).value())
                    .toList();
            boolean computed = Stream.iterate(0, i -> i < blocks.size(), i -> i + 1)
                    .anyMatch(i -> isDecimal(values.get(i)) && !isNarrow(values.get(i), List.of(blocks.get(i))));
            if (computed && values.stream().filter(NumericPrecision::isDecimal).count() > 1) {
                all = all.stream().map(block -> widened(block, column, origin)).toList();
            }
        }
        return all;
    }

    private SelectBlock widened(SelectBlock block, int column, StepOrigin origin) {
        List<SelectBlock.Out> outs = new ArrayList<>(block.outs());
        SelectBlock.Out out = outs.get(column);
        if (isDecimal(out.value())) {
            SqlExpression wide = out.value().written(wide(out.value(), origin), SqlExpression.Binding.SINGLE);
            outs.set(column, new SelectBlock.Out(out.name(), wide));
        }
        return block.outs(outs);
    }

    private SqlFragment wide(SqlExpression value, StepOrigin origin) {
        return SqlFragment.form(parts -> expressionSyntax.unifiable(parts.get(0)), origin, value.sql());
    }

    private static boolean alike(List<SqlExpression> values) {
        List<SqlExpression> decimals =
                values.stream().filter(NumericPrecision::isDecimal).toList();
        return decimals.stream().allMatch(value -> value.isAs(decimals.get(0)));
    }

    private static boolean isDecimal(SqlExpression value) {
        return value.type().equals(Optional.of(Type.DECIMAL));
    }

    private static boolean isNarrow(SqlExpression value, List<SelectBlock> blocks) {
        return value.level() == EvaluationLevel.CONSTANT || isStored(value, blocks);
    }

    private static boolean isStored(SqlExpression value, List<SelectBlock> blocks) {
        List<SqlFragment.Piece> pieces = value.sql().pieces();
        return pieces.size() == 1
                && pieces.get(0) instanceof SqlFragment.Ref ref
                && blocks.stream()
                        .flatMap(block -> block.from().stream())
                        .filter(from -> from.alias().equals(ref.alias()))
                        .anyMatch(from -> isStored(from.item(), ref.column()));
    }

    private static boolean isStored(SelectBlock.Item item, String column) {
        if (item instanceof SelectBlock.Nested nested) {
            return isStored(nested.block(), column);
        }
        if (item instanceof SelectBlock.CommonTable table) {
            return isStored(table.rows(), column);
        }
        return item instanceof SelectBlock.TableItem
                || item instanceof SelectBlock.Union union
                        && union.blocks().stream().allMatch(block -> isStored(block, column));
    }

    private static boolean isStored(SelectBlock block, String column) {
        return block.output(column)
                .filter(out -> isNarrow(out.value(), List.of(block)))
                .isPresent();
    }
}
