package plainsieve.server.definitions.project;

import java.util.List;
import java.util.Set;
import plainsieve.core.steps.model.KnownColumn;

/** Cached tables of sources. */
public interface TableCache {
    /**
     * A table.
     *
     * @param schema empty where the source has none
     * @param keys columns that together are different in every row, in lower case
     */
    record CachedTable(String schema, String name, List<KnownColumn> columns, List<Set<String>> keys) {
        public CachedTable {
            columns = List.copyOf(columns);
            keys = List.copyOf(keys);
        }
    }

    /** All tables of a source; empty until its metadata is loaded. */
    List<CachedTable> knownTables(String sourceId);
}
