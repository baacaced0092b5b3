package plainsieve.core.notice;

import java.util.Optional;
import java.util.stream.Stream;
import plainsieve.core.catalog.ColumnFacts;
import plainsieve.core.catalog.NoticeContext;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.sql.Comparison;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.value.Type;

/** A parameter is compared with a column of another type: the database rejects it or converts every row. */
final class ColumnTypeMismatch implements NoticeRule {
    @Override
    public Stream<Notice> notices(NoticeContext context) {
        return context.leaves().stream()
                .flatMap(leaf -> leaf.comparison().stream().flatMap(comparison -> compare(context, leaf, comparison)));
    }

    private static Stream<Notice> compare(NoticeContext context, NoticeContext.Leaf leaf, Comparison comparison) {
        Optional<ColumnFacts.Fact> fact = context.facts().of(context.query(), comparison.left());
        if (fact.isEmpty() || comparison.kind() == Comparison.Kind.OTHER) {
            return Stream.empty();
        }
        Type column = fact.get().type();
        return parameters(context, comparison)
                .filter(parameter -> !fits(parameter.type(), column, comparison.kind()))
                .map(parameter -> notice(context, leaf.span(), comparison, parameter, column));
    }

    private static Stream<Parameter> parameters(NoticeContext context, Comparison comparison) {
        if (comparison.kind() != Comparison.Kind.BETWEEN) {
            return context.compared(comparison).stream();
        }
        Span right = comparison.right();
        return Stream.of(new Span(right.from(), right.from() + 1), new Span(right.to() - 1, right.to()))
                .flatMap(end -> context.parameter(end).stream());
    }

    private static Notice notice(
            NoticeContext context, Span leaf, Comparison comparison, Parameter parameter, Type column) {
        Notice notice = Notice.of(
                        NoticeKind.COLUMN_TYPE_MISMATCH,
                        ":%s is a %s, but %s is a %s."
                                .formatted(
                                        parameter.name(),
                                        parameter.type().inWords(),
                                        context.text(comparison.left()),
                                        column.inWords()),
                        "Make :%s a %s.".formatted(parameter.name(), column.inWords()))
                .at(context.place(leaf))
                .about(parameter.name())
                .fixedBy("Make it a " + column.inWords(), "type", column.word());
        return isDate(parameter.type()) != isDate(column) ? notice.blocking() : notice;
    }

    private static boolean fits(Type parameter, Type column, Comparison.Kind kind) {
        boolean numbers = isNumber(parameter) && isNumber(column);
        boolean dates = isDate(parameter) && isDate(column);
        boolean pattern = kind == Comparison.Kind.LIKE && parameter == Type.TEXT && !isDate(column);
        return parameter == column || numbers || dates || pattern || parameter == Type.NAME;
    }

    private static boolean isNumber(Type type) {
        return type == Type.INTEGER || type == Type.DECIMAL;
    }

    private static boolean isDate(Type type) {
        return type == Type.DATE || type == Type.DATETIME;
    }
}
