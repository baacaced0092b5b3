package plainsieve.server.definitions.project;

import java.util.List;
import java.util.Optional;
import plainsieve.core.steps.model.KnownColumn;
import plainsieve.server.definitions.model.Query;

/** Cached output columns of queries. */
public interface QueryColumnCache {
    /** The output columns of a query's published text; empty if unknown. */
    Optional<List<KnownColumn>> columns(Project project, Query query);
}
