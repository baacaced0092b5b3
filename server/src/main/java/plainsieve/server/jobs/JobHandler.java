package plainsieve.server.jobs;

import java.time.Instant;
import java.util.List;
import java.util.Set;
import plainsieve.server.jobs.schedules.Schedule;
import plainsieve.sources.Cancellation;

/** Handles one kind of scheduled job, such as refreshing a stored copy. */
public interface JobHandler {
    /** Its word in the records. */
    String kind();

    /**
     * A thing with its own times.
     *
     * @param since its times count from here: nothing before it was missed
     */
    record ScheduledJob(String projectId, String objectId, Schedule.Times times, Instant since) {}

    /** Everything that has its own times and is not paused. */
    List<ScheduledJob> scheduled();

    /**
     * Does it. Audit log already under this number is not done again.
     *
     * @param job the number of the job
     * @param stop says when it should stop
     * @throws RuntimeException when it could not be done; it is tried again
     */
    JobOutcome run(String projectId, String thing, long job, Cancellation stop);

    /** A job is not tried again. */
    default void onGivenUp(long job) {
        // Most leave nothing that waits.
    }

    /** What of this kind is done once something was. @param kind of what was done */
    List<String> dependentsOf(String projectId, String kind, String thing);

    /** The jobs that run before this one if both are due. */
    Set<String> prerequisites(String projectId, String thing);
}
