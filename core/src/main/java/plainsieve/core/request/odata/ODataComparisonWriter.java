package plainsieve.core.request.odata;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import plainsieve.core.sql.Comparison;
import plainsieve.core.sql.SelectList;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.Tokens;
import plainsieve.core.statement.SentStatement;
import plainsieve.core.statement.StatementValues;
import plainsieve.core.value.Value;

/**
 * Translates a single condition to OData (4.0, part 2, 5.1.1), so that it is true at the service for every row
 * for which it is true in SQL. Other conditions are evaluated only locally.
 */
final class ODataComparisonWriter {
    private final SentStatement sent;
    private final Tokens tokens;
    private final PropertyLookup columns;
    private final StatementValues values;

    /** Which property the tokens of a condition name. */
    interface PropertyLookup {
        Optional<EntitySet.Property> of(Span path);
    }

    ODataComparisonWriter(SentStatement sent, PropertyLookup columns) {
        this.sent = sent;
        this.tokens = sent.tokens();
        this.columns = columns;
        this.values = new StatementValues(sent);
    }

    Optional<ODataFilter> of(Span condition) {
        return isTest(condition).or(() -> truth(condition)).or(() -> comparison(condition));
    }

    private Optional<ODataFilter> comparison(Span condition) {
        Optional<Comparison> written = Comparison.of(tokens, condition);
        return written.flatMap(this::compared)
                .or(() -> written.flatMap(Comparison::exchanged).flatMap(this::compared));
    }

    private Optional<ODataFilter> compared(Comparison comparison) {
        return property(comparison.left()).flatMap(property -> compared(comparison, property));
    }

    /** A column of truth values that is a condition on its own. */
    private Optional<ODataFilter> truth(Span condition) {
        return property(condition)
                .filter(property -> property.kind() == PropertyKind.BOOLEAN)
                .map(property -> ODataFilter.exactly(property.path() + " eq true"));
    }

    private Optional<EntitySet.Property> property(Span path) {
        return SelectList.isPath(tokens, path) ? columns.of(path) : Optional.empty();
    }

    /** {@code is null}, {@code is true} and {@code is false}, also with NOT: never unknown, as in OData. */
    private Optional<ODataFilter> isTest(Span condition) {
        int last = condition.to() - 1;
        boolean not = tokens.isWord(last - 1, "not");
        int is = not ? last - 2 : last - 1;
        boolean isNull = tokens.isWord(last, "null");
        boolean isTruth = tokens.isWord(last, "true") || tokens.isWord(last, "false");
        if (!isNull && !isTruth || !tokens.isWord(is, "is") || is <= condition.from()) {
            return Optional.empty();
        }
        String literal = tokens.written(last).toLowerCase(Locale.ROOT);
        return property(new Span(condition.from(), is))
                .filter(property -> isNull || property.kind() == PropertyKind.BOOLEAN)
                .map(property -> ODataFilter.exactly(property.path() + (not ? " ne " : " eq ") + literal));
    }

    private Optional<ODataFilter> compared(Comparison comparison, EntitySet.Property property) {
        return switch (comparison.kind()) {
            case EQUAL -> equal(comparison.right(), property);
            case NOT_EQUAL ->
                values.single(comparison.right(), property.kind().type())
                        .flatMap(value -> unequal(List.of(value), property));
            case LESS -> ordered(comparison.right(), property, "lt");
            case LESS_OR_EQUAL -> ordered(comparison.right(), property, "le");
            case GREATER -> ordered(comparison.right(), property, "gt");
            case GREATER_OR_EQUAL -> ordered(comparison.right(), property, "ge");
            case BETWEEN -> comparison.negatedWord() ? Optional.empty() : between(comparison.right(), property);
            case IN -> {
                Optional<List<Value>> list =
                        values.list(comparison.right(), property.kind().type());
                yield comparison.negatedWord()
                        ? list.flatMap(all -> unequal(all, property))
                        : list.flatMap(all -> among(all, property));
            }
            // Some databases ignore case in LIKE, services may be case-sensitive.
            case LIKE ->
                tokens.isWord(comparison.operator(), "like") ? like(comparison.right(), property) : Optional.empty();
            case OTHER -> Optional.empty();
        };
    }

    private Optional<ODataFilter> equal(Span right, EntitySet.Property property) {
        Optional<List<Value>> any = values.any(right);
        return any.isPresent()
                ? among(any.get(), property)
                : values.single(right, property.kind().type()).flatMap(value -> among(List.of(value), property));
    }

    private static Optional<ODataFilter> among(List<Value> values, EntitySet.Property property) {
        List<ODataFilter> all = new ArrayList<>();
        for (Value value : values) {
            Optional<ODataFilter> one = equal(value, property);
            if (one.isEmpty()) {
                return Optional.empty();
            }
            all.add(one.get());
        }
        return ODataFilter.joined(all, "or");
    }

    private static Optional<ODataFilter> equal(Value value, EntitySet.Property property) {
        if (property.kind() == PropertyKind.MOMENT) {
            Optional<String> from = PropertyKind.earliest(value);
            Optional<String> to = PropertyKind.latest(value);
            return from.map(earliest -> ODataFilter.atLeast(
                    "(%s ge %s and %s le %s)".formatted(property.path(), earliest, property.path(), to.orElseThrow())));
        }
        return property.kind()
                .literal(value)
                .map(literal -> new ODataFilter(
                        property.path() + " eq " + literal, property.kind().isExact()));
    }

    /** A service may ignore case: then it would omit required rows. */
    private static Optional<ODataFilter> unequal(List<Value> values, EntitySet.Property property) {
        List<ODataFilter> all = new ArrayList<>();
        for (Value value : values) {
            Optional<String> literal =
                    property.kind().isExact() ? property.kind().literal(value) : Optional.empty();
            if (literal.isEmpty()) {
                return Optional.empty();
            }
            // In OData null is unequal to every value; in SQL the comparison is unknown.
            all.add(new ODataFilter(property.path() + " ne " + literal.get(), !property.nullable()));
        }
        return ODataFilter.joined(all, "and");
    }

    private Optional<ODataFilter> ordered(Span right, EntitySet.Property property, String word) {
        return values.single(right, property.kind().type()).flatMap(value -> ordered(value, property, word));
    }

    private static Optional<ODataFilter> ordered(Value value, EntitySet.Property property, String word) {
        if (property.kind() == PropertyKind.MOMENT) {
            Optional<String> bound = word.startsWith("g") ? PropertyKind.earliest(value) : PropertyKind.latest(value);
            return bound.map(point -> ODataFilter.atLeast(property.path() + " " + word + " " + point));
        }
        return property.kind().isOrdered()
                ? property.kind()
                        .literal(value)
                        .map(literal -> new ODataFilter(
                                property.path() + " " + word + " " + literal,
                                property.kind().isExact()))
                : Optional.empty();
    }

    private Optional<ODataFilter> between(Span right, EntitySet.Property property) {
        int and = Comparison.next(tokens, right, right.from(), i -> tokens.isWord(i, "and"));
        if (and < 0) {
            return Optional.empty();
        }
        Optional<ODataFilter> from = ordered(new Span(right.from(), and), property, "ge");
        Optional<ODataFilter> to = ordered(new Span(and + 1, right.to()), property, "le");
        return from.isPresent() && to.isPresent()
                ? ODataFilter.joined(List.of(from.get(), to.get()), "and")
                : Optional.empty();
    }

    private Optional<ODataFilter> like(Span right, EntitySet.Property property) {
        return property.kind() == PropertyKind.TEXT
                ? LikePattern.of(sent, right).map(pattern -> ODataFilter.atLeast(pattern.filter(property.path())))
                : Optional.empty();
    }
}
