package plainsieve.server.api.body;

import java.util.List;

/** What a field is that a request leaves out. */
final class Absent {
    private Absent() {}

    static String orElse(String text, String usual) {
        return text == null || text.isEmpty() ? usual : text;
    }

    static String orEmpty(String text) {
        return text == null ? "" : text;
    }

    static <T> List<T> orEmpty(List<T> items) {
        return items == null ? List.of() : List.copyOf(items);
    }
}
