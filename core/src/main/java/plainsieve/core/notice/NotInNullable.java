package plainsieve.core.notice;

import java.util.stream.Stream;
import plainsieve.core.catalog.ColumnFacts;
import plainsieve.core.catalog.NoticeContext;
import plainsieve.core.sql.Comparison;
import plainsieve.core.sql.lexer.TextEdit;

/**
 * A nullable column in NOT IN: null rows are excluded.
 *
 * <pre>
 * vessel not in (:vessel)   (vessel not in (:vessel) or vessel is null)
 * </pre>
 */
final class NotInNullable implements NoticeRule {
    @Override
    public Stream<Notice> notices(NoticeContext context) {
        return context.leaves().stream().flatMap(leaf -> leaf.comparison().stream()
                .filter(comparison -> excludes(comparison) && isNullable(context, comparison))
                .map(comparison -> notice(context, leaf, comparison)));
    }

    private static boolean excludes(Comparison comparison) {
        return comparison.kind() == Comparison.Kind.NOT_EQUAL
                || (comparison.kind() == Comparison.Kind.IN && comparison.negatedWord());
    }

    private static boolean isNullable(NoticeContext context, Comparison comparison) {
        return context.facts()
                .of(context.query(), comparison.left())
                .filter(ColumnFacts.Fact::nullable)
                .isPresent();
    }

    private static Notice notice(NoticeContext context, NoticeContext.Leaf leaf, Comparison comparison) {
        String column = context.text(comparison.left());
        String text = context.text(leaf.span());
        Notice notice = Notice.of(
                        NoticeKind.NOT_IN_NULLABLE,
                        "Rows in which %s has no value are excluded, too.".formatted(column),
                        "Add “or %s is null” to include them.".formatted(column))
                .at(context.place(leaf.span()));
        return context.isNegated(leaf.span()) || saysSo(context, leaf, comparison)
                ? notice
                : notice.fixedBy(
                        "Keep rows without a value",
                        new TextEdit(
                                context.start(leaf.span()),
                                context.end(leaf.span()),
                                "(" + text + " or " + column + " is null)"));
    }

    /** Whether "or … is null" is right after it already. */
    private static boolean saysSo(NoticeContext context, NoticeContext.Leaf leaf, Comparison comparison) {
        int next = leaf.span().to() + 1;
        return context.tokens().isWord(leaf.span().to(), "or")
                && context.tokens().isWord(next + comparison.left().length(), "is");
    }
}
