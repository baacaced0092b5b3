package plainsieve.sources.jdbc.vendor;

import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import plainsieve.core.dialect.FunctionEffects;
import plainsieve.core.value.Keyword;
import plainsieve.sources.Catalog;

/** Metadata that drivers load table by table, queried from the catalog at once: indexes, sizes, functions. */
public final class CatalogDetails {
    /**
     * The catalog queries. An empty text queries nothing.
     *
     * @param indexes schema, table, index, column, unique, primary; in index column order
     * @param rows schema, table, estimated rows
     * @param functions schema, name, kind, arguments separated by commas
     * @param own for each user-defined function: schema, name, effect on rows
     */
    record Questions(String indexes, String rows, String functions, String own) {}

    private final Map<String, Map<String, Catalog.TableIndex>> indexes = new HashMap<>();
    private final Map<String, Long> rows = new HashMap<>();
    private final List<Catalog.CatalogFunction> functions = new ArrayList<>();
    private final Map<FunctionEffects.Kind, Set<String>> own = new EnumMap<>(FunctionEffects.Kind.class);

    private interface Reader {
        void read(ResultSet row) throws SQLException;
    }

    static CatalogDetails read(Connection connection, Questions questions) throws SQLException {
        CatalogDetails details = new CatalogDetails();
        query(connection, questions.indexes(), details::index);
        query(
                connection,
                questions.rows(),
                row -> details.rows.put(key(row.getString(1), row.getString(2)), row.getLong(3)));
        query(connection, questions.functions(), details::function);
        query(connection, questions.own(), details::own);
        return details;
    }

    private static void query(Connection connection, String question, Reader reader) throws SQLException {
        if (question.isEmpty()) {
            return;
        }
        try (Statement statement = connection.createStatement();
                ResultSet found = statement.executeQuery(question)) {
            while (found.next()) {
                reader.read(found);
            }
        }
    }

    private static String key(String schema, String table) {
        return (schema == null ? "" : schema) + "." + table;
    }

    private void index(ResultSet row) throws SQLException {
        Map<String, Catalog.TableIndex> ofTable =
                indexes.computeIfAbsent(key(row.getString(1), row.getString(2)), table -> new LinkedHashMap<>());
        String name = row.getString(3);
        Catalog.TableIndex before = ofTable.getOrDefault(
                name, new Catalog.TableIndex(name, List.of(), row.getBoolean(5), row.getBoolean(6)));
        List<String> columns = new ArrayList<>(before.columns());
        columns.add(row.getString(4));
        ofTable.put(name, new Catalog.TableIndex(name, columns, before.unique(), before.primary()));
    }

    private void function(ResultSet row) throws SQLException {
        String arguments = row.getString(4) == null ? "" : row.getString(4);
        functions.add(new Catalog.CatalogFunction(
                row.getString(1) == null ? "" : row.getString(1),
                row.getString(2),
                Keyword.find(Catalog.FunctionKind.class, row.getString(3)).orElseThrow(),
                arguments.isBlank() ? List.of() : Arrays.asList(arguments.split("\\s*,\\s*"))));
    }

    /** Keyed by the driver's schema; empty for databases without schemas. */
    List<Catalog.TableIndex> indexes(String schema, String table) {
        return List.copyOf(indexes.getOrDefault(key(schema, table), Map.of()).values());
    }

    long rows(String schema, String table) {
        return rows.getOrDefault(key(schema, table), -1L);
    }

    List<Catalog.CatalogFunction> functions() {
        return functions;
    }

    private void own(ResultSet row) throws SQLException {
        Set<String> names =
                own.computeIfAbsent(FunctionEffects.Kind.valueOf(row.getString(3)), kind -> new HashSet<>());
        String name = row.getString(2).toLowerCase(Locale.ROOT);
        names.add(name);
        names.add(row.getString(1).toLowerCase(Locale.ROOT) + "." + name);
    }

    FunctionEffects own() {
        return new FunctionEffects(own);
    }
}
