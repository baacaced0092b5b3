package plainsieve.core.notice;

import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import plainsieve.core.catalog.NoticeContext;
import plainsieve.core.parameter.BlankRule;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.sql.Clause;
import plainsieve.core.sql.Comparison;
import plainsieve.core.sql.Condition;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.TextEdit;

/**
 * An OR of a filter and a null test. When blank, the filter is omitted and the null test remains:
 * only null rows are returned, although blank means all rows elsewhere.
 *
 * <pre>
 * vessel in (:vessel) or vessel is null   :vessel is null or vessel in (:vessel) or vessel is null
 * </pre>
 */
final class BlankOrNullFilter implements NoticeRule {
    @Override
    public Stream<Notice> notices(NoticeContext context) {
        return context.query().conditionClauses().stream()
                .map(Clause::condition)
                .flatMap(Optional::stream)
                .flatMap(Condition::lists)
                .filter(Condition.Compound::or)
                .flatMap(joined -> notice(context, joined).stream());
    }

    private static Optional<Notice> notice(NoticeContext context, Condition.Compound joined) {
        List<Span> items = joined.items().stream().map(Condition::span).toList();
        for (Span item : items) {
            Optional<Comparison> filter = Comparison.of(context.tokens(), item).filter(BlankOrNullFilter::isMember);
            Optional<Parameter> parameter =
                    filter.flatMap(context::compared).filter(compared -> compared.blankRule() == BlankRule.NO_FILTER);
            boolean others = items.stream()
                    .filter(other -> other != item)
                    .allMatch(other -> filter.isPresent() && isNullTest(context, other, filter.get()));
            if (parameter.isPresent() && others) {
                return Optional.of(notice(
                        context,
                        joined,
                        parameter.get(),
                        context.text(filter.get().left())));
            }
        }
        return Optional.empty();
    }

    private static boolean isMember(Comparison comparison) {
        boolean member = comparison.kind() == Comparison.Kind.IN || comparison.kind() == Comparison.Kind.EQUAL;
        return member && !comparison.negatedWord();
    }

    /** Whether it is {@code … is null} on the compared expression. */
    private static boolean isNullTest(NoticeContext context, Span item, Comparison filter) {
        int is = item.to() - 2;
        return context.tokens().isWord(is + 1, "null")
                && context.tokens().isWord(is, "is")
                && context.tokens().sameText(new Span(item.from(), is), filter.left());
    }

    private static Notice notice(NoticeContext context, Condition.Compound joined, Parameter parameter, String column) {
        String name = ":" + parameter.name();
        int start = context.start(joined.span());
        return Notice.of(
                        NoticeKind.BLANK_OR_NULL_FILTER,
                        "With nothing chosen for %s, only rows in which %s has no value come.".formatted(name, column),
                        "Choose which rows to return in this case.")
                .at(context.place(joined.span()))
                .about(parameter.name())
                .fixedBy("Every row", TextEdit.insert(start, name + " is null or "))
                .fixedBy("Only rows without a value", "blank", BlankRule.ROWS_WITHOUT_VALUE.word());
    }
}
