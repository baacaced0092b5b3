package plainsieve.core.request;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A template with {@code :name} placeholders. A colon after a letter, a digit or another colon is literal.
 *
 * @param start its offset in the author's text
 */
record RequestTemplate(List<Piece> pieces, int start, int end) {
    private static final Pattern HOLE = Pattern.compile("(?<![A-Za-z0-9_:]):([A-Za-z][A-Za-z0-9_]{0,62})");

    /** Literal text or a placeholder. */
    sealed interface Piece {}

    record Words(String text) implements Piece {}

    /** @param start where its colon is in the author's text */
    record Placeholder(String name, int start, int end) implements Piece {}

    RequestTemplate {
        pieces = List.copyOf(pieces);
    }

    static RequestTemplate of(String text, int start) {
        List<Piece> pieces = new ArrayList<>();
        Matcher holes = HOLE.matcher(text);
        int at = 0;
        while (holes.find()) {
            if (holes.start() > at) {
                pieces.add(new Words(text.substring(at, holes.start())));
            }
            pieces.add(new Placeholder(holes.group(1), start + holes.start(), start + holes.end()));
            at = holes.end();
        }
        if (at < text.length()) {
            pieces.add(new Words(text.substring(at)));
        }
        return new RequestTemplate(pieces, start, start + text.length());
    }

    List<Placeholder> holes() {
        return pieces.stream()
                .filter(Placeholder.class::isInstance)
                .map(Placeholder.class::cast)
                .toList();
    }
}
