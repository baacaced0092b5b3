package plainsieve.server.jobs;

import plainsieve.server.records.jobs.JobKind;
import plainsieve.server.records.jobs.JobState;

/** Notified when a job failed or was held for review. */
public interface JobListener {
    /**
     * Called once when a job needs attention. Exceptions are ignored.
     *
     * @param kind its keyword among scheduled objects
     * @param state failed or held
     */
    void onProblem(String projectId, JobKind kind, String thing, JobState state, String note);
}
