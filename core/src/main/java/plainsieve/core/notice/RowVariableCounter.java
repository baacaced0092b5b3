package plainsieve.core.notice;

import java.util.stream.Stream;
import plainsieve.core.catalog.NoticeContext;
import plainsieve.core.sql.SessionVariables;

/** A variable that is set from row to row counts in whatever order the rows are read. */
final class RowVariableCounter implements NoticeRule {
    @Override
    public Stream<Notice> notices(NoticeContext context) {
        return SessionVariables.setBy(context.query().text(), context.dialect()).stream()
                .map(RowVariableCounter::notice);
    }

    private static Notice notice(String variable) {
        return Notice.of(
                "counted-by-variable",
                "%s is set from row to row, in whatever order they are read; filters, sorts and totals stay around the query."
                        .formatted(variable),
                "row_number() over (order by …) says the order, and lets filters in where they can be.");
    }
}
