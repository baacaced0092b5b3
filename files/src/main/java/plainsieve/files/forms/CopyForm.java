package plainsieve.files.forms;

import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;

/**
 * A stored copy.
 *
 * @param id given by the server when it is created
 * @param query the ID of the stored query, which cannot change
 * @param partitionBy the partition column, a colon and the period, such as {@code departed_at:day}; empty: not partitioned
 * @param refreshedPartitions the number of latest partitions that are refreshed each time
 * @param schedule when it is refreshed
 * @param paused whether scheduled times are skipped
 * @param version the version on which a change is based
 */
public record CopyForm(
        String id,

        @NotBlank(message = FormLimits.MISSING) @Size(max = FormLimits.NAME, message = FormLimits.TOO_LONG)
        String name,

        String query,
        String partitionBy,
        int refreshedPartitions,
        ScheduleForm schedule,
        boolean paused,
        @ApiOnly int version)
        implements Form, VersionedResource {
    public CopyForm {
        id = Absent.orEmpty(id);
        name = Absent.orEmpty(name);
        query = Absent.orEmpty(query);
        partitionBy = Absent.orEmpty(partitionBy);
        schedule = schedule == null ? ScheduleForm.NONE : schedule;
    }

    /** The same, refreshed after another copy; empty for none. */
    public CopyForm after(String other) {
        return new CopyForm(id, name, query, partitionBy, refreshedPartitions, schedule.after(other), paused, version);
    }

    /** The same of a query. */
    public CopyForm ofQuery(String newQuery) {
        return new CopyForm(id, name, newQuery, partitionBy, refreshedPartitions, schedule, paused, version);
    }

    /** The same with an ID, as a change of a version. */
    public CopyForm identified(String newId, int base) {
        return new CopyForm(newId, name, query, partitionBy, refreshedPartitions, schedule, paused, base);
    }
}
