package plainsieve.server.results.evidence;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.regex.Pattern;
import plainsieve.core.statement.Statement;
import plainsieve.server.sources.RunListener;
import plainsieve.sources.Column;
import plainsieve.sources.RunSummary;

/** The rows of one result as text and the totals of its numbers, for comparison with another result. */
public final class AnswerDigest implements RunListener {
    /** The maximum number of rows that are compared one by one. */
    public static final long MOST_ROWS = 10_000;

    private static final Comparator<List<String>> BY_TEXT = Comparator.comparing(Object::toString);

    private static final Pattern IDENTIFIER = Pattern.compile("(?i)(^|_)(id|year|month|no|number|code)$");

    private final List<List<String>> rows = new ArrayList<>();
    private final Map<String, BigDecimal> totals = new LinkedHashMap<>();
    private List<Column> columns = List.of();
    private boolean more;
    private double millis;
    private long sentId;

    /**
     * A summary of a result.
     *
     * @param id its number in Sent
     * @param rows the number of compared rows
     * @param more whether there are more
     * @param totals of every numeric column, as plain decimals
     */
    public record ResultSummary(
            long id, List<String> columns, long rows, boolean more, Map<String, String> totals, double millis) {}

    @Override
    public void sent(long id, Statement statement) {
        sentId = id;
    }

    @Override
    public void columns(List<Column> found) {
        columns = found;
    }

    @Override
    public void row(Object[] values) {
        List<String> row = new ArrayList<>();
        for (int i = 0; i < values.length; i++) {
            row.add(values[i] == null ? null : values[i].toString());
            if (values[i] instanceof Number number && isFinite(number) && !isIdentifier(columns.get(i))) {
                totals.merge(columns.get(i).name(), new BigDecimal(number.toString()), BigDecimal::add);
            }
        }
        rows.add(row);
    }

    /** Sums of IDs or years are meaningless. */
    private static boolean isIdentifier(Column column) {
        return IDENTIFIER.matcher(column.name()).find();
    }

    private static boolean isFinite(Number number) {
        return !(number instanceof Double real) || Double.isFinite(real);
    }

    @Override
    public void completed(RunSummary summary) {
        more = summary.more();
        millis = summary.totalMillis();
    }

    public List<List<String>> rows() {
        return rows;
    }

    /** The names of columns with meaningful totals, even without rows. */
    public List<String> numbers() {
        return columns.stream()
                .filter(column -> column.kind().isNumber() && !isIdentifier(column))
                .map(Column::name)
                .toList();
    }

    public ResultSummary side() {
        return side(sentId);
    }

    public ResultSummary side(long id) {
        Map<String, String> written = new LinkedHashMap<>();
        totals.forEach((name, total) -> written.put(name, total.toPlainString()));
        return new ResultSummary(id, columns.stream().map(Column::name).toList(), rows.size(), more, written, millis);
    }

    /** Whether both have the same rows in any order, since the order without ORDER BY is undefined. */
    public boolean sameRowsAs(AnswerDigest other) {
        return more == other.more
                && Objects.equals(
                        rows.stream().sorted(BY_TEXT).toList(),
                        other.rows.stream().sorted(BY_TEXT).toList());
    }
}
