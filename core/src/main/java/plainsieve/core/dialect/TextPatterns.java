package plainsieve.core.dialect;

/** Patterns of text that can be converted to other types; the same for every database. */
final class TextPatterns {
    /** Written plainly, as far as every database reads it without loss. */
    static final String NUMBER = "-?[0-9]{1,18}([.][0-9]{1,20})?";

    private static final String YEAR = "([0-9]{3}[1-9]|[0-9]{2}[1-9][0-9]|[0-9][1-9][0-9]{2}|[1-9][0-9]{3})";

    /** ISO 8601 without the year 0000. Does not check the length of months. */
    static final String DAY = YEAR + "-(0[1-9]|1[0-2])-(0[1-9]|[12][0-9]|3[01])";

    private static final String LEAP_YEAR =
            "([0-9]{2}(0[48]|[2468][048]|[13579][26])|(0[48]|[2468][048]|[13579][26])00)";

    /** The same, but only for existing days. */
    static final String REAL_DAY = YEAR
            + "-((0[1-9]|1[0-2])-(0[1-9]|1[0-9]|2[0-8])|(0[13-9]|1[0-2])-(29|30)|(0[13578]|1[02])-31)|"
            + LEAP_YEAR + "-02-29";

    /** A time of the day may follow. */
    static final String REST = "([ T]|$)";

    private TextPatterns() {}
}
