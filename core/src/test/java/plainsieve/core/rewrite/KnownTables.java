package plainsieve.core.rewrite;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.catalog.SourceNames;
import plainsieve.core.catalog.TableColumns;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.dialect.FunctionEffects;
import plainsieve.core.rewrite.filter.AddedFilter;

/** A query with a filter on top, placed with the metadata of a few tables. */
final class KnownTables {
    private KnownTables() {}

    private static TableColumns.Table table(String schema, String name, String... columns) {
        return new TableColumns.Table(
                schema,
                name,
                Arrays.stream(columns)
                        .map(column -> column.split(" "))
                        .map(parts -> new TableColumns.Column(
                                parts[0], parts[1], parts.length > 2 ? Optional.of(parts[2]) : Optional.empty()))
                        .toList());
    }

    private static final TableColumns TABLES = TableColumns.of(List.of(
            table("", "crossings", "id int4", "port_id int4", "Day date", "delay int4", "note text"),
            table("", "ports", "port_id int4", "name text", "opened date", "code bpchar", "depth float4"),
            table(
                    "",
                    "captains",
                    "id int4 binary",
                    "name varchar utf8mb4_general_ci",
                    "nick text utf8mb4_general_ci",
                    "code varchar utf8mb4_bin",
                    "rank enum utf8mb4_general_ci",
                    "grade enum utf8mb4_general_ci"),
            table(
                    "",
                    "ferries",
                    "id integer binary",
                    "built date binary",
                    "tons real binary",
                    "name varchar(20) binary",
                    "alias text binary",
                    "code text nocase"),
            table("one", "twice", "x int4"),
            table("two", "twice", "y int4")));

    private static final FunctionEffects FUNCTIONS = new FunctionEffects(Map.of(
            FunctionEffects.Kind.SCALAR, Set.of("fare_class", "app.fare_class", "app.own"),
            FunctionEffects.Kind.AGGREGATE, Set.of("mode_of", "app.mode_of"),
            FunctionEffects.Kind.MANY_ROWS, Set.of("legs", "app.legs"),
            FunctionEffects.Kind.VOLATILE, Set.of("stamp", "app.stamp")));

    /** The text filtered by several values of the column. */
    static String filtered(String dialect, String query, String column) {
        return PreparedQuery.of(query, Dialects.of(dialect))
                .with(List.of(AddedFilter.anyOf(column, "f")), new SourceNames(TABLES, FUNCTIONS))
                .query()
                .text();
    }
}
