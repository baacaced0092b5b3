package plainsieve.core.dialect;

/** A difference between databases in what SQL they accept, or in how they evaluate it. */
public enum SqlFeature {
    /** The database is an engine inside this process, where a statement could end the process. */
    EMBEDDED,

    /** Column names are case-sensitive. */
    CASE_SENSITIVE_NAMES,

    /** A long list bound as one value is permitted in the ON of an outer join, where it counts as a subquery. */
    LONG_LIST_IN_ON,

    /** Backslash is the escape character of LIKE by default. */
    BACKSLASH_ESCAPES_LIKE,

    /** OFFSET may only follow LIMIT. */
    OFFSET_NEEDS_LIMIT,

    /** LIMIT follows OFFSET, and never precedes it. */
    LIMIT_AFTER_OFFSET,

    /** HAVING refers to selected columns by their names, and to others not at all. */
    HAVING_BY_OUTPUT_NAME,

    /**
     * A parameterized expression is equal in SELECT and GROUP BY; otherwise each placeholder is a separate value.
     */
    REPEATED_PARAMETERS_EQUAL,

    /** The optimizer drops a NOT of a NOT in a condition, which changes numbers other than 0 and 1. */
    DROPS_DOUBLE_NEGATION,

    /** HAVING treats a null aggregate as SQL does elsewhere. */
    NULL_AGGREGATES_IN_HAVING,

    /** A grouped query may select only columns that depend functionally on its keys. */
    STRICT_GROUP_BY,

    /** Every comparison depends on the column's affinity, which may convert values to numbers. */
    COLUMN_AFFINITY,

    /** Columns of texts commonly have their own collations, by which they compare. */
    COLUMN_COLLATIONS,

    /** {@code values (1), (2) limit 1} is allowed. */
    LIMIT_AFTER_VALUES,

    /** A function can be where a table is. */
    TABLE_FUNCTIONS,

    /** Lateral joins are supported. */
    LATERAL,

    /** Lateral joins work reliably; otherwise they are used only without an alternative. */
    RELIABLE_LATERAL,

    /**
     * EXISTS finds all rows that match a column of its subquery; otherwise a redundant IS NOT NULL is added, which
     * is true for all matches.
     */
    RELIABLE_EXISTS,

    /** Window functions over groups work together with HAVING and grand totals. */
    WINDOWS_OVER_GROUPS,

    /** Groups of all keys, of all but the last, and so on can be computed at once, and distinguished. */
    ROLLUP
}
