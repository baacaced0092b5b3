package plainsieve.server.results.runs;

import java.util.List;
import java.util.stream.Collectors;
import plainsieve.core.rewrite.ResultShape;

/** The picks of a viewer as text. */
public final class PickDescription {
    private PickDescription() {}

    /** The column of a pick with its time unit, if any: {@code departed at, month}. */
    public static String column(String key) {
        ResultShape.Key read = ResultShape.Key.read(key);
        String words = read.column().replace('_', ' ');
        return read.cut()
                .map(valueGrouping -> words + ", " + valueGrouping.word())
                .orElse(words);
    }

    /** The groups of a pick in link notation. */
    public static String values(RunRequest.ColumnFilter filter) {
        List<String> values = filter.values().values();
        return values.isEmpty() ? "no value" : String.join("; ", values);
    }

    /** Behind a question: {@code  Only port: Ardlow.}; nothing where nothing is picked. */
    public static String suffix(List<RunRequest.ColumnFilter> picked) {
        return picked.isEmpty()
                ? ""
                : picked.stream()
                        .map(filter -> column(filter.column()) + ": " + values(filter))
                        .collect(Collectors.joining("; ", " Only ", "."));
    }
}
