package plainsieve.server.jobs;

import plainsieve.server.records.jobs.JobState;

/** Notified when a job failed or was held for review. */
public interface JobListener {
    /**
     * Something is over, and someone should look at it. It is reported once, and what this throws is in no one's way.
     *
     * @param kind its word among things that are done automatically
     * @param state failed or held
     */
    void onProblem(String projectId, String kind, String thing, JobState state, String note);
}
