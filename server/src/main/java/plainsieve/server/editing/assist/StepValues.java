package plainsieve.server.editing.assist;

import com.github.benmanes.caffeine.cache.AsyncCache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import org.springframework.stereotype.Service;
import plainsieve.core.rewrite.ResultShape;
import plainsieve.core.sentence.MarkOption;
import plainsieve.core.steps.parse.StepLines;
import plainsieve.core.steps.parse.StepQuoting;
import plainsieve.server.definitions.model.Query;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.results.runs.QueryRunner;
import plainsieve.server.results.runs.RequestedChoices;
import plainsieve.server.results.runs.RunRequest;
import plainsieve.server.runtime.execution.ServerExecutors;
import plainsieve.server.sources.RunListener;
import plainsieve.server.sources.ShownValue;
import plainsieve.server.sources.sent.Purpose;

/** The most frequent values of a column, for completion in steps. */
@Service
public class StepValues {
    private static final int MOST = 60;
    private static final Duration KEPT = Duration.ofMinutes(1);
    private static final int MOST_KEPT = 200;
    private static final long LONGEST_WAIT_MILLIS = 1_500;

    private final QueryRunner queryRunner;
    /* Requested for every typed letter and loaded once; failures are not cached. */
    private final AsyncCache<CacheKey, List<MarkOption>> kept;

    StepValues(QueryRunner queryRunner, ServerExecutors executors) {
        this.kept = Caffeine.newBuilder()
                .expireAfterWrite(KEPT)
                .maximumSize(MOST_KEPT)
                .executor(executors.lookups())
                .buildAsync();
        this.queryRunner = queryRunner;
    }

    /**
     * The position of requested values.
     *
     * @param lines the steps before the comparison
     * @param column empty if no column is compared
     */
    public record ValuePosition(List<String> lines, String column) {
        public ValuePosition {
            lines = List.copyOf(lines);
        }
    }

    private record CacheKey(String text, String choices, String sourceId) {}

    /**
     * Values as options in step syntax; empty if they cannot be loaded at the moment. The wait is short:
     * other options are useful without them, and any value can be typed.
     */
    public List<MarkOption> of(Project project, Query query, RequestedChoices requested, ValuePosition where) {
        if (where.column().isEmpty() || where.lines().isEmpty()) {
            return List.of();
        }
        List<String> counted = new ArrayList<>(List.of(StepLines.HEADER));
        counted.addAll(where.lines());
        counted.add("group by " + StepQuoting.name(where.column()) + ": count of rows as rows_of_value");
        counted.add("first " + MOST + " rows by rows_of_value desc");
        String text = String.join("\n", counted);
        CacheKey seen = new CacheKey(text, requested.toString(), query.sourceId());
        try {
            return kept.get(seen, key -> counted(project, query, requested, text))
                    .get(LONGEST_WAIT_MILLIS, TimeUnit.MILLISECONDS);
        } catch (ExecutionException | TimeoutException e) {
            return List.of();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return List.of();
        }
    }

    private List<MarkOption> counted(Project project, Query query, RequestedChoices requested, String text) {
        RunRequest request = new RunRequest(
                UUID.randomUUID().toString(),
                project,
                new RunRequest.Text(query, text),
                requested,
                new RunRequest.RowSelection("", ResultShape.allRows(), List.of()),
                Purpose.PREVIEW,
                MOST);
        ValueCounter found = new ValueCounter();
        queryRunner.run(request, found);
        return found.offers;
    }

    private static final class ValueCounter implements RunListener {
        private final List<MarkOption> offers = new ArrayList<>();

        @Override
        public void row(Object[] values) {
            Object value = ShownValue.of(values[0]);
            if (value != null) {
                String written = value instanceof Number || value instanceof Boolean
                        ? value.toString()
                        : written(value.toString());
                offers.add(MarkOption.of(written, value.toString(), values[1] + " rows"));
            }
        }

        /* Days and moments are without quotes. */
        private static String written(String value) {
            boolean time = value.matches("\\d{4}-\\d\\d-\\d\\d([T ]\\d\\d:\\d\\d(:\\d\\d(\\.\\d{1,9})?)?)?");
            return time ? value.replace(' ', 'T') : StepQuoting.text(value);
        }
    }
}
