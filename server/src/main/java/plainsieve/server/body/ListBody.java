package plainsieve.server.body;

import java.time.Duration;
import java.util.List;
import plainsieve.core.parameter.ColumnReference;
import plainsieve.core.parameter.ListDefinition;
import plainsieve.core.parameter.ListedValue;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;

/**
 * The list of a parameter in the API. Missing fields have their defaults.
 *
 * @param values the values of a typed list
 * @param queryId the query whose first column contains the values, the second, if any, the labels, and the third, if any,
 *     the counts; otherwise empty
 * @param column the column with the values; for a typed list, the column it is compared with
 * @param counts whether viewers see the number of rows per value
 * @param cacheSeconds how long a result is fresh; 0 queries each time
 */
public record ListBody(
        ListKind kind,
        List<ListedValue> values,
        String queryId,
        ColumnBody column,
        boolean counts,
        Integer cacheSeconds) {
    /** The origin of the values. */
    public enum ListKind {
        /** Any value of the type. */
        ANY,
        TYPED,
        COLUMN,
        QUERY
    }

    public ListBody {
        kind = kind == null ? ListKind.ANY : kind;
        values = Absent.orEmpty(values);
        queryId = Absent.orEmpty(queryId);
        column = column == null ? ColumnBody.of(ColumnReference.NONE) : column;
        cacheSeconds = cacheSeconds == null ? seconds(ListDefinition.USUALLY_KEPT) : cacheSeconds;
    }

    private static Integer seconds(Duration kept) {
        return Math.toIntExact(kept.toSeconds());
    }

    static ListBody of(ListDefinition list) {
        return new ListBody(
                list.accept(new Kinds()),
                list.typedValues(),
                list.queryId(),
                ColumnBody.of(list.column()),
                list instanceof ListDefinition.FromColumn column && column.counts(),
                seconds(list.cacheTime()));
    }

    private record Kinds() implements ListDefinition.Visitor<ListKind> {
        @Override
        public ListKind any(ListDefinition.Any list) {
            return ListKind.ANY;
        }

        @Override
        public ListKind typed(ListDefinition.Typed list) {
            return ListKind.TYPED;
        }

        @Override
        public ListKind ofColumn(ListDefinition.FromColumn list) {
            return ListKind.COLUMN;
        }

        @Override
        public ListKind ofQuery(ListDefinition.FromQuery list) {
            return ListKind.QUERY;
        }
    }

    ListDefinition toDefinition() {
        Duration kept = Duration.ofSeconds(cacheSeconds);
        return switch (kind) {
            case ANY -> new ListDefinition.Any();
            case TYPED -> new ListDefinition.Typed(values, column.toPlace());
            case COLUMN -> new ListDefinition.FromColumn(column.toPlace(), counts, kept);
            case QUERY -> new ListDefinition.FromQuery(named(queryId, "query"), kept);
        };
    }

    static String named(String id, String what) {
        if (id.isEmpty()) {
            throw new ProblemException(
                    Problem.of("bad-parameter", "No %s is named.".formatted(what), "Choose one of the project."));
        }
        return id;
    }
}
