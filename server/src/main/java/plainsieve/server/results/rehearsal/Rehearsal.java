package plainsieve.server.results.rehearsal;

import java.util.ArrayList;
import java.util.List;

/** The state of one rehearsal. Read by many threads while one executes it. */
public final class Rehearsal {
    /** How a rehearsal is. */
    public enum Status {
        RUNNING,
        STOPPED,
        DONE
    }

    /**
     * The result of one case.
     *
     * @param parameters tested by it
     * @param choices as text
     * @param view of the result: the failed one, otherwise a slow one, otherwise the table
     * @param queryId for a link to the text
     * @param line of the text; 0 if there is none
     * @param rows shown by the view
     * @param millis duration
     * @param placements number of choices by place: "2 by index, 1 while scanning"
     * @param sentId its statement in Sent; 0 if none was sent
     */
    public record RehearsalCase(
            String name,
            List<String> parameters,
            String choices,
            String view,
            String queryId,
            int line,
            long rows,
            boolean more,
            double millis,
            String placements,
            Verdict verdict,
            String explanation,
            long sentId) {}

    /** How a case ended. */
    public enum Verdict {
        PASSED,
        /** Rejected, as it should be. */
        REFUSED,
        FAILED,
        SLOW;

        boolean isAnswered() {
            return this == PASSED || this == SLOW;
        }
    }

    /** A finding to look at before publishing. @param queryId its query; empty if there is none */
    public record RehearsalFinding(FindingKind kind, String message, String queryId, int line) {}

    /** The kinds of findings. */
    public enum FindingKind {
        SLOW_LIST,
        ROW_ACCESS,
        HARD_CODED_VALUE,
        UNREADABLE_QUERY,
        /** A control that no view uses. */
        UNUSED_PARAMETER,
        /** A query that ignores a parameter that most queries of the report use. */
        IGNORED_PARAMETER
    }

    /** A snapshot of a rehearsal. */
    public record RehearsalState(
            Status state,
            int completed,
            int total,
            List<RehearsalCase> cases,
            List<RehearsalFinding> findings,
            String startedAt) {}

    private final int total;
    private final String startedAt;
    private final List<RehearsalCase> lines = new ArrayList<>();
    private List<RehearsalFinding> findings = List.of();
    private final Object turn = new Object();
    private Status status = Status.RUNNING;

    Rehearsal(int total, String startedAt) {
        this.total = total;
        this.startedAt = startedAt;
    }

    /** Lock of the executing thread: a rehearsal that is cancelled and resumed at once must not run twice. */
    Object turn() {
        return turn;
    }

    synchronized RehearsalState state() {
        return new RehearsalState(status, lines.size(), total, List.copyOf(lines), findings, startedAt);
    }

    synchronized void add(RehearsalCase line) {
        lines.add(line);
    }

    synchronized void found(List<RehearsalFinding> what) {
        findings = List.copyOf(what);
    }

    synchronized int done() {
        return lines.size();
    }

    /** Stops it after the case that runs now. */
    synchronized void stop() {
        status = status == Status.RUNNING ? Status.STOPPED : status;
    }

    /** Whether it may go on; false when it runs already or is done. */
    synchronized boolean resume() {
        boolean can = status == Status.STOPPED;
        status = can ? Status.RUNNING : status;
        return can;
    }

    synchronized boolean isRunning() {
        return status == Status.RUNNING;
    }

    synchronized void end() {
        status = status == Status.RUNNING ? Status.DONE : status;
    }
}
