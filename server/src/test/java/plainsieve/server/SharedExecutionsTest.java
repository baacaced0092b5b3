package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import plainsieve.core.statement.Statement;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.definitions.project.Projects;
import plainsieve.server.people.Caller;
import plainsieve.server.people.Role;
import plainsieve.server.records.sent.StatementCause;
import plainsieve.server.records.sent.StatementOutcome;
import plainsieve.server.sources.sent.Purpose;
import plainsieve.server.sources.sent.SentLog;
import plainsieve.server.sources.sent.StatementOrigin;

/** Concurrent identical requests share one statement without affecting each other. */
class SharedExecutionsTest {
    private static final String LONG =
            "select count(*) as n from range(40000000) a, range(20) b where a.range % 7 = b.range % 5";

    private final Api api = new Api(RunningServer.get().address());
    private final ExecutorService callers = Executors.newCachedThreadPool();
    private PublishedReport given;
    private String query;

    @BeforeEach
    void aReport() {
        given = PublishedReport.of(api, "Shared", LONG);
        query = given.query();
    }

    @AfterEach
    void away() {
        callers.shutdownNow();
        given.remove();
    }

    private CompletableFuture<Api.Answer> asked(String runId) {
        return CompletableFuture.supplyAsync(
                () -> given.run(Map.of("runId", runId, "choices", Map.of(), "sortBy", "", "descending", false)),
                callers);
    }

    private List<String> outcomes() {
        return api.get("/api/v1/sent?cause=report&query=" + query).json().findValuesAsString("outcome");
    }

    private void untilItRuns() {
        Waiting.until(() -> outcomes().contains("running"));
    }

    @Test
    void concurrentRequestsShareOneStatement() {
        List<CompletableFuture<Api.Answer>> all = IntStream.range(0, 12)
                .mapToObj(i -> asked(UUID.randomUUID().toString()))
                .toList();
        List<String> answers = all.stream()
                .map(CompletableFuture::join)
                .map(answer -> answer.rows().toString())
                .distinct()
                .toList();
        assertThat(answers).hasSize(1);
        assertThat(answers.get(0)).isNotEqualTo("[]");
        assertThat(outcomes()).hasSize(12).containsOnly("done", "shared").containsOnlyOnce("done");
        asked(UUID.randomUUID().toString()).join();
        assertThat(outcomes().stream().filter("done"::equals))
                .describedAs("what is over is queried again")
                .hasSize(2);
    }

    @Test
    void cancellationAffectsOnlyItsCaller() throws Exception {
        String first = UUID.randomUUID().toString();
        CompletableFuture<Api.Answer> mine = asked(first);
        untilItRuns();
        CompletableFuture<Api.Answer> theirs = asked(UUID.randomUUID().toString());
        Waiting.until(() -> outcomes().contains("shared"));
        api.post("/api/v1/runs/" + first + "/stop", "");
        assertThat(mine.join().failure()).contains("stopped");
        assertThat(theirs.join().last().get("event").asString()).isEqualTo("done");
        assertThat(outcomes()).containsExactlyInAnyOrder("done", "shared");
    }

    @Test
    void lastCancellationStopsTheStatement() throws Exception {
        List<String> runs =
                List.of(UUID.randomUUID().toString(), UUID.randomUUID().toString());
        List<CompletableFuture<Api.Answer>> answers =
                runs.stream().map(this::asked).toList();
        Waiting.until(() -> outcomes().contains("shared"));
        runs.forEach(run -> api.post("/api/v1/runs/" + run + "/stop", ""));
        answers.forEach(answer -> assertThat(answer.join().failure()).contains("stopped"));
        assertThat(outcomes()).containsExactlyInAnyOrder("stopped", "shared");
    }

    @Test
    void draftsAreNotShared() {
        List<CompletableFuture<Api.Answer>> tries = IntStream.range(0, 2)
                .mapToObj(i -> CompletableFuture.supplyAsync(() -> api.runDraft(query, LONG, Map.of()), callers))
                .toList();
        tries.forEach(
                one -> assertThat(one.join().last().get("event").asString()).isEqualTo("done"));
        assertThat(api.get("/api/v1/sent?cause=bench&query=" + query).json().findValuesAsString("outcome"))
                .containsExactly("done", "done");
    }

    @Test
    void evidenceIsVisibleToAllWhoSharedTheRun() throws Exception {
        try (AnotherServer server = AnotherServer.on(AnotherServer.folderOfFerries())) {
            Project project = server.part(Projects.class).first();
            SentLog log = server.part(SentLog.class);
            Statement statement = new Statement("select 1", List.of(), List.of(), 1);
            Purpose purpose = Purpose.ofView(StatementCause.REPORT, "late-crossings", "crossings");
            Caller first = Caller.of("tam", Role.VIEWER);
            Caller second = Caller.of("una", Role.VIEWER);
            long id = log.begin(
                            "1", new StatementOrigin(project, first, "ferries", "late-crossings", purpose), statement)
                    .id();
            assertThat(log.find(project, second, id)).isEmpty();
            log.alsoFor(id, "2", new StatementOrigin(project, second, "ferries", "late-crossings", purpose), statement);
            assertThat(log.find(project, second, id)).isPresent();
            assertThat(log.find(project, Caller.of("ola", Role.VIEWER), id)).isEmpty();
            assertThat(log.find(project, second, id + 1).orElseThrow().outcome())
                    .isEqualTo(StatementOutcome.SHARED);
        }
    }
}
