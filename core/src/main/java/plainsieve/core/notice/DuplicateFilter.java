package plainsieve.core.notice;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import plainsieve.core.catalog.NoticeContext;
import plainsieve.core.sql.Clause;
import plainsieve.core.sql.Comparison;
import plainsieve.core.sql.Condition;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.TokenKind;

/** One column is filtered by a parameter and, next to it, by a fixed value or another parameter. */
final class DuplicateFilter implements NoticeRule {
    /** Each is compared with each; a longer list is no person's work. */
    private static final int MOST_COMPARED = 200;

    @Override
    public Stream<Notice> notices(NoticeContext context) {
        return context.query().conditionClauses().stream()
                .filter(clause -> clause.kind() == Clause.Kind.WHERE || clause.kind() == Clause.Kind.ON)
                .flatMap(clause -> clause.condition().stream())
                .flatMap(Condition::lists)
                .filter(joined -> !joined.or())
                .flatMap(joined -> pairs(context, joined).stream());
    }

    private record Filter(Span leaf, Span column, boolean byParameter) {}

    private static List<Notice> pairs(NoticeContext context, Condition.Compound joined) {
        List<Filter> filters = joined.items().stream()
                .filter(Condition.Leaf.class::isInstance)
                .flatMap(leaf -> filter(context, leaf.span()).stream())
                .limit(MOST_COMPARED)
                .toList();
        List<Notice> notices = new ArrayList<>();
        for (int i = 0; i < filters.size(); i++) {
            for (int j = i + 1; j < filters.size(); j++) {
                Filter one = filters.get(i);
                Filter other = filters.get(j);
                boolean twice = (one.byParameter() || other.byParameter())
                        && context.tokens().sameText(one.column(), other.column());
                if (twice) {
                    notices.add(notice(context, one.byParameter() ? other : one));
                }
            }
        }
        return notices;
    }

    private static Notice notice(NoticeContext context, Filter surplus) {
        String column = context.text(surplus.column());
        return Notice.of(
                        NoticeKind.DUPLICATE_FILTER,
                        "%s is filtered here and by a parameter: only rows that pass both are returned."
                                .formatted(column),
                        surplus.byParameter()
                                ? "Keep one of the two."
                                : "Remove this value if it is left over from drafting.")
                .at(context.place(surplus.leaf()));
    }

    private static Optional<Filter> filter(NoticeContext context, Span leaf) {
        return Comparison.of(context.tokens(), leaf)
                .filter(comparison -> !comparison.negatedWord()
                        && (comparison.kind() == Comparison.Kind.EQUAL || comparison.kind() == Comparison.Kind.IN))
                .flatMap(comparison -> {
                    boolean parameter =
                            !context.query().parametersIn(comparison.right()).isEmpty();
                    int first = comparison.kind() == Comparison.Kind.IN
                            ? comparison.right().from() + 1
                            : comparison.right().from();
                    boolean literal = context.tokens().is(first, TokenKind.STRING)
                            || context.tokens().is(first, TokenKind.NUMBER);
                    return parameter || literal
                            ? Optional.of(new Filter(leaf, comparison.left(), parameter))
                            : Optional.empty();
                });
    }
}
