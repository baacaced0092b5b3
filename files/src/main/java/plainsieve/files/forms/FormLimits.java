package plainsieve.files.forms;

/** Limits of the fields of forms, and their messages. */
public final class FormLimits {
    /** For names and labels, in characters. */
    public static final int NAME = 200;

    /** For hints, questions and formulas, in characters. */
    public static final int WORDS = 2_000;

    /** For the text of a query, in characters. */
    public static final int TEXT = 1_000_000;

    /** For values in one choice; lists offer 10,000. */
    public static final int MOST_VALUES = 20_000;

    public static final String TOO_LONG = "is longer than {max} characters";
    public static final String MISSING = "is missing";

    private FormLimits() {}
}
