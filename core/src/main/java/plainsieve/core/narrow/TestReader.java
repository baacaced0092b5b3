package plainsieve.core.narrow;

import java.util.List;
import java.util.Optional;
import plainsieve.core.sql.Comparison;
import plainsieve.core.sql.Span;
import plainsieve.core.statement.SentText;
import plainsieve.core.statement.WrittenValues;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;

/** Reads a single condition that compares a column of a side with values; nothing where it does something else. */
final class TestReader {
    private final SentText here;
    private final WrittenValues values;

    TestReader(SentText here) {
        this.here = here;
        this.values = new WrittenValues(here);
    }

    /** Which column the tokens of a condition name. */
    interface Columns {
        Optional<SideColumns.Found> of(Span path);
    }

    record Read(SideColumns.Found found, Within within) {}

    Optional<Read> of(Span condition, Columns columns) {
        Optional<Comparison> comparison =
                Comparison.of(here.tokens(), condition).filter(found -> !found.negatedWord());
        return comparison.flatMap(one ->
                columns.of(one.left()).flatMap(found -> within(one, found).map(test -> new Read(found, test))));
    }

    private Optional<Within> within(Comparison comparison, SideColumns.Found found) {
        Type type = found.type();
        Optional<List<Value>> equal =
                switch (comparison.kind()) {
                    case EQUAL ->
                        values.any(comparison.right()).or(() -> values.one(comparison.right(), Optional.of(type))
                                .map(List::of));
                    case IN -> values.list(comparison.right(), Optional.of(type));
                    default -> Optional.empty();
                };
        if (equal.isPresent()) {
            return equal.filter(all ->
                            Within.isEqualEverywhere(type) && all.stream().allMatch(one -> isOf(one, type)))
                    .map(all -> new Within.Among(found.column(), type, all));
        }
        return ordered(comparison, found);
    }

    /** With its end even where the condition leaves it out: a few rows more do no harm. */
    private Optional<Within> ordered(Comparison comparison, SideColumns.Found found) {
        boolean least =
                comparison.kind() == Comparison.Kind.GREATER || comparison.kind() == Comparison.Kind.GREATER_OR_EQUAL;
        boolean most = comparison.kind() == Comparison.Kind.LESS || comparison.kind() == Comparison.Kind.LESS_OR_EQUAL;
        return least || most && Within.isOrderedEverywhere(found.type())
                ? values.one(comparison.right(), Optional.of(found.type()))
                        .filter(value -> Within.isOrderedEverywhere(found.type()) && isOf(value, found.type()))
                        .map(value -> new Within.Bound(found.column(), found.type(), least, value))
                : Optional.empty();
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
