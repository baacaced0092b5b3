package plainsieve.sources;

/** How a web service receives its secret. */
public enum SignIn {
    /** It wants none. */
    NONE,
    /** A user and a password (RFC 7617). */
    BASIC,
    /** A token (RFC 6750). */
    BEARER,
    /** In its own header. */
    HEADER,
    /** After the question mark of every address. */
    QUERY;

    /** Whether it has a name: of the user, the header, or the query parameter. */
    public boolean isNamed() {
        return this == BASIC || this == HEADER || this == QUERY;
    }
}
