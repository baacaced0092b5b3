package plainsieve.files.forms;

import java.time.Duration;
import java.util.List;
import plainsieve.core.parameter.ColumnReference;
import plainsieve.core.parameter.ListDefinition;
import plainsieve.core.parameter.ListedValue;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;

/**
 * The list of a parameter.
 *
 * @param kind the origin of the values; follows from the other fields if it is missing
 * @param values the values of a typed list; files write a value without a label of its own as plain text
 * @param query the ID of the query whose first column contains the values, the second, if any, the labels, and the third, if any, the
 *     counts; otherwise empty
 * @param column the column with the values; for a typed list, the column it is compared with
 * @param counts whether viewers see the number of rows per value
 * @param cacheSeconds how long a result is fresh; 0 queries each time
 */
public record ListForm(
        @ApiOnly ListKind kind,
        List<ListedValue> values,
        String query,
        ColumnForm column,
        boolean counts,
        Integer cacheSeconds)
        implements Form {
    /** No list. */
    static final ListForm ANYTHING = new ListForm(ListKind.ANY, null, null, null, false, null);

    /** The origin of the values. */
    public enum ListKind {
        /** Any value of the type. */
        ANY,
        TYPED,
        COLUMN,
        QUERY
    }

    public ListForm {
        values = Absent.orEmpty(values);
        query = Absent.orEmpty(query);
        column = column == null ? ColumnForm.of(ColumnReference.NONE) : column;
        cacheSeconds = cacheSeconds == null ? seconds(ListDefinition.USUALLY_KEPT) : cacheSeconds;
        kind = kind == null ? kind(values, query, column) : kind;
    }

    private static ListKind kind(List<ListedValue> values, String query, ColumnForm column) {
        if (!query.isEmpty()) {
            return ListKind.QUERY;
        }
        if (!values.isEmpty()) {
            return ListKind.TYPED;
        }
        // An empty list was begun; no list at all is missing.
        return column.column().isEmpty() ? ListKind.TYPED : ListKind.COLUMN;
    }

    private static Integer seconds(Duration kept) {
        return Math.toIntExact(kept.toSeconds());
    }

    static ListForm of(ListDefinition list) {
        return list.accept(new Forms());
    }

    private record Forms() implements ListDefinition.Visitor<ListForm> {
        @Override
        public ListForm any(ListDefinition.Any list) {
            return ANYTHING;
        }

        @Override
        public ListForm typed(ListDefinition.Typed list) {
            ColumnReference compared = list.typedValues().isEmpty() ? ColumnReference.NONE : list.column();
            return new ListForm(ListKind.TYPED, list.typedValues(), "", ColumnForm.of(compared), false, null);
        }

        @Override
        public ListForm ofColumn(ListDefinition.FromColumn list) {
            return new ListForm(
                    ListKind.COLUMN, null, "", ColumnForm.of(list.column()), list.counts(), seconds(list.cacheTime()));
        }

        @Override
        public ListForm ofQuery(ListDefinition.FromQuery list) {
            return new ListForm(ListKind.QUERY, null, list.queryId(), null, false, seconds(list.cacheTime()));
        }
    }

    ListDefinition toDefinition() {
        Duration kept = Duration.ofSeconds(cacheSeconds);
        return switch (kind) {
            case ANY -> new ListDefinition.Any();
            case TYPED -> new ListDefinition.Typed(values, column.toReference());
            case COLUMN -> new ListDefinition.FromColumn(column.toReference(), counts, kept);
            case QUERY -> new ListDefinition.FromQuery(named(query, "query"), kept);
        };
    }

    static String named(String id, String what) {
        if (id.isEmpty()) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_PARAMETER, "No %s is named.".formatted(what), "Choose one of the project."));
        }
        return id;
    }
}
