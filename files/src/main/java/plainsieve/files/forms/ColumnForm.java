package plainsieve.files.forms;

import java.util.List;
import plainsieve.core.parameter.ColumnReference;

/**
 * A column of a table of a source; without names if there is none.
 *
 * @param source its ID
 * @param schema empty for the default search path
 * @param label a column with labels; otherwise empty
 * @param excluded values removed from the list
 */
public record ColumnForm(String source, String schema, String table, String column, String label, List<String> excluded)
        implements Form {
    public ColumnForm {
        source = Absent.orEmpty(source);
        schema = Absent.orEmpty(schema);
        table = Absent.orEmpty(table);
        column = Absent.orEmpty(column);
        label = Absent.orEmpty(label);
        excluded = Absent.orEmpty(excluded);
    }

    public static ColumnForm of(ColumnReference column) {
        return new ColumnForm(
                column.sourceId(), column.schema(), column.table(), column.column(), column.label(), column.excluded());
    }

    ColumnReference toReference() {
        return new ColumnReference(source, schema, table, column, label, excluded);
    }
}
