package plainsieve.server.editing.editor;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import org.springframework.stereotype.Service;
import plainsieve.core.rewrite.ResultShape;
import plainsieve.core.steps.model.KnownColumn;
import plainsieve.core.value.ProblemException;
import plainsieve.server.definitions.model.Query;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.definitions.project.QueryColumnCache;
import plainsieve.server.people.Caller;
import plainsieve.server.results.runs.QueryRunner;
import plainsieve.server.results.runs.RequestedChoices;
import plainsieve.server.results.runs.RunRequest;
import plainsieve.server.runtime.execution.ServerExecutors;
import plainsieve.server.sources.RunListener;
import plainsieve.server.sources.sent.Purpose;
import plainsieve.sources.Column;
import plainsieve.sources.SourceFailure;

/** Cached output columns of queries of other sources. Unknown until a slow source has responded. */
@Service
class OutputColumnCache implements QueryColumnCache {
    private static final Duration LONGEST_WAIT = Duration.ofSeconds(3);
    private static final Duration KEPT = Duration.ofMinutes(10);
    private static final Duration TRIED_AGAIN_AFTER = Duration.ofSeconds(20);
    private static final int MOST_KEPT = 1_000;

    private final QueryRunner queryRunner;
    private final Clock clock;
    private final Map<CacheKey, CacheEntry> asked = new ConcurrentHashMap<>();
    private final ExecutorService asking;

    private record CacheKey(String sourceId, String text) {}

    /** @param before the previous columns */
    private record CacheEntry(
            Instant at, Future<Optional<List<KnownColumn>>> answer, Optional<List<KnownColumn>> before) {
        /** Unknown columns are requested again soon. */
        boolean holds(Instant now) {
            boolean known = answer.isDone() && told(0).isPresent();
            return at.plus(known ? KEPT : TRIED_AGAIN_AFTER).isAfter(now);
        }

        /** The cached columns: the previous ones until the new ones arrive. */
        Optional<List<KnownColumn>> told(long millis) {
            try {
                return answer.get(millis, TimeUnit.MILLISECONDS).or(() -> before);
            } catch (TimeoutException | ExecutionException e) {
                return before;
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                return before;
            }
        }
    }

    OutputColumnCache(QueryRunner queryRunner, Clock clock, ServerExecutors executors) {
        this.asking = executors.lookups();
        this.queryRunner = queryRunner;
        this.clock = clock;
    }

    @Override
    public Optional<List<KnownColumn>> columns(Project project, Query query) {
        if (asked.size() > MOST_KEPT) {
            asked.clear();
        }
        Instant now = clock.instant();
        CacheEntry one = asked.compute(
                new CacheKey(query.sourceId(), query.liveText()),
                (place, last) -> last != null && last.holds(now)
                        ? last
                        : new CacheEntry(now, asking.submit(() -> ask(project, query)), await(last)));
        // Later callers wait for the remaining time only; callers with previous columns not at all.
        long millis =
                Math.max(0, Duration.between(now, one.at().plus(LONGEST_WAIT)).toMillis());
        return one.told(one.before().isPresent() ? 0 : millis);
    }

    private static Optional<List<KnownColumn>> await(CacheEntry last) {
        return last == null ? Optional.empty() : last.told(0);
    }

    private Optional<List<KnownColumn>> ask(Project project, Query query) {
        ColumnCollector columns = new ColumnCollector();
        RunRequest request = new RunRequest(
                UUID.randomUUID().toString(),
                project,
                RunRequest.Text.live(query),
                RequestedChoices.onTheBench(Caller.SERVER, Set.of(), Map.of()),
                new RunRequest.RowSelection("", ResultShape.allRows(), List.of()),
                Purpose.PREVIEW,
                1);
        try {
            queryRunner.run(request, columns);
        } catch (ProblemException | SourceFailure e) {
            return Optional.empty();
        }
        return Optional.of(columns.found).filter(found -> !found.isEmpty());
    }

    private static final class ColumnCollector implements RunListener {
        private List<KnownColumn> found = List.of();

        @Override
        public void columns(List<Column> columns) {
            found = columns.stream()
                    .map(column -> new KnownColumn(column.name(), column.kind().type(), true))
                    .toList();
        }
    }
}
