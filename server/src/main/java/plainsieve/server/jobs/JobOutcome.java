package plainsieve.server.jobs;

import plainsieve.server.records.jobs.JobState;

/** The outcome of a job. Failures throw instead. */
public sealed interface JobOutcome {
    JobState state();

    long rows();

    /** Additional information; may be empty. */
    String note();

    /** All is well. */
    record Succeeded(long rows, String note) implements JobOutcome {
        @Override
        public JobState state() {
            return JobState.DONE;
        }
    }

    /** The result is held until someone reviews it. */
    record HeldForReview(long rows, String note) implements JobOutcome {
        @Override
        public JobState state() {
            return JobState.HELD;
        }
    }

    /** There was nothing to do any more. */
    record Skipped(String note) implements JobOutcome {
        @Override
        public JobState state() {
            return JobState.SKIPPED;
        }

        @Override
        public long rows() {
            return 0;
        }
    }
}
