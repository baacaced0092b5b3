package plainsieve.server.definitions.edits;

import java.util.Locale;
import java.util.function.Predicate;
import java.util.stream.IntStream;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.SingleLine;

/** IDs in addresses: small letters, digits and hyphens. */
public final class Ids {
    private static final int LONGEST_NAME = 200;
    private static final int LONGEST_ID = 60;

    private Ids() {}

    /** An unused ID derived from the name. */
    public static String of(String name, String fallback, Predicate<String> taken) {
        String base = name.strip()
                .toLowerCase(Locale.ROOT)
                .replaceAll("[^a-z0-9]+", "-")
                .replaceAll("^-|-$", "");
        String start = base.isEmpty() ? fallback : base.substring(0, Math.min(LONGEST_ID, base.length()));
        return IntStream.iterate(1, i -> i + 1)
                .mapToObj(i -> start + (i == 1 ? "" : "-" + i))
                .filter(candidate -> !taken.test(candidate))
                .findFirst()
                .orElseThrow();
    }

    /** Throws {@link ProblemException} for an invalid name. @param what the kind of object: "A query" */
    public static String name(String what, String name) {
        String stripped = SingleLine.of(name);
        if (stripped.isEmpty()) {
            throw new ProblemException(Problem.of(ProblemKind.INVALID_NAME, what + " needs a name.", "Write one."));
        }
        if (stripped.length() > LONGEST_NAME) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_NAME,
                    "The name has more than %d characters.".formatted(LONGEST_NAME),
                    "Shorten it."));
        }
        return stripped;
    }

    /** Throws {@link ProblemException} when a file names an id that no address can have. */
    public static void check(String what, String id) {
        if (!id.matches("[a-z0-9][a-z0-9-]{0,80}")) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_NAME,
                    "Invalid ID “%s” of a %s.".formatted(id, what),
                    "Use small letters, digits and hyphens."));
        }
    }
}
