package plainsieve.core.steps.sql;

import java.util.Set;
import plainsieve.core.steps.step.Rows;

/** Other queries of the project, whose rows steps can take. */
interface Queries {
    /**
     * The block of a query, in which no alias is one of those taken.
     *
     * @param ours the rows for each of which it is called
     */
    Block block(Rows.Query query, Making making, Set<String> taken, Block ours);
}
