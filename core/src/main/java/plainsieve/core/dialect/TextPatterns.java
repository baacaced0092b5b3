package plainsieve.core.dialect;

/** What a text has to look like to be read as a value of another type; alike for every database. */
final class TextPatterns {
    /** Written plainly, as far as every database reads it without loss. */
    static final String NUMBER = "-?[0-9]{1,18}([.][0-9]{1,20})?";

    private static final String YEAR = "([0-9]{3}[1-9]|[0-9]{2}[1-9][0-9]|[0-9][1-9][0-9]{2}|[1-9][0-9]{3})";

    /** As ISO 8601 has it; there is no year 0000. A month may be too short for it. */
    static final String DAY = YEAR + "-(0[1-9]|1[0-2])-(0[1-9]|[12][0-9]|3[01])";

    private static final String LEAP_YEAR =
            "([0-9]{2}(0[48]|[2468][048]|[13579][26])|(0[48]|[2468][048]|[13579][26])00)";

    /** The same, but for days that there are not. */
    static final String REAL_DAY = YEAR
            + "-((0[1-9]|1[0-2])-(0[1-9]|1[0-9]|2[0-8])|(0[13-9]|1[0-2])-(29|30)|(0[13578]|1[02])-31)|"
            + LEAP_YEAR + "-02-29";

    /** A time of the day may follow. */
    static final String REST = "([ T]|$)";

    private TextPatterns() {}
}
