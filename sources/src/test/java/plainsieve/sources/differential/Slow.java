package plainsieve.sources.differential;

/** How many of the cases a database runs. */
public final class Slow {
    private static final int TIMES = Integer.getInteger("slow.times", 80);

    private Slow() {}

    /**
     * A cluster takes as long to plan one statement as others take for dozens: it runs one of eighty cases here,
     * and as many as the others in the long run.
     */
    public static int cases(int all, String kind) {
        return kind.equals("trino") ? all / TIMES : all;
    }
}
