package plainsieve.sources;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/** Collects the rows of a small result. */
final class Collected implements RowReceiver {
    List<Column> columns = List.of();
    final List<List<Object>> rows = new ArrayList<>();

    @Override
    public void columns(List<Column> found) {
        columns = found;
    }

    @Override
    public void row(Object[] values) {
        rows.add(Arrays.asList(values));
    }
}
