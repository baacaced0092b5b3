package plainsieve.files.forms;

import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** The value of a missing field of a form or a request. */
public final class Absent {
    private Absent() {}

    public static String orElse(String text, String usual) {
        return text == null || text.isEmpty() ? usual : text;
    }

    public static String orEmpty(String text) {
        return text == null ? "" : text;
    }

    /** A copy; a null in it stays, for the validation to name its place. */
    public static <T> List<T> orEmpty(List<T> items) {
        return items == null ? List.of() : Collections.unmodifiableList(new ArrayList<>(items));
    }

    /** A copy in the same order; a null in it stays, for the validation to name its place. */
    public static <K, V> Map<K, V> orEmpty(Map<K, V> items) {
        return items == null ? Map.of() : Collections.unmodifiableMap(new LinkedHashMap<>(items));
    }
}
