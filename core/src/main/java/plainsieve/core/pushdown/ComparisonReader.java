package plainsieve.core.pushdown;

import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import plainsieve.core.sql.Comparison;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.statement.BoundValue;
import plainsieve.core.statement.SentStatement;
import plainsieve.core.statement.StatementValues;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;

/** Parses a condition that compares a column of a part with values; empty for other conditions. */
final class ComparisonReader {
    private final SentStatement here;
    private final StatementValues values;

    ComparisonReader(SentStatement here) {
        this.here = here;
        this.values = new StatementValues(here);
    }

    /** Which column the tokens of a condition name. */
    interface ColumnLookup {
        Optional<PartColumns.PartColumn> of(Span path);
    }

    record ReadComparison(PartColumns.PartColumn found, ColumnConstraint within) {}

    Optional<ReadComparison> of(Span condition, ColumnLookup columns) {
        Optional<Comparison> comparison =
                Comparison.of(here.tokens(), condition).filter(found -> !found.negatedWord());
        return comparison.flatMap(one -> columns.of(one.left()).flatMap(found -> parameter(one.right())
                .flatMap(parameter -> constraintOf(one, found, parameter))
                .map(test -> new ReadComparison(found, test))));
    }

    /** The one parameter whose values are used there, empty text for none; empty if there are several. */
    private Optional<String> parameter(Span right) {
        List<String> names = IntStream.range(right.from(), right.to())
                .filter(token -> here.tokens().is(token, TokenKind.PARAMETER))
                .mapToObj(token -> here.at(token).map(BoundValue::parameter).orElse(""))
                .distinct()
                .toList();
        return names.size() > 1 ? Optional.empty() : Optional.of(names.isEmpty() ? "" : names.get(0));
    }

    private Optional<ColumnConstraint> constraintOf(
            Comparison comparison, PartColumns.PartColumn found, String parameter) {
        Type type = found.type();
        Optional<List<Value>> equal =
                switch (comparison.kind()) {
                    case EQUAL ->
                        values.any(comparison.right()).or(() -> values.single(comparison.right(), Optional.of(type))
                                .map(List::of));
                    case IN -> values.list(comparison.right(), Optional.of(type));
                    default -> Optional.empty();
                };
        if (equal.isPresent()) {
            return equal.filter(all -> ColumnConstraint.isEqualEverywhere(type)
                            && all.stream().allMatch(one -> isOf(one, type)))
                    .map(all -> new ColumnConstraint.AllowedSet(found.column(), type, all, parameter));
        }
        boolean least =
                comparison.kind() == Comparison.Kind.GREATER || comparison.kind() == Comparison.Kind.GREATER_OR_EQUAL;
        boolean most = comparison.kind() == Comparison.Kind.LESS || comparison.kind() == Comparison.Kind.LESS_OR_EQUAL;
        return least || most
                ? end(comparison.right(), found, least)
                        .map(end -> new ColumnConstraint.Bound(found.column(), end.type(), least, end, parameter))
                : Optional.empty();
    }

    /** Inclusive, even if the condition excludes it, or widened: additional rows are harmless. */
    private Optional<Value> end(Span right, PartColumns.PartColumn found, boolean least) {
        Optional<Value> value = values.single(right, Optional.of(found.type()));
        if (ColumnConstraint.isOrderedEverywhere(found.type())) {
            return value.filter(one -> isOf(one, found.type()));
        }
        if (!ColumnConstraint.isOrderedNearly(found.type(), found.part().dialect())) {
            return Optional.empty();
        }
        return value.flatMap(one -> found.type() == Type.DECIMAL
                ? ComparisonWidening.number(one, least)
                : ComparisonWidening.moment(one, least));
    }

    private static boolean isOf(Value value, Type type) {
        return switch (type) {
            case TEXT -> value instanceof Value.Text;
            case INTEGER -> value instanceof Value.Whole;
            case DATE -> value instanceof Value.Day;
            default -> false;
        };
    }
}
