package plainsieve.server.records;

import java.util.List;
import java.util.function.Function;

/**
 * Caches the parsed form of rows until the rows change, for tables that are polled every second.
 *
 * @param <R> a row, compared by its values
 */
public final class ParsedRowCache<R, T> {
    private final Function<R, T> reading;
    private volatile ParsedRow<R, T> last = new ParsedRow<>(List.of(), List.of());

    private record ParsedRow<R, T>(List<R> rows, List<T> read) {}

    public ParsedRowCache(Function<R, T> reading) {
        this.reading = reading;
    }

    public List<T> of(List<R> rows) {
        ParsedRow<R, T> known = last;
        if (rows != known.rows() && !rows.equals(known.rows())) {
            known = new ParsedRow<>(
                    List.copyOf(rows), rows.stream().map(reading).toList());
            last = known;
        }
        return known.read();
    }
}
