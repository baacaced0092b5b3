package plainsieve.sources.jdbc.vendor;

import java.util.Map;

/**
 * The collations of text columns, for databases without schemas.
 *
 * @param tables by table and column; only known collations
 */
record TableCollations(Map<String, Map<String, String>> tables) {
    static TableCollations unknown() {
        return new TableCollations(Map.of());
    }

    /** By column. */
    Map<String, String> of(String table) {
        return tables.getOrDefault(table, Map.of());
    }
}
