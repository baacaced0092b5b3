package plainsieve.server.sent;

import java.util.List;
import plainsieve.core.statement.Bound;
import plainsieve.core.statement.BoundValue;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;
import plainsieve.core.value.ValueReader;

/** Bound values as Sent keeps them, and back again. */
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

    static SentValue of(String parameter, int offset, Bound bound) {
        if (bound instanceof Bound.Single single) {
            return new SentValue(
                    parameter,
                    offset,
                    single.value().type().word(),
                    List.of(single.value().written()));
        }
        if (bound instanceof Bound.Array array) {
            List<String> written = array.values().stream().map(Value::written).toList();
            return new SentValue(parameter, offset, array.type().word() + MANY, written);
        }
        if (bound instanceof Bound.JsonArray json) {
            return new SentValue(parameter, offset, JSON, List.of(json.text()));
        }
        return bound instanceof Bound.RowCount count
                ? new SentValue(parameter, offset, Type.INTEGER.word(), List.of(Long.toString(count.rows())))
                : new SentValue(
                        parameter, offset, ((Bound.Nothing) bound).type().word(), List.of());
    }

    /** How many values a statement carries; one at the least, for its text. */
    static int count(Statement statement) {
        int count = 1;
        for (BoundValue value : statement.values()) {
            count += value.bound() instanceof Bound.Array array
                    ? array.values().size()
                    : value.bound() instanceof Bound.JsonArray json
                            ? json.values().size()
                            : 1;
        }
        return count;
    }

    /** What was bound. A list that was bound as JSON comes back as its text, which binds alike. */
    public static Bound bound(SentValue value) {
        if (value.type().equals(JSON)) {
            return new Bound.Single(new Value.Text(value.values().get(0)));
        }
        boolean many = value.type().endsWith(MANY);
        String word = many ? value.type().substring(0, value.type().length() - MANY.length()) : value.type();
        Type type = Type.ofWord(word).orElse(Type.TEXT);
        if (many) {
            return new Bound.Array(
                    type,
                    value.values().stream()
                            .map(written -> ValueReader.read(type, written))
                            .toList());
        }
        return value.values().isEmpty()
                ? new Bound.Nothing(type)
                : new Bound.Single(ValueReader.read(type, value.values().get(0)));
    }
}
