package plainsieve.core.steps.model;

import java.util.List;

/**
 * The comparison operators of steps, in the order in which they are tried: longer phrases before their prefixes. Operators on dates
 * include whole days: {@code is after 2026-03-31} starts on 1 April for any column type.
 */
public enum ComparisonOperator {
    IN("in", Wants.LIST, "is any of", "is one of", "is in"),
    NOT_IN("not in", Wants.LIST, "is none of", "is not in"),
    BETWEEN("between", "and", Wants.TWO, "is between"),
    /** Including every moment of the last day. */
    DATE_RANGE("is from", "to the end of", Wants.TWO),
    RANGE("is from", "to", Wants.TWO),
    ON_OR_BEFORE("is on or before", Wants.ONE),
    ON_OR_AFTER("is on or after", Wants.ONE),
    BEFORE("is before", Wants.ONE),
    AFTER("is after", Wants.ONE),
    ON("is on", Wants.ONE),
    IS_NULL("has no value", Wants.NOTHING, "is null", "is no value"),
    IS_NOT_NULL("has a value", Wants.NOTHING, "is not null"),
    CONTAINS("contains", Wants.ONE),
    NOT_CONTAINS("does not contain", Wants.ONE),
    STARTS_WITH("starts with", Wants.ONE),
    ENDS_WITH("ends with", Wants.ONE),
    NOT_EQUAL("<>", Wants.ONE, "!=", "is not"),
    LESS_OR_EQUAL("<=", Wants.ONE, "is at most"),
    LESS("<", Wants.ONE, "is less than", "is below"),
    GREATER_OR_EQUAL(">=", Wants.ONE, "is at least"),
    GREATER(">", Wants.ONE, "is greater than", "is more than", "is above"),
    EQUAL("=", Wants.ONE, "==", "equals", "is");

    /** The number and kind of operands. */
    public enum Wants {
        NOTHING,
        ONE,
        TWO,
        LIST
    }

    private final String words;
    private final String between;
    private final Wants wants;
    private final List<String> synonyms;

    ComparisonOperator(String words, Wants wants, String... synonyms) {
        this(words, "", wants, synonyms);
    }

    ComparisonOperator(String words, String between, Wants wants, String... synonyms) {
        this.words = words;
        this.between = between;
        this.wants = wants;
        this.synonyms = List.of(synonyms);
    }

    public String words() {
        return words;
    }

    /** Synonyms that are replaced by the keywords. */
    public List<String> synonyms() {
        return synonyms;
    }

    /** The single words. */
    public List<String> each() {
        return List.of(words.split(" "));
    }

    /** The word between its two operands. */
    public String between() {
        return between;
    }

    public Wants operands() {
        return wants;
    }
}
