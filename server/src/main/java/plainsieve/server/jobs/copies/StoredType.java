package plainsieve.server.jobs.copies;

import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.IntStream;

/** The common type of a column in all partitions of a copy. */
final class StoredType {
    private static final Pattern DECIMAL = Pattern.compile("decimal\\((\\d+), (\\d+)\\)");
    private static final int DIGITS_OF_WHOLE = 19;
    private static final int MOST_DIGITS = 38;
    private static final String TEXT = "varchar";
    private static final String BINARY = "double";

    private StoredType() {}

    /**
     * The type of each column for existing and new partitions.
     *
     * @param known of existing partitions, empty for columns without values; empty for the first partition
     * @param found of the new one; empty for columns without values
     */
    static List<String> wide(List<String> known, List<Optional<String>> found) {
        return IntStream.range(0, found.size())
                .mapToObj(i -> wide(known.isEmpty() ? "" : known.get(i), found.get(i)))
                .toList();
    }

    private static String wide(String known, Optional<String> found) {
        if (known.isEmpty() || found.isEmpty() || known.equals(found.get())) {
            return known.isEmpty() ? found.orElse("") : known;
        }
        return wide(known, found.get());
    }

    private static String wide(String one, String other) {
        boolean numbers = isNumber(one) && isNumber(other);
        if (!numbers) {
            return TEXT;
        }
        if (one.equals(BINARY) || other.equals(BINARY)) {
            return BINARY;
        }
        int behind = Math.max(rank(one), rank(other));
        int before = Math.max(before(one), before(other));
        return before + behind <= MOST_DIGITS ? "decimal(%d, %d)".formatted(before + behind, behind) : TEXT;
    }

    private static boolean isNumber(String type) {
        return type.equals("bigint")
                || type.equals(BINARY)
                || DECIMAL.matcher(type).matches();
    }

    private static int rank(String type) {
        Matcher decimal = DECIMAL.matcher(type);
        return decimal.matches() ? Integer.parseInt(decimal.group(2)) : 0;
    }

    private static int before(String type) {
        Matcher decimal = DECIMAL.matcher(type);
        return decimal.matches()
                ? Integer.parseInt(decimal.group(1)) - Integer.parseInt(decimal.group(2))
                : DIGITS_OF_WHOLE;
    }
}
