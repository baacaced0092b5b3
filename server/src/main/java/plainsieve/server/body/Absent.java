package plainsieve.server.body;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;

/** The value of a missing field of a request. */
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
}
