package plainsieve.core.value;

import java.util.Locale;

/** The kinds of problems, by which programs distinguish them; the message says what is wrong in each case. */
public enum ProblemKind implements Keyword {
    // Texts of queries
    /** A text that cannot be parsed. */
    SYNTAX_ERROR,
    /** A statement that would not only read. */
    STATEMENT_REJECTED,
    /** A rewritten statement that differs from the planned changes; it is never sent. */
    VERIFICATION_FAILED,
    INVALID_QUERY,
    INVALID_STEP,
    NO_STEPS,
    /** SQL for a web service, or a web request for a database. */
    WRONG_LANGUAGE,
    /** SQL that steps cannot express, or the other way around. */
    NOT_CONVERTIBLE,
    UNKNOWN_TABLE,
    UNKNOWN_QUERY,
    UNKNOWN_COLUMN,
    AMBIGUOUS_COLUMN,
    CIRCULAR_REFERENCE,
    /** A choice or a function that this database, or this place of a query, cannot evaluate. */
    NOT_SUPPORTED,

    // Parameters and choices
    INVALID_PARAMETER,
    UNKNOWN_PARAMETER,
    INVALID_FORMULA,
    INVALID_VALUE,
    INVALID_CHOICE,
    CHOICE_REQUIRED,
    VALUE_NOT_LISTED,
    LIST_UNAVAILABLE,
    INVALID_ROW_LIMIT,
    INVALID_FILTER,
    ROW_ACCESS_DENIED,
    SIGNED_LINK_REQUIRED,

    // Reports and other definitions
    INVALID_REPORT,
    INVALID_QUESTION_LINE,
    /** An option of a sentence that is not possible. */
    INVALID_OPTION,
    /** A part of a sentence, a report or steps that does not exist, or no longer. */
    UNKNOWN_ELEMENT,
    /** No period or parameter to compare with. */
    NO_COMPARISON,
    INVALID_STAGE,
    INVALID_STORED_COPY,
    INVALID_DELIVERY,
    INVALID_SCHEDULE,
    INVALID_SOURCE,
    NOTHING_TO_PUBLISH,
    INVALID_NAME,
    NAME_TAKEN,
    /** An object that others need. */
    STILL_NEEDED,

    // Files, requests and people
    INVALID_FILE,
    FILE_NOT_FOUND,
    FILE_EXISTS,
    INVALID_REQUEST,
    LIMIT_EXCEEDED,
    INVALID_LINK,
    INVALID_API_KEY,
    INVALID_EMAIL_ADDRESS,
    WEAK_PASSWORD,
    SIGN_IN_FAILED,
    NOT_PERMITTED;

    @Override
    public String word() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }
}
