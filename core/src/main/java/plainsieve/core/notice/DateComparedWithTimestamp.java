package plainsieve.core.notice;

import java.util.stream.Stream;
import plainsieve.core.catalog.NoticeContext;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.sql.Comparison;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.TextEdit;
import plainsieve.core.value.Type;

/**
 * A date is compared with a timestamp column; a date is interpreted as midnight, so the rest of the day is excluded.
 *
 * <pre>
 * departed_at &lt;= :to                  departed_at &lt; :to + interval '1 day'
 * departed_at between :from and :to   departed_at &gt;= :from and departed_at &lt; :to + interval '1 day'
 * departed_at = :day                  departed_at &gt;= :day and departed_at &lt; :day + interval '1 day'
 * </pre>
 */
final class DateComparedWithTimestamp implements NoticeRule {
    @Override
    public Stream<Notice> notices(NoticeContext context) {
        return context.leaves().stream()
                .flatMap(leaf -> leaf.comparison().stream().flatMap(comparison -> day(context, leaf, comparison)));
    }

    private static Stream<Notice> day(NoticeContext context, NoticeContext.Leaf leaf, Comparison comparison) {
        boolean holdsTimes = context.facts()
                .of(context.query(), comparison.left())
                .filter(fact -> fact.type() == Type.DATETIME)
                .isPresent();
        Span last = comparison.kind() == Comparison.Kind.BETWEEN
                ? new Span(comparison.right().to() - 1, comparison.right().to())
                : comparison.right();
        boolean cutsOff =
                switch (comparison.kind()) {
                    case LESS_OR_EQUAL, EQUAL, BETWEEN, GREATER -> true;
                    default -> false;
                };
        return context.parameter(last).stream()
                .filter(parameter -> holdsTimes && cutsOff && parameter.type() == Type.DATE)
                // A value that covers a period includes its end already.
                .filter(parameter -> parameter.covers().period().isEmpty())
                .map(parameter -> notice(context, leaf, comparison, parameter));
    }

    private static Notice notice(
            NoticeContext context, NoticeContext.Leaf leaf, Comparison comparison, Parameter parameter) {
        String column = context.text(comparison.left());
        Notice notice = Notice.of(
                        NoticeKind.DATE_COMPARED_WITH_TIMESTAMP,
                        "%s holds times, so :%s means only midnight of that day.".formatted(column, parameter.name()),
                        "Compare with the next day to include the whole day.")
                .at(context.place(leaf.span()))
                .about(parameter.name());
        boolean simple = !parameter.multiple() && !comparison.negatedWord();
        return simple
                ? notice.fixedBy(
                        "Include the whole day",
                        new TextEdit(
                                context.start(leaf.span()),
                                context.end(leaf.span()),
                                wholeDays(context, leaf, comparison, column)))
                : notice;
    }

    private static String wholeDays(
            NoticeContext context, NoticeContext.Leaf leaf, Comparison comparison, String column) {
        Span right = comparison.right();
        String last = context.text(new Span(right.to() - 1, right.to()));
        String before = column + " < " + context.dialect().dayAfter(last);
        String range =
                switch (comparison.kind()) {
                    case LESS_OR_EQUAL -> before;
                    case GREATER -> column + " >= " + context.dialect().dayAfter(last);
                    case EQUAL -> column + " >= " + last + " and " + before;
                    default -> column + " >= " + context.text(lowEnd(context, right)) + " and " + before;
                };
        return context.isNegated(leaf.span()) ? "(" + range + ")" : range;
    }

    private static Span lowEnd(NoticeContext context, Span right) {
        int and = Comparison.next(
                context.tokens(), right, right.from(), i -> context.tokens().isWord(i, "and"));
        return new Span(right.from(), and);
    }
}
