package plainsieve.core.sql.lexer;

/** Quoted and unquoted identifiers. */
public final class Identifiers {
    private Identifiers() {}

    /** The name without its quotes. */
    public static String bare(String written) {
        if (written.length() < 2) {
            return written;
        }
        char first = written.charAt(0);
        String inner = written.substring(1, written.length() - 1);
        return switch (first) {
            case '"', '`', '\'' -> inner.replace(String.valueOf(first) + first, String.valueOf(first));
            case '[' -> inner;
            default -> written;
        };
    }

    public static boolean isQuoted(String written) {
        return !written.isEmpty() && "\"`['".indexOf(written.charAt(0)) >= 0;
    }

    /** Whether two identifiers may refer to the same object: equal ignoring case. */
    public static boolean mayBeEqual(String one, String other) {
        return bare(one).equalsIgnoreCase(bare(other));
    }
}
