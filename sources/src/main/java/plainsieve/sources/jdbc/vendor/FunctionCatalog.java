package plainsieve.sources.jdbc.vendor;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import plainsieve.core.sql.ReadOnlyCheck;

/** The catalog of a database for functions that are not on the engine's lists. */
public interface FunctionCatalog {
    /**
     * Which of these functions are read-only.
     *
     * @param names as in the statement
     * @param connection for exclusive use
     */
    Map<String, Boolean> reading(List<String> names, ReadOnlyCheck check, Connection connection) throws SQLException;

    /** Without a catalog. @param reads whether unlisted functions are read-only */
    static FunctionCatalog silent(boolean reads) {
        return (names, check, connection) ->
                names.stream().collect(Collectors.toMap(name -> name, name -> reads, (one, same) -> one));
    }

    /**
     * A catalog of functions that may have side effects.
     *
     * @param query for the names among the given ones; {@code %s} is a list of placeholders
     */
    record Volatile(String query) implements FunctionCatalog {
        @Override
        public Map<String, Boolean> reading(List<String> names, ReadOnlyCheck check, Connection connection)
                throws SQLException {
            Map<String, Boolean> reading = new HashMap<>();
            names.forEach(name -> reading.put(name, true));
            String marks = String.join(", ", Collections.nCopies(names.size(), "?"));
            try (PreparedStatement prepared = connection.prepareStatement(query.formatted(marks))) {
                for (int i = 0; i < names.size(); i++) {
                    prepared.setString(i + 1, names.get(i));
                }
                try (ResultSet rows = prepared.executeQuery()) {
                    while (rows.next()) {
                        String found = rows.getString(1);
                        reading.replaceAll((name, reads) -> reads && !name.equalsIgnoreCase(found));
                    }
                }
            }
            return reading;
        }
    }

    /**
     * A catalog of SQL definitions of user-defined functions. A function is read-only if everything in its definition
     * is; a missing one is not known to be.
     *
     * @param query for names and definitions
     */
    record Macros(String query) implements FunctionCatalog {
        private static final int MAX_DEPTH = 16;

        @Override
        public Map<String, Boolean> reading(List<String> names, ReadOnlyCheck check, Connection connection)
                throws SQLException {
            Map<String, String> definitions = definitions(connection);
            Map<String, Boolean> reading = new HashMap<>();
            names.forEach(name -> reading.put(name, reads(name, definitions, check, 0)));
            return reading;
        }

        private Map<String, String> definitions(Connection connection) throws SQLException {
            Map<String, String> definitions = new HashMap<>();
            try (Statement statement = connection.createStatement();
                    ResultSet rows = statement.executeQuery(query)) {
                while (rows.next()) {
                    // Overloads: each has to be read-only.
                    definitions.merge(
                            rows.getString(1).toLowerCase(Locale.ROOT),
                            "(" + rows.getString(2) + ")",
                            (one, other) -> one + " + " + other);
                }
            }
            return definitions;
        }

        private static boolean reads(String name, Map<String, String> definitions, ReadOnlyCheck check, int depth) {
            String definition = definitions.get(name.toLowerCase(Locale.ROOT));
            if (definition == null || depth > MAX_DEPTH) {
                return false;
            }
            ReadOnlyCheck.Finding finding = check.checkDefinition(definition);
            return finding.refused().isEmpty()
                    && finding.unknown().stream().allMatch(call -> reads(call.name(), definitions, check, depth + 1));
        }
    }
}
