package plainsieve.server.jobs.copies;

import java.time.Instant;
import java.util.Optional;
import plainsieve.core.dialect.DatePart;
import plainsieve.server.definitions.model.CopiesSource;
import plainsieve.server.jobs.schedules.Schedule;

/**
 * An answer of a query that is kept here and asked as a table, under what applies to viewers when it is refreshed.
 *
 * @param name what people call it
 * @param parts how it is cut, so that only some of it is asked for again; nothing when it is one
 * @param schedule when it is refreshed
 * @param paused whether its times are let go by
 * @param since when its schedule was stated: nothing before it is missed
 * @param version the version that a change is made from
 */
public record StoredCopy(
        String id,
        String name,
        String queryId,
        Optional<Parts> parts,
        Schedule schedule,
        boolean paused,
        Instant since,
        int version) {
    /** Its word among things that are done automatically. */
    public static final String KIND = "copy";

    /**
     * Parts by a date.
     *
     * @param column of the answer, a day or a moment
     * @param stretch that makes one part
     * @param again how many of the last are asked for each time, today's among them
     */
    public record Parts(String column, DatePart stretch, int again) {
        /** As views write what they group by. */
        public String key() {
            return column + ":" + stretch.word();
        }
    }

    /** The table that it is asked as. */
    public String table() {
        return CopiesSource.table(id);
    }
}
