package plainsieve.sources.federation;

import java.util.List;
import java.util.Optional;
import plainsieve.core.statement.BoundValue;
import plainsieve.core.statement.Statement;
import plainsieve.sources.Column;
import plainsieve.sources.RowReceiver;

/** Counts the rows of a part up to a limit. */
final class RowCountProbe implements RowReceiver {
    private static final String BEFORE = "select count(*) as n\nfrom (\nselect 1 as one\nfrom (\n";

    private Optional<Long> rows = Optional.empty();

    /** The statement that counts the rows of another. */
    static Statement statement(Statement counted, long most) {
        List<BoundValue> values = counted.values().stream()
                .map(value -> value.shiftedBy(BEFORE.length()))
                .toList();
        String text = BEFORE + counted.text() + "\n) counted\nlimit " + most + "\n) few";
        return new Statement(text, values, List.of(), 1);
    }

    Optional<Long> rows() {
        return rows;
    }

    @Override
    public void columns(List<Column> columns) {
        // One, which it is known to be.
    }

    @Override
    public void row(Object[] values) {
        rows = Optional.of(((Number) values[0]).longValue());
    }
}
