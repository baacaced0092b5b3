package plainsieve.server.jobs;

/** Is told of what did not come to be as it should. */
public interface JobListener {
    /**
     * Something is over, and somebody should look at it. It is told once, and what this throws is in nobody's way.
     *
     * @param kind its word among things that are done by themselves
     * @param word failed or kept-back
     */
    void onProblem(String projectId, String kind, String thing, String word, String note);
}
