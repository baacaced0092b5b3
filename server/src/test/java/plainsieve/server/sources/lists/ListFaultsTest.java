package plainsieve.server.sources.lists;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.server.AnotherServer;
import plainsieve.server.definitions.forms.StoredForms;
import plainsieve.server.definitions.model.AnalysisLimit;
import plainsieve.server.definitions.project.Projects;
import plainsieve.server.people.Caller;
import plainsieve.server.people.Role;
import plainsieve.server.records.sent.CachedListRecords;
import plainsieve.server.runtime.execution.ServerExecutors;
import plainsieve.server.sources.sent.Purpose;
import plainsieve.server.sources.sent.StatementOrigin;

/** A failure of a value list reaches every waiter, and the next request asks again. */
class ListFaultsTest {
    private static final CachedList ONE =
            new CachedList(List.of(), true, "port", "", "text", Instant.parse("2026-11-30T12:00:00Z"));

    @Test
    void errorCompletesWaitersAndTheNextCallerRetries() throws Exception {
        try (AnotherServer server = AnotherServer.on(AnotherServer.folderOfFerries(), "--plainsieve.jobs=false")) {
            AtomicInteger asked = new AtomicInteger();
            ListQueries failing = new ListQueries(null, server.part(AnalysisLimit.class), Clock.systemUTC()) {
                @Override
                CachedList whole(Prepared list) {
                    if (asked.incrementAndGet() == 1) {
                        throw new OutOfMemoryError("for a test");
                    }
                    return ONE;
                }
            };
            ListCache lists = new ListCache(
                    failing,
                    server.part(CachedListRecords.class),
                    server.part(StoredForms.class),
                    server.part(ServerExecutors.class),
                    Clock.systemUTC());
            ListQueries.Prepared list = new ListQueries.Prepared(
                    new StatementOrigin(
                            server.part(Projects.class).first(),
                            Caller.of("tests", Role.VIEWER),
                            "ferries",
                            "",
                            Purpose.LIST),
                    PreparedQuery.of("select 'list faults' as port", Dialects.of("duckdb")),
                    Map.of(),
                    Map.of());
            CompletableFuture<ListCache.CacheHit> waiting =
                    CompletableFuture.supplyAsync(() -> lists.get(list, Duration.ofMinutes(1)));
            assertThatThrownBy(() -> waiting.get(10, TimeUnit.SECONDS)).hasRootCauseInstanceOf(OutOfMemoryError.class);
            assertThat(CompletableFuture.supplyAsync(
                                    () -> lists.get(list, Duration.ofMinutes(1)).list())
                            .get(10, TimeUnit.SECONDS))
                    .isEqualTo(ONE);
        }
    }
}
