package plainsieve.core.rewrite;

/** Replaces the characters from {@code start} up to {@code end} of the author's text; an insertion when both are equal. */
record Edit(int start, int end, Fragment replacement) {
    static Edit remove(int start, int end) {
        return new Edit(start, end, Fragment.of(""));
    }

    static Edit insert(int at, Fragment fragment) {
        return new Edit(at, at, fragment);
    }
}
