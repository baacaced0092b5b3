package plainsieve.server.jobs.copies;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Component;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.rewrite.Measure;
import plainsieve.core.rewrite.ResultShape;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.Type;
import plainsieve.server.definitions.model.Stage;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.people.Caller;
import plainsieve.server.people.Role;
import plainsieve.server.people.Viewer;
import plainsieve.server.results.downloads.StagedRows;
import plainsieve.server.results.runs.QueryRunner;
import plainsieve.server.results.runs.RequestedChoices;
import plainsieve.server.results.runs.RunRequest;
import plainsieve.server.runtime.spool.Spools;
import plainsieve.server.sources.RunListener;
import plainsieve.server.sources.sent.Purpose;
import plainsieve.sources.Cancellation;
import plainsieve.sources.Column;

/** Queries the rows of a stored copy from its source. */
@Component
class CopyQuery {
    /** The caller in Sent and in queues. */
    private static final Caller SCHEDULE =
            Caller.of("schedule", Role.AUTHOR, new Viewer("schedule", "", false, true, Set.of(), ""));

    private final QueryRunner queryRunner;
    private final Spools spools;

    CopyQuery(QueryRunner queryRunner, Spools spools) {
        this.queryRunner = queryRunner;
        this.spools = spools;
    }

    /**
     * The current partitions at the source.
     *
     * @param columns of the result
     * @param byKey fingerprints by first day; rows without one have an empty key
     */
    record PartitionMarks(List<String> columns, Map<String, String> byKey) {}

    /**
     * Fingerprints of the partitions at the source: the row count, the sums of exact numbers, and the
     * minimum and maximum of other comparable columns.
     */
    PartitionMarks marks(Project project, StoredCopy copy, StoredCopy.Parts parts, Cancellation stop) {
        ColumnCollector columns = new ColumnCollector(stop);
        run(project, copy, new RunRequest.RowSelection("", ResultShape.allRows(), List.of()), 1, columns);
        List<Measure> measures = new ArrayList<>(List.of(Measure.countOfRows()));
        columns.found.forEach(column -> measures.addAll(measures(column)));
        ResultShape shape = ResultShape.totals(List.of(parts.key()), measures, ResultShape.Order.KEYS);
        Map<String, String> marks = new LinkedHashMap<>();
        run(
                project,
                copy,
                new RunRequest.RowSelection("", shape, List.of()),
                Statement.NO_CAP,
                new CancellableRun(stop) {
                    @Override
                    public void row(Object[] values) {
                        marks.put(day(values[0]), Arrays.toString(Arrays.copyOfRange(values, 1, values.length)));
                    }
                });
        return new PartitionMarks(columns.found.stream().map(Column::name).toList(), marks);
    }

    /* A sum of binary fractions depends on the order in which they are met. */
    private static List<Measure> measures(Column column) {
        boolean binary = column.type().toLowerCase(Locale.ROOT).matches(".*(double|float|real).*");
        return switch (column.kind()) {
            case INTEGER -> List.of(of(Measure.Function.SUM, column));
            case DECIMAL -> binary ? bounds(column) : List.of(of(Measure.Function.SUM, column));
            case DATE, DATETIME, TEXT -> bounds(column);
            case BOOLEAN, OTHER -> List.of();
        };
    }

    private static List<Measure> bounds(Column column) {
        return List.of(of(Measure.Function.MIN, column), of(Measure.Function.MAX, column));
    }

    private static Measure of(Measure.Function function, Column column) {
        return new Measure(function, Optional.of(column.name()));
    }

    private static String day(Object value) {
        return value == null ? "" : value.toString().substring(0, "2026-01-01".length());
    }

    /** Fetched rows. */
    record FetchedRows(StagedRows staged, long count) implements AutoCloseable {
        @Override
        public void close() throws IOException {
            staged.close();
        }
    }

    /** All rows, or those of one partition. The caller closes them. @param key of the partition; empty for all rows */
    FetchedRows rows(Project project, StoredCopy copy, Optional<String> key, Cancellation stop) throws IOException {
        List<RunRequest.ColumnFilter> filters = key
                .map(day -> new RunRequest.ColumnFilter(
                        copy.parts().orElseThrow().key(),
                        Type.DATE,
                        day.isEmpty() ? new ChoiceText(ChoiceText.Kind.VALUES, List.of(), true) : ChoiceText.of(day)))
                .stream()
                .toList();
        RowStager staging = new RowStager(stop);
        try {
            run(
                    project,
                    copy,
                    new RunRequest.RowSelection("", ResultShape.allRows(), filters),
                    Statement.NO_CAP,
                    staging);
            return new FetchedRows(staging.rows, staging.count);
        } catch (UncheckedIOException e) {
            staging.abandon();
            throw e.getCause();
        } catch (RuntimeException e) {
            staging.abandon();
            throw e;
        }
    }

    private void run(Project project, StoredCopy copy, RunRequest.RowSelection shape, long cap, RunListener listener) {
        Project live = project.inStage(Stage.LIVE);
        queryRunner.run(
                new RunRequest(
                        UUID.randomUUID().toString(),
                        live,
                        RunRequest.Text.live(live.query(copy.queryId())),
                        RequestedChoices.of(SCHEDULE, Set.of(), Map.of()),
                        shape,
                        Purpose.COPY,
                        cap),
                listener);
    }

    /** A run that stops when the whole does. */
    private abstract static class CancellableRun implements RunListener {
        private final Cancellation whole;

        CancellableRun(Cancellation whole) {
            this.whole = whole;
        }

        @Override
        public void started(Cancellation run) {
            if (!whole.begin(() -> stop(run))) {
                stop(run);
            }
        }

        private void stop(Cancellation run) {
            run.stop(whole.reason().orElse(Cancellation.Reason.LEFT));
        }
    }

    private static final class ColumnCollector extends CancellableRun {
        private List<Column> found = List.of();

        ColumnCollector(Cancellation whole) {
            super(whole);
        }

        @Override
        public void columns(List<Column> columns) {
            found = columns;
        }
    }

    private final class RowStager extends CancellableRun {
        private StagedRows rows;
        private long count;

        RowStager(Cancellation whole) {
            super(whole);
        }

        @Override
        public void columns(List<Column> columns) {
            try {
                rows = new StagedRows(spools.folder(), columns);
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }

        @Override
        public void row(Object[] values) {
            count++;
            try {
                rows.add(values);
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }

        void abandon() throws IOException {
            if (rows != null) {
                rows.close();
            }
        }
    }
}
