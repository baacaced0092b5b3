package plainsieve.server.jobs;

import java.time.Instant;
import java.util.List;
import java.util.Set;
import plainsieve.server.jobs.schedules.Schedule;
import plainsieve.server.records.jobs.JobKind;
import plainsieve.sources.Cancellation;

/** Handles one kind of scheduled job, such as refreshing a stored copy. */
public interface JobHandler {
    /** Its keyword in the records. */
    JobKind kind();

    /**
     * An object with a schedule.
     *
     * @param since start of the schedule: earlier times were not missed
     */
    record ScheduledJob(String projectId, String objectId, Schedule.Times times, Instant since) {}

    /** Everything that has its own times and is not paused. */
    List<ScheduledJob> scheduled();

    /**
     * Runs the job. A job whose effects are recorded under its number is not repeated.
     *
     * @param job the number of the job
     * @param stop cancels it
     * @throws RuntimeException if it failed; it is retried
     */
    JobOutcome run(String projectId, String thing, long job, Cancellation stop);

    /** A job is not tried again. */
    default void onGivenUp(long job) {
        // Most leave nothing that waits.
    }

    /** The objects of this kind that run after another job. @param kind of the other job */
    List<String> dependentsOf(String projectId, JobKind kind, String thing);

    /** The jobs that run before this one if both are due. */
    Set<String> prerequisites(String projectId, String thing);
}
