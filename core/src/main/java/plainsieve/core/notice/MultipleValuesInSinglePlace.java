package plainsieve.core.notice;

import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import plainsieve.core.catalog.NoticeContext;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.sql.ParameterPlace;
import plainsieve.core.sql.lexer.Span;

/** A multi-value parameter in a place for one value. */
final class MultipleValuesInSinglePlace implements NoticeRule {
    @Override
    public Stream<Notice> notices(NoticeContext context) {
        Set<Integer> roomy = PreparedQuery.placesForMany(context.query());
        return context.query().parameters().stream()
                .filter(place -> many(context, place).isPresent() && !roomy.contains(place.token()))
                .map(place -> Notice.of(
                                NoticeKind.MULTIPLE_VALUES_IN_SINGLE_PLACE,
                                ":%s takes many values, but this place accepts one.".formatted(place.name()),
                                "Compare with =, <> or IN, or let the parameter take one value.")
                        .at(context.place(new Span(place.token(), place.token() + 1)))
                        .about(place.name()));
    }

    private static Optional<Parameter> many(NoticeContext context, ParameterPlace place) {
        return Optional.ofNullable(context.parameters().get(place.name())).filter(Parameter::multiple);
    }
}
