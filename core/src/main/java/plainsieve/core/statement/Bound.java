package plainsieve.core.statement;

import java.util.List;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;

/** What is bound to one {@code ?} of a statement. */
public sealed interface Bound {
    record Single(Value value) implements Bound {}

    /** NULL of a type, where the blank rule asks for rows without a value. */
    record Nothing(Type type) implements Bound {}

    /** Many values bound as one array. */
    record Array(Type type, List<Value> values) implements Bound {
        public Array {
            values = List.copyOf(values);
        }
    }

    /** Many values bound as one text: a JSON array of them. */
    record JsonArray(Type type, List<Value> values) implements Bound {
        public JsonArray {
            values = List.copyOf(values);
        }

        /** The JSON as it is bound. */
        public String text() {
            return JsonText.of(values);
        }
    }

    /** A row limit or offset. */
    record RowCount(long rows) implements Bound {}
}
