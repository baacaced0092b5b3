package plainsieve.core.rewrite.edit;

/**
 * Replaces the characters from {@code start} up to {@code end} of the author's text; an insertion when both are equal.
 *
 * @param outside whether an insertion stands between clauses, such as an added limit, and belongs to none of them
 */
public record Edit(int start, int end, Fragment replacement, boolean outside) {
    public Edit(int start, int end, Fragment replacement) {
        this(start, end, replacement, false);
    }

    public static Edit remove(int start, int end) {
        return new Edit(start, end, Fragment.of(""));
    }

    public static Edit insert(int at, Fragment fragment) {
        return new Edit(at, at, fragment);
    }

    public static Edit insertBetweenClauses(int at, Fragment fragment) {
        return new Edit(at, at, fragment, true);
    }
}
