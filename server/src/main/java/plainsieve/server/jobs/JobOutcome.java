package plainsieve.server.jobs;

/** The outcome of a job. Failures throw instead. */
public sealed interface JobOutcome {
    /** Its word in the records. */
    String word();

    long rows();

    /** What else there is to say; may be empty. */
    String note();

    /** All is well. */
    record Succeeded(long rows, String note) implements JobOutcome {
        @Override
        public String word() {
            return "done";
        }
    }

    /** It was made and does not count yet: someone has to look at it. */
    record HeldForReview(long rows, String note) implements JobOutcome {
        @Override
        public String word() {
            return "kept-back";
        }
    }

    /** There was nothing to do any more. */
    record Skipped(String note) implements JobOutcome {
        @Override
        public String word() {
            return "left";
        }

        @Override
        public long rows() {
            return 0;
        }
    }
}
