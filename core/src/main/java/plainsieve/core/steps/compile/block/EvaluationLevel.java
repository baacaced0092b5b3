package plainsieve.core.steps.compile.block;

/** What the value of a column depends on, which determines where a condition on it may be placed. */
public enum EvaluationLevel {
    /** On no row. */
    CONSTANT,
    /** On grouping keys. */
    KEY,
    /** On one row. */
    ROW,
    /** On the rows of a group. */
    TOTAL,
    /** On other rows of the result, or on a subquery: expressions on it are evaluated outside. */
    WINDOW;

    public EvaluationLevel with(EvaluationLevel other) {
        return compareTo(other) >= 0 ? this : other;
    }
}
