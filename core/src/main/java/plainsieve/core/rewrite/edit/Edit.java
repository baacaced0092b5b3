package plainsieve.core.rewrite.edit;

/**
 * Replaces the characters from {@code start} up to {@code end} of the author's text; an insertion when both are equal.
 *
 * @param outside whether an insertion is between clauses, such as an added limit, and belongs to none of them
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

    /** The same edit with blanks where words would merge: in {@code having:p = h} nothing separates two of them. */
    Edit apart(String original) {
        String text = replacement.text();
        boolean wordBefore = start > 0 && isOfWord(original.charAt(start - 1));
        boolean wordBehind = end < original.length() && isOfWord(original.charAt(end));
        if (text.isEmpty()) {
            return wordBefore && wordBehind && end > start ? with(Fragment.of(" ")) : this;
        }
        boolean before = wordBefore && isOfWord(text.charAt(0));
        boolean behind = wordBehind && isOfWord(text.charAt(text.length() - 1));
        return before || behind ? with(replacement.between(before ? " " : "", behind ? " " : "")) : this;
    }

    private Edit with(Fragment other) {
        return new Edit(start, end, other, outside);
    }

    private static boolean isOfWord(char sign) {
        return Character.isLetterOrDigit(sign) || sign == '_';
    }
}
