package plainsieve.bench;

/** An operation whose duration is measured. */
@FunctionalInterface
interface TimedTask {
    double NANOS_PER_MILLI = 1e6;

    void run() throws Exception;

    /** The duration, in milliseconds. */
    static double millis(TimedTask timedTask) throws Exception {
        long start = System.nanoTime();
        timedTask.run();
        return (System.nanoTime() - start) / NANOS_PER_MILLI;
    }
}
