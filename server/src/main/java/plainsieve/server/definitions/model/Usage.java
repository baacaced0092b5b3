package plainsieve.server.definitions.model;

import java.util.Locale;
import plainsieve.core.value.Keyword;

/**
 * One place that uses a parameter, a query or a source.
 *
 * @param users of a report: how many of its queries use the parameter
 * @param total of a report: how many queries it has
 */
public record Usage(Kind kind, String id, String name, int users, int total) {
    /** The kind of the using object. */
    public enum Kind implements Keyword {
        QUERY,
        REPORT,
        PARAMETER,
        STAGE;

        @Override
        public String word() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    public static Usage by(Kind kind, String id, String name) {
        return new Usage(kind, id, name, 1, 1);
    }

    public String inWords() {
        return "the %s “%s”".formatted(kind.word(), name);
    }
}
