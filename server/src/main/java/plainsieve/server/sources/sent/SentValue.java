package plainsieve.server.sources.sent;

import java.util.List;

/** A stored value: several values of one placeholder are stored together. */
public record SentValue(String parameter, int offset, String type, List<String> values) {
    /** The type of a value that is never stored. */
    public static final String PRIVATE = "private";

    public boolean hidesValue() {
        return type.equals(PRIVATE);
    }
}
