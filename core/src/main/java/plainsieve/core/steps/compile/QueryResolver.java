package plainsieve.core.steps.compile;

import java.util.Set;
import plainsieve.core.steps.compile.block.SelectBlock;
import plainsieve.core.steps.model.RowSource;

/** Resolves other queries of the project that steps read. */
interface QueryResolver {
    /**
     * The block of a query without the given aliases.
     *
     * @param ours the calling rows
     */
    SelectBlock block(RowSource.Query query, CompileContext context, Set<String> taken, SelectBlock ours);
}
