package plainsieve.server.sources.sent;

import java.util.List;
import plainsieve.core.statement.BoundValue;
import plainsieve.core.statement.PlaceholderBinding;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;
import plainsieve.core.value.ValueReader;

/** Converts bound values to their stored form and back. */
public final class SentValues {
    private static final String JSON = "json";
    private static final String MANY = "[]";

    private SentValues() {}

    /** The values of a statement as Sent shows them. */
    public static List<SentValue> of(Statement statement) {
        return statement.values().stream()
                .map(value -> of(value.parameter(), value.offset(), value.bound()))
                .toList();
    }

    static SentValue of(String parameter, int offset, PlaceholderBinding placeholderBinding) {
        if (placeholderBinding instanceof PlaceholderBinding.Single single) {
            return new SentValue(
                    parameter,
                    offset,
                    single.value().type().word(),
                    List.of(single.value().written()));
        }
        if (placeholderBinding instanceof PlaceholderBinding.Array array) {
            List<String> written = array.values().stream().map(Value::written).toList();
            return new SentValue(parameter, offset, array.type().word() + MANY, written);
        }
        if (placeholderBinding instanceof PlaceholderBinding.JsonArray json) {
            return new SentValue(parameter, offset, JSON, List.of(json.text()));
        }
        return placeholderBinding instanceof PlaceholderBinding.RowCount count
                ? new SentValue(parameter, offset, Type.INTEGER.word(), List.of(Long.toString(count.rows())))
                : new SentValue(
                        parameter,
                        offset,
                        ((PlaceholderBinding.TypedNull) placeholderBinding)
                                .type()
                                .word(),
                        List.of());
    }

    /** The number of values of a statement; at least one, for its text. */
    static int count(Statement statement) {
        int count = 1;
        for (BoundValue value : statement.values()) {
            count += value.bound() instanceof PlaceholderBinding.Array array
                    ? array.values().size()
                    : value.bound() instanceof PlaceholderBinding.JsonArray json
                            ? json.values().size()
                            : 1;
        }
        return count;
    }

    /** The bound values. A list bound as JSON is restored as its text, which binds alike. */
    public static PlaceholderBinding bound(SentValue value) {
        if (value.type().equals(JSON)) {
            return new PlaceholderBinding.Single(new Value.Text(value.values().get(0)));
        }
        boolean many = value.type().endsWith(MANY);
        String word = many ? value.type().substring(0, value.type().length() - MANY.length()) : value.type();
        Type type = Type.ofWord(word).orElse(Type.TEXT);
        if (many) {
            return new PlaceholderBinding.Array(
                    type,
                    value.values().stream()
                            .map(written -> ValueReader.read(type, written))
                            .toList());
        }
        return value.values().isEmpty()
                ? new PlaceholderBinding.TypedNull(type)
                : new PlaceholderBinding.Single(
                        ValueReader.read(type, value.values().get(0)));
    }
}
