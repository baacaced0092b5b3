package plainsieve.server.project;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.steps.step.KnownColumn;

/** What sources have told of their tables so far; nobody waits for one that does not answer. */
public interface KnownTables {
    /** @param schema empty where none is named; then nothing is known of tables that several schemas have */
    Optional<List<KnownColumn>> columns(String sourceId, String schema, String table);

    /** Columns that together are different in every row, in lower case. */
    List<Set<String>> keys(String sourceId, String schema, String table);

    List<String> tableNames(String sourceId);
}
