package plainsieve.core.notice;

import java.util.Optional;
import java.util.stream.Stream;
import plainsieve.core.catalog.NoticeContext;
import plainsieve.core.sql.Clause;
import plainsieve.core.sql.QueryLevel;

/** A row limit without ORDER BY: the database chooses the rows. */
final class LimitWithoutOrder implements NoticeRule {
    @Override
    public Stream<Notice> notices(NoticeContext context) {
        return context.query().levels().stream()
                .filter(level -> level.tailClause(Clause.Kind.ORDER_BY).isEmpty())
                .flatMap(level -> limit(level).stream())
                .map(clause -> Notice.of(
                                NoticeKind.LIMIT_WITHOUT_ORDER,
                                "Row limit without an order: each run may return different rows.",
                                "Add an ORDER BY that names a unique column.")
                        .at(context.place(clause.span())));
    }

    private static Optional<Clause> limit(QueryLevel level) {
        return level.tailClause(Clause.Kind.LIMIT).or(() -> level.tailClause(Clause.Kind.FETCH));
    }
}
