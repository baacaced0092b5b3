package plainsieve.bench;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.function.Supplier;
import plainsieve.core.statement.BoundValue;
import plainsieve.core.statement.PlaceholderBinding;
import plainsieve.core.statement.Statement;
import plainsieve.sources.SourceKind;
import plainsieve.sources.jdbc.JdbcSource;

/**
 * On a million crossings in four databases: the time of our statement against the best manually written SQL for the same choices, with
 * its values bound and inlined, and against the same query with manually written optional filters. They alternate; the output is the
 * median of runs after the tenth, and the first run on a new connection.
 */
public final class PlanBenchmark {
    private static final int CROSSINGS = 1_000_000;
    private static final InterleavedRuns TURNS = new InterleavedRuns(10, Integer.getInteger("bench.runs", 40));
    private static final int CONNECTIONS = 9;
    private static final Statement NOTHING = new Statement("select 1", List.of(), List.of(), Statement.NO_CAP);

    private final Supplier<JdbcSource> open;
    private final SourceKind kind;

    private PlanBenchmark(Supplier<JdbcSource> open, SourceKind kind) {
        this.open = open;
        this.kind = kind;
    }

    /** @param arguments kinds of sources; none for all four */
    public static void main(String[] arguments) throws Exception {
        Set<SourceKind> kinds = EnumSet.noneOf(SourceKind.class);
        for (String word : arguments) {
            kinds.add(SourceKind.ofWord(word).orElseThrow());
        }
        Set<SourceKind> all =
                EnumSet.of(SourceKind.POSTGRESQL, SourceKind.MARIADB, SourceKind.SQLITE, SourceKind.DUCKDB);
        DatabaseServers.each(kinds.isEmpty() ? all : kinds, CROSSINGS, open -> {
            try (JdbcSource source = open.get()) {
                new PlanBenchmark(
                                open, SourceKind.ofWord(source.dialect().name()).orElseThrow())
                        .measure(source);
            }
        });
        System.exit(0);
    }

    private void measure(JdbcSource source) {
        System.out.printf(
                "plan  %-34s %9s %9s %9s %9s %7s %8s %7s %10s %9s%n",
                kind.title(),
                "ours ms",
                "hand ms",
                "written",
                "idiom ms",
                "ours/h",
                "ours/wr",
                "first/h",
                "idiom/ours",
                "text");
        for (PlanCase made : PlanCase.all(kind)) {
            Statement ours = RewriteResult.of(made.written(), made.parameters(), made.choices(), source.dialect());
            Statement hand = plain(made.byHand());
            Statement written = new Statement(made.byHand().written(kind), List.of(), List.of(), Statement.NO_CAP);
            Statement idiom = plain(made.withIdioms());
            long rows = InterleavedRuns.rows(source, ours);
            if (List.of(hand, written, idiom).stream().anyMatch(other -> InterleavedRuns.rows(source, other) != rows)) {
                throw new IllegalStateException(made.name() + ": they do not give the same rows");
            }
            double[] medians = TURNS.medians(source, List.of(ours, hand, written, idiom));
            System.out.printf(
                    "plan  %-34s %9.2f %9.2f %9.2f %9.2f %7.2f %8.2f %7.2f %10.1f %9s%n",
                    made.name(),
                    medians[0],
                    medians[1],
                    medians[2],
                    medians[3],
                    medians[0] / medians[1],
                    medians[0] / medians[2],
                    first(ours) / first(hand),
                    medians[3] / medians[0],
                    ours.text().equals(hand.text()) ? "as by hand" : "other");
        }
    }

    /** The median time of the first run over a connection. */
    private double first(Statement statement) {
        double[] millis = new double[CONNECTIONS];
        for (int i = 0; i < CONNECTIONS; i++) {
            try (JdbcSource source = open.get()) {
                InterleavedRuns.rows(source, NOTHING);
                millis[i] = InterleavedRuns.millis(source, statement);
            }
        }
        return InterleavedRuns.median(millis);
    }

    /** A statement as written, each value bound where it is. */
    private static Statement plain(PlanCase.Bindings written) {
        List<BoundValue> values = new ArrayList<>();
        int at = -1;
        for (PlaceholderBinding placeholderBinding : written.values()) {
            at = written.text().indexOf('?', at + 1);
            values.add(new BoundValue("", at, placeholderBinding));
        }
        return new Statement(written.text(), values, List.of(), Statement.NO_CAP);
    }
}
