package plainsieve.server.jobs.copies;

import java.time.Instant;
import java.util.Optional;
import plainsieve.core.dialect.DatePart;
import plainsieve.server.definitions.model.CopiesSource;
import plainsieve.server.jobs.schedules.Schedule;

/**
 * A query's result stored as a table, refreshed with the settings of the live stage.
 *
 * @param name display name
 * @param parts the partitioning, which allows partial refreshes; empty for none
 * @param schedule when it is refreshed
 * @param paused whether scheduled times are skipped
 * @param since start of its schedule: earlier times were not missed
 * @param version on which a change is based
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

    /**
     * Partitions by date.
     *
     * @param column of the result, a date or timestamp
     * @param stretch the period of one partition
     * @param again the number of latest partitions that are refreshed each time, including today's
     */
    public record Parts(String column, DatePart stretch, int again) {
        /** In the notation of grouping keys. */
        public String key() {
            return column + ":" + stretch.word();
        }
    }

    /** Its table name. */
    public String table() {
        return CopiesSource.table(id);
    }

    StoredCopy identified(String newId) {
        return new StoredCopy(newId, name, queryId, parts, schedule, paused, since, version);
    }

    StoredCopy named(String newName) {
        return new StoredCopy(id, newName, queryId, parts, schedule, paused, since, version);
    }

    StoredCopy startingAt(Instant start) {
        return new StoredCopy(id, name, queryId, parts, schedule, paused, start, version);
    }
}
