package plainsieve.core.statement;

import java.util.List;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;

/** The value bound to one {@code ?} of a statement. */
public sealed interface PlaceholderBinding {
    record Single(Value value) implements PlaceholderBinding {}

    /** NULL of a type, where the blank rule selects null rows. */
    record TypedNull(Type type) implements PlaceholderBinding {}

    /** Several values bound as one array. */
    record Array(Type type, List<Value> values) implements PlaceholderBinding {
        public Array {
            values = List.copyOf(values);
        }
    }

    /** Several values bound as one text: a JSON array. */
    record JsonArray(Type type, List<Value> values) implements PlaceholderBinding {
        public JsonArray {
            values = List.copyOf(values);
        }

        /** The bound JSON. */
        public String text() {
            return JsonText.of(values);
        }
    }

    /** A row limit or offset. */
    record RowCount(long rows) implements PlaceholderBinding {}
}
