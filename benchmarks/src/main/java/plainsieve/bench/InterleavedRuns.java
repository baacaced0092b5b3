package plainsieve.bench;

import java.time.Duration;
import java.util.Arrays;
import java.util.List;
import plainsieve.core.statement.Statement;
import plainsieve.sources.Cancellation;
import plainsieve.sources.Column;
import plainsieve.sources.OutgoingStatement;
import plainsieve.sources.RowReceiver;
import plainsieve.sources.RunLimits;
import plainsieve.sources.Source;

/**
 * Runs statements alternately, to the last row, so that other load affects all of them equally; the order is reversed in every other
 * round, so that none always follows the same one.
 */
record InterleavedRuns(int warmUps, int runs) {
    private static final double NANOS_PER_MILLI = 1e6;

    /** The median time of each, in milliseconds. */
    double[] medians(Source source, List<Statement> statements) {
        double[][] times = new double[statements.size()][runs];
        for (int run = -warmUps; run < runs; run++) {
            for (int place = 0; place < statements.size(); place++) {
                int i = Math.floorMod(run, 2) == 0 ? place : statements.size() - 1 - place;
                double millis = millis(source, statements.get(i));
                if (run >= 0) {
                    times[i][run] = millis;
                }
            }
        }
        return Arrays.stream(times).mapToDouble(InterleavedRuns::median).toArray();
    }

    /** The duration of one run, in milliseconds. */
    static double millis(Source source, Statement statement) {
        long start = System.nanoTime();
        rows(source, statement);
        return (System.nanoTime() - start) / NANOS_PER_MILLI;
    }

    /** The number of rows of a statement. */
    static long rows(Source source, Statement statement) {
        return source.run(
                        new OutgoingStatement.Sql(statement),
                        new RunLimits(Duration.ofMinutes(10)),
                        new Cancellation(),
                        new DiscardedRun())
                .fetchedRows();
    }

    static double median(double[] times) {
        double[] sorted = times.clone();
        Arrays.sort(sorted);
        return sorted[sorted.length / 2];
    }

    private static final class DiscardedRun implements RowReceiver {
        @Override
        public void columns(List<Column> columns) {
            // Only the time until the last row counts.
        }

        @Override
        public void row(Object[] row) {
            // Only the time until the last row counts.
        }
    }
}
