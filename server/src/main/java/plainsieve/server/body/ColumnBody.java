package plainsieve.server.body;

import java.util.List;
import plainsieve.core.parameter.ColumnReference;

/** A column in the API; without a name if there is none. */
public record ColumnBody(
        String sourceId, String schema, String table, String column, String label, List<String> excluded) {
    public ColumnBody {
        sourceId = Absent.orEmpty(sourceId);
        schema = Absent.orEmpty(schema);
        table = Absent.orEmpty(table);
        column = Absent.orEmpty(column);
        label = Absent.orEmpty(label);
        excluded = Absent.orEmpty(excluded);
    }

    public static ColumnBody of(ColumnReference place) {
        return new ColumnBody(
                place.sourceId(), place.schema(), place.table(), place.column(), place.label(), place.excluded());
    }

    ColumnReference toPlace() {
        return new ColumnReference(sourceId, schema, table, column, label, excluded);
    }
}
