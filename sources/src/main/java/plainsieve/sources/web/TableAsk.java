package plainsieve.sources.web;

import java.util.OptionalLong;
import plainsieve.core.request.ServiceRequest;

/**
 * A table of rows from a response.
 *
 * @param table its name
 * @param needed maximum number of needed rows; empty for all
 */
record TableAsk(String table, ServiceRequest ask, OptionalLong needed) {
    /** The same with all rows. */
    TableAsk whole() {
        return new TableAsk(table, ask, OptionalLong.empty());
    }

    /** Whether rows fetched for another request are sufficient. */
    boolean isServedBy(TableAsk other) {
        boolean enough = other.needed.isEmpty() || needed.isPresent() && needed.getAsLong() <= other.needed.getAsLong();
        return enough && table.equals(other.table) && ask.equals(other.ask);
    }
}
