package plainsieve.sources.web;

import java.util.OptionalLong;
import plainsieve.core.request.ServiceRequest;

/**
 * A table whose rows come of an answer.
 *
 * @param table its name
 * @param needed how many rows are needed at the most; all when that is not known
 */
record TableAsk(String table, ServiceRequest ask, OptionalLong needed) {
    /** The same with all rows. */
    TableAsk whole() {
        return new TableAsk(table, ask, OptionalLong.empty());
    }

    /** Whether rows that were fetched for another one do for this. */
    boolean isServedBy(TableAsk other) {
        boolean enough = other.needed.isEmpty() || needed.isPresent() && needed.getAsLong() <= other.needed.getAsLong();
        return enough && table.equals(other.table) && ask.equals(other.ask);
    }
}
