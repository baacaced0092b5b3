package plainsieve.server.body;

import plainsieve.files.forms.FormLimits;

/** Limits of request fields, and their messages. */
public final class RequestLimits {
    public static final int NAME = FormLimits.NAME;
    public static final int WORDS = FormLimits.WORDS;
    public static final int TEXT = FormLimits.TEXT;

    /** So many pages of rows a browser still shows with ease; who wants more downloads them. */
    public static final int MOST_PAGES = 10;

    /** For filters on the rows of a view: each is placed separately, so the time grows with the square of their number. */
    public static final int MOST_FILTERS = 100;

    /** For values in one choice or filter; lists offer 10,000. */
    public static final int MOST_VALUES = FormLimits.MOST_VALUES;

    /** For views in one request of a page; reports have a few. */
    public static final int MOST_VIEWS = 500;

    public static final String TOO_MANY = "has more than {max} items";
    public static final String PAGES = "is not between 1 and " + MOST_PAGES;
    public static final String AN_HOUR = "is not between 0 and 3600 seconds";
    public static final String TOO_LONG = FormLimits.TOO_LONG;
    public static final String MISSING = FormLimits.MISSING;
    public static final String NEGATIVE = "is less than 0";

    private RequestLimits() {}
}
