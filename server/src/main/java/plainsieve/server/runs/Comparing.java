package plainsieve.server.runs;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.SortedMap;
import java.util.TreeMap;
import org.springframework.stereotype.Service;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.rewrite.RunnableText;
import plainsieve.core.rewrite.Statement;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.server.project.NotFound;
import plainsieve.server.records.SentRow;
import plainsieve.sources.Column;
import plainsieve.sources.RowReceiver;

/** Sends statements of Sent once more: beside each other to compare them, or as text for another client. */
@Service
public class Comparing {
    private static final long MOST_ROWS = 10_000;
    private static final int SHOWN = 5;

    private final SentLog log;
    private final SourceRegistry sources;
    private final SideStatements statements;

    Comparing(SentLog log, SourceRegistry sources, SideStatements statements) {
        this.log = log;
        this.sources = sources;
        this.statements = statements;
    }

    /**
     * One of two statements that are compared, as it answers now.
     *
     * @param rows how many rows, of at most as many as are compared
     * @param more whether there are more
     * @param totals of every column of numbers, as a plain decimal
     */
    public record Side(
            long id, List<String> columns, long rows, boolean more, Map<String, String> totals, double millis) {}

    /**
     * How two statements differ.
     *
     * @param sameText whether only values differ
     * @param firstDifference the first row, from 1, that is not the same in both; 0 when all are
     * @param left rows of the first from there on
     * @param right rows of the second from there on
     */
    public record Compared(
            boolean sameText,
            Side first,
            Side second,
            long firstDifference,
            List<List<String>> left,
            List<List<String>> right) {}

    /** The rows of one answer as text, and the totals of its numbers. */
    private static final class Answered implements RowReceiver {
        private final List<List<String>> rows = new ArrayList<>();
        private final Map<String, BigDecimal> totals = new LinkedHashMap<>();
        private List<Column> columns = List.of();
        private boolean more;
        private double millis;

        @Override
        public void columns(List<Column> found) {
            columns = found;
        }

        @Override
        public void row(Object[] values) {
            List<String> row = new ArrayList<>();
            for (int i = 0; i < values.length; i++) {
                row.add(values[i] == null ? null : values[i].toString());
                if (values[i] instanceof Number number) {
                    totals.merge(columns.get(i).name(), new BigDecimal(number.toString()), BigDecimal::add);
                }
            }
            rows.add(row);
        }

        Side side(long id) {
            Map<String, String> written = new LinkedHashMap<>();
            totals.forEach((name, total) -> written.put(name, total.toPlainString()));
            return new Side(id, columns.stream().map(Column::name).toList(), rows.size(), more, written, millis);
        }
    }

    public Compared compare(long first, long second) {
        SentRow one = row(first);
        SentRow other = row(second);
        Answered left = answered(one);
        Answered right = answered(other);
        int at = firstDifference(left.rows, right.rows);
        return new Compared(
                one.text().equals(other.text()),
                left.side(first),
                right.side(second),
                at < 0 ? 0 : at + 1L,
                from(left.rows, at),
                from(right.rows, at));
    }

    private SentRow row(long id) {
        return log.find(id).orElseThrow(() -> new NotFound("statement", Long.toString(id), List.of()));
    }

    private Answered answered(SentRow row) {
        Statement sent = log.again(row)
                .orElseThrow(() -> new ProblemException(Problem.of(
                        "private-values",
                        "Statement %d had private values, which were not kept.".formatted(row.id()),
                        "Run it again, then compare.")));
        Statement limited = new Statement(sent.text(), sent.values(), List.of(), Math.min(sent.cap(), MOST_ROWS));
        Answered answered = new Answered();
        long start = System.nanoTime();
        answered.more = statements
                .send(row.sourceId(), row.queryId(), limited, answered)
                .more();
        answered.millis = (System.nanoTime() - start) / 1e6;
        return answered;
    }

    private static int firstDifference(List<List<String>> left, List<List<String>> right) {
        int shared = Math.min(left.size(), right.size());
        for (int i = 0; i < shared; i++) {
            if (!Objects.equals(left.get(i), right.get(i))) {
                return i;
            }
        }
        return left.size() == right.size() ? -1 : shared;
    }

    private static List<List<String>> from(List<List<String>> rows, int at) {
        return at < 0 ? List.of() : rows.subList(Math.min(at, rows.size()), Math.min(at + SHOWN, rows.size()));
    }

    /** The statement as text that runs in any client of its database; a private value stands as the parameter's name. */
    public String runnable(long id) {
        SentRow row = row(id);
        Dialect dialect = sources.get(row.sourceId()).dialect();
        SortedMap<Integer, String> literals = new TreeMap<>();
        for (SentLog.SentValue value : log.values(row)) {
            boolean hidden = value.type().equals(SentValues.PRIVATE);
            literals.put(
                    value.offset(),
                    hidden ? ":" + value.parameter() : RunnableText.literal(SentValues.bound(value), dialect));
        }
        return RunnableText.of(row.text(), literals);
    }
}
