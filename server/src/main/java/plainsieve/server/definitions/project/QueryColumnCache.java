package plainsieve.server.definitions.project;

import java.util.List;
import java.util.Optional;
import plainsieve.core.steps.model.KnownColumn;
import plainsieve.server.definitions.model.Query;

/** Cached output columns of queries. */
public interface QueryColumnCache {
    /** The columns that the live text of a query gives; nothing while that is not known. */
    Optional<List<KnownColumn>> columns(Project project, Query query);
}
