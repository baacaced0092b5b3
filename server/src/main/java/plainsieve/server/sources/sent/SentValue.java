package plainsieve.server.sources.sent;

import java.util.List;

/** A bound value as Sent keeps it: many values are together under one placeholder. */
public record SentValue(String parameter, int offset, String type, List<String> values) {
    /** The type that represents a value which is never kept. */
    public static final String PRIVATE = "private";

    public boolean hidesValue() {
        return type.equals(PRIVATE);
    }
}
