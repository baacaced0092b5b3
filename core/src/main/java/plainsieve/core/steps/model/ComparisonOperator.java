package plainsieve.core.steps.model;

import java.util.List;

/**
 * The comparison operators of steps. Longer phrases are tried before their prefixes. Operators on dates include whole days: {@code
 * is after 2026-03-31} starts on 1 April for any column type.
 */
public enum ComparisonOperator {
    IS_ANY_OF("is any of", Wants.LIST),
    IS_NONE_OF("is none of", Wants.LIST),
    IS_NOT("is not", Wants.ONE),
    IS_BELOW("is below", Wants.ONE),
    IS_AT_MOST("is at most", Wants.ONE),
    IS_ABOVE("is above", Wants.ONE),
    IS_AT_LEAST("is at least", Wants.ONE),
    IS_BETWEEN("is between", "and", Wants.TWO),
    /** Every moment of the last day among them. */
    IS_SPAN("is from", "to the end of", Wants.TWO),
    IS_FROM("is from", "to", Wants.TWO),
    IS_ON_OR_BEFORE("is on or before", Wants.ONE),
    IS_ON_OR_AFTER("is on or after", Wants.ONE),
    IS_BEFORE("is before", Wants.ONE),
    IS_AFTER("is after", Wants.ONE),
    IS_ON("is on", Wants.ONE),
    IS("is", Wants.ONE),
    CONTAINS("contains", Wants.ONE),
    CONTAINS_NOT("does not contain", Wants.ONE),
    STARTS("starts with", Wants.ONE),
    ENDS("ends with", Wants.ONE),
    HAS_NONE("has no value", Wants.NOTHING),
    HAS_ONE("has a value", Wants.NOTHING);

    /** What follows a verb. */
    public enum Wants {
        NOTHING,
        ONE,
        TWO,
        LIST
    }

    private final String words;
    private final String between;
    private final Wants wants;

    ComparisonOperator(String words, Wants wants) {
        this(words, "", wants);
    }

    ComparisonOperator(String words, String between, Wants wants) {
        this.words = words;
        this.between = between;
        this.wants = wants;
    }

    public String words() {
        return words;
    }

    /** The words one by one. */
    public List<String> each() {
        return List.of(words.split(" "));
    }

    /** The words between its two values. */
    public String between() {
        return between;
    }

    public Wants wants() {
        return wants;
    }
}
