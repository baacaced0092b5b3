package plainsieve.core.notice;

import java.util.Locale;
import plainsieve.core.value.Keyword;

/** The kinds of notices, each found by a class of the same name. */
public enum NoticeKind implements Keyword {
    BLANK_OR_NULL_FILTER,
    COLUMN_TYPE_MISMATCH,
    DATE_COMPARED_WITH_TIMESTAMP,
    DUPLICATE_FILTER,
    FUNCTION_ON_COLUMN,
    HARD_CODED_VALUE,
    LEADING_WILDCARD,
    LIMIT_WITHOUT_ORDER,
    MULTIPLE_VALUES_IN_SINGLE_PLACE,
    NOT_IN_NULLABLE,
    PIPES_AS_OR,
    QUOTED_PARAMETER,
    ROW_VARIABLE_COUNTER,
    UNKNOWN_COLUMN,
    UNKNOWN_TABLE,
    UNREADABLE_CELLS,
    UNUSED_PARAMETER;

    @Override
    public String word() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }
}
