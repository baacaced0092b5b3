package plainsieve.server.runs;

import jakarta.annotation.PreDestroy;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import org.springframework.stereotype.Service;
import plainsieve.core.notice.ColumnFacts;
import plainsieve.core.value.Type;
import plainsieve.sources.Catalogue;
import plainsieve.sources.Column;
import plainsieve.sources.SourceFailure;

/**
 * What each source says of its columns, kept for a while. Nobody waits for a slow or a dead database: until it has
 * answered, nothing is known of its columns.
 */
@Service
public class SourceFacts {
    private static final Duration KEPT = Duration.ofSeconds(60);
    private static final long LONGEST_WAIT_MILLIS = 400;

    private final SourceRegistry sources;
    private final Clock clock;
    private final ExecutorService asking = Executors.newCachedThreadPool(task -> {
        Thread thread = new Thread(task, "source-facts");
        thread.setDaemon(true);
        return thread;
    });
    private final Map<String, Asked> asked = new ConcurrentHashMap<>();

    private record Asked(Instant at, Future<ColumnFacts> answer) {}

    SourceFacts(SourceRegistry sources, Clock clock) {
        this.sources = sources;
        this.clock = clock;
    }

    public ColumnFacts of(String sourceId) {
        Asked current = asked.compute(
                sourceId,
                (id, last) -> last != null && last.at().plus(KEPT).isAfter(clock.instant())
                        ? last
                        : new Asked(clock.instant(), asking.submit(() -> ask(id))));
        try {
            return current.answer().get(LONGEST_WAIT_MILLIS, TimeUnit.MILLISECONDS);
        } catch (TimeoutException | ExecutionException e) {
            return ColumnFacts.none();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return ColumnFacts.none();
        }
    }

    private ColumnFacts ask(String sourceId) {
        try {
            return facts(sources.get(sourceId).catalogue());
        } catch (SourceFailure e) {
            return ColumnFacts.none();
        }
    }

    private static ColumnFacts facts(Catalogue catalogue) {
        Map<String, Map<String, ColumnFacts.Fact>> tables = new HashMap<>();
        for (Catalogue.Table table : catalogue.tables()) {
            Map<String, ColumnFacts.Fact> columns = new HashMap<>();
            for (Column column : table.columns()) {
                type(column.kind())
                        .ifPresent(type -> columns.put(
                                column.name().toLowerCase(Locale.ROOT),
                                new ColumnFacts.Fact(type, table.nullable().contains(column.name()))));
            }
            tables.put(table.name().toLowerCase(Locale.ROOT), columns);
        }
        return new ColumnFacts(tables);
    }

    private static Optional<Type> type(Column.Kind kind) {
        return switch (kind) {
            case TEXT -> Optional.of(Type.TEXT);
            case INTEGER -> Optional.of(Type.INTEGER);
            case DECIMAL -> Optional.of(Type.DECIMAL);
            case DATE -> Optional.of(Type.DATE);
            case DATETIME -> Optional.of(Type.DATETIME);
            case BOOLEAN -> Optional.of(Type.BOOLEAN);
            case OTHER -> Optional.empty();
        };
    }

    @PreDestroy
    void close() {
        asking.shutdownNow();
    }
}
