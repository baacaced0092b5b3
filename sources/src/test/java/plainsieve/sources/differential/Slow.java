package plainsieve.sources.differential;

/** How many of the cases a database is given. */
public final class Slow {
    private static final int TIMES = Integer.getInteger("slow.times", 80);

    private Slow() {}

    /**
     * A cluster plans each statement for as long as others take for dozens of them: of the cases it is given one of eighty here,
     * and as many as the others in the long run.
     */
    public static int cases(int all, String kind) {
        return kind.equals("trino") ? all / TIMES : all;
    }
}
