package plainsieve.sources.federation;

import java.math.BigDecimal;
import java.sql.SQLException;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import plainsieve.sources.Column;
import plainsieve.sources.RowReceiver;
import plainsieve.sources.SourceFailure;
import plainsieve.sources.engine.CellStaging;

/** Stages the rows of one part. */
final class PartRows implements RowReceiver {
    private final CellStaging staging;
    private final String name;
    private List<Column> columns = List.of();
    private long rows;

    /** @param name of the side, for failures */
    PartRows(CellStaging staging, String name) {
        this.staging = staging;
        this.name = name;
    }

    /** An error while staging, where no checked exception can be thrown. */
    static final class StageFailed extends RuntimeException {
        StageFailed(SQLException cause) {
            super(cause);
        }

        SQLException why() {
            return (SQLException) getCause();
        }
    }

    List<Column> columns() {
        return columns;
    }

    long rows() {
        return rows;
    }

    @Override
    public void columns(List<Column> found) {
        Set<String> names = new HashSet<>();
        for (Column column : found) {
            if (!names.add(column.name().toLowerCase(Locale.ROOT))) {
                throw new SourceFailure(
                        SourceFailure.Kind.REFUSED_STATEMENT,
                        "“%s” returns two columns named “%s”.".formatted(name, column.name()),
                        "Give each a unique name.",
                        null);
            }
        }
        columns = List.copyOf(found);
        try {
            staging.begin(found.size());
        } catch (SQLException e) {
            throw new StageFailed(e);
        }
    }

    @Override
    public void row(Object[] values) {
        String[] cells = new String[values.length];
        for (int i = 0; i < cells.length; i++) {
            cells[i] = text(values[i]);
        }
        try {
            staging.row(cells);
            rows++;
        } catch (SQLException e) {
            throw new StageFailed(e);
        }
    }

    private static String text(Object value) {
        if (value instanceof BigDecimal number) {
            return number.toPlainString();
        }
        return value == null ? null : value.toString();
    }
}
