package plainsieve.core.notice;

import java.util.stream.Stream;
import plainsieve.core.catalog.NoticeContext;
import plainsieve.core.sql.SessionVariables;

/** A variable that is set from row to row counts in any order the rows are read. */
final class RowVariableCounter implements NoticeRule {
    @Override
    public Stream<Notice> notices(NoticeContext context) {
        return SessionVariables.setBy(context.query().text(), context.dialect()).stream()
                .map(RowVariableCounter::notice);
    }

    private static Notice notice(String variable) {
        return Notice.of(
                NoticeKind.ROW_VARIABLE_COUNTER,
                "%s is set row by row in read order; filters, sorts and totals are placed around the query."
                        .formatted(variable),
                "Use row_number() over (order by …), which defines the order and lets filters be pushed down.");
    }
}
