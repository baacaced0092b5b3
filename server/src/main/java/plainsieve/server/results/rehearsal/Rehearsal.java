package plainsieve.server.results.rehearsal;

import java.util.ArrayList;
import java.util.List;

/** One rehearsal of a report, as far as it has come. Read by many threads while one goes on with it. */
public final class Rehearsal {
    /** How a rehearsal is. */
    public enum Status {
        RUNNING,
        STOPPED,
        DONE
    }

    /**
     * What one case came to.
     *
     * @param parameters what it is about
     * @param choices the choices in words
     * @param view the view of the result: the one that failed, else a slow one, else the table
     * @param queryId where its text is, for a link to the place
     * @param line the line of the text that is meant; 0 when none is
     * @param rows rows shown by the view
     * @param millis the time that it took
     * @param placements how many choices of it ran where: "2 by index, 1 while scanning"
     * @param verdict passed, refused (as it should be), failed, or slow
     * @param sentId its statement in Sent; 0 when none was sent
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
            String verdict,
            String explanation,
            long sentId) {}

    /** Something to look at before going live. @param queryId the query it is about; empty when it is about none */
    public record RehearsalFinding(String kind, String message, String queryId, int line) {}

    /** A rehearsal as it is reported. */
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

    /** Held by anyone who goes on with it: one that is stopped and resumed at once must not be gone on with twice. */
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
