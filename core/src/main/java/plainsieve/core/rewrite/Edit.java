package plainsieve.core.rewrite;

/**
 * Replaces the characters from {@code start} up to {@code end} of the author's text; an insertion when both are equal.
 *
 * @param outside whether an insertion stands between clauses, such as an added limit, and belongs to none of them
 */
record Edit(int start, int end, Fragment replacement, boolean outside) {
    Edit(int start, int end, Fragment replacement) {
        this(start, end, replacement, false);
    }

    static Edit remove(int start, int end) {
        return new Edit(start, end, Fragment.of(""));
    }

    static Edit insert(int at, Fragment fragment) {
        return new Edit(at, at, fragment);
    }

    static Edit insertBetweenClauses(int at, Fragment fragment) {
        return new Edit(at, at, fragment, true);
    }
}
