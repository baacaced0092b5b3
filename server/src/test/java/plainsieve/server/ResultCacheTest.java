package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Where the author allows it, a report reuses a result for the given time, shows its age, and refreshes it on request. */
class ResultCacheTest {
    /* Each answer of the source is another. */
    private static final String TEXT = "select uuid()::varchar as told from range(3)";

    private final Api api = new Api(RunningServer.get().address());
    private PublishedReport given;
    private String query;

    @BeforeEach
    void aReport() {
        given = PublishedReport.of(api, "Kept", TEXT);
        query = given.query();
    }

    @AfterEach
    void away() {
        given.remove();
    }

    private Api.Answer takeAgainFor(int seconds) {
        int version = api.get("/api/v1/queries/" + query).json().get("version").asInt();
        return api.send(
                "PATCH",
                "/api/v1/queries/" + query,
                Map.of("storedCopy", "", "cacheSeconds", seconds, "version", version));
    }

    private Api.Answer run(Map<String, Object> more) {
        Map<String, Object> body = new HashMap<>(Map.of("choices", Map.of(), "sortBy", "", "descending", false));
        body.putAll(more);
        return given.run(body);
    }

    private static List<String> events(Api.Answer answer) {
        return answer.lines().stream()
                .map(line -> line.path("event").asString(""))
                .toList();
    }

    private static Map<String, Object> refresh() {
        return Map.of("refresh", true);
    }

    @Test
    void isDisabledByDefault() {
        assertThat(run(Map.of()).rows()).isNotEqualTo(run(Map.of()).rows());
        takeAgainFor(600);
        takeAgainFor(0);
        assertThat(run(Map.of()).rows()).isNotEqualTo(run(Map.of()).rows());
    }

    @Test
    void reusesAResultAndReportsItsAge() {
        takeAgainFor(600);
        Api.Answer first = run(Map.of());
        Api.Answer second = run(Map.of());
        assertThat(events(first)).doesNotContain("cached");
        assertThat(second.rows()).hasSize(3).isEqualTo(first.rows());
        assertThat(events(second)).startsWith("cached").endsWith("done");
        assertThat(second.lines().get(0).get("at").asString())
                .isGreaterThanOrEqualTo(first.last().get("at").asString());
        assertThat(api.get("/api/v1/sent?cause=report&query=" + query).json().findValuesAsString("outcome"))
                .containsExactly("shared", "done");
    }

    @Test
    void refreshReadsTheSourceForLaterRequests() {
        takeAgainFor(600);
        Api.Answer first = run(Map.of());
        Api.Answer again = run(refresh());
        assertThat(again.rows()).isNotEqualTo(first.rows());
        assertThat(events(again)).doesNotContain("cached");
        assertThat(run(Map.of()).rows()).isEqualTo(again.rows());
    }

    @Test
    void expiredResultsAreQueriedAgain() throws Exception {
        takeAgainFor(1);
        Api.Answer first = run(Map.of());
        TimeUnit.MILLISECONDS.sleep(1_100);
        assertThat(run(Map.of()).rows()).isNotEqualTo(first.rows());
    }

    @Test
    void otherRowsOrDefinitionsAreQueriedSeparately() {
        takeAgainFor(600);
        Api.Answer first = run(Map.of());
        assertThat(run(Map.of("sortBy", "told", "descending", true))
                        .lines()
                        .get(0)
                        .get("event")
                        .asString())
                .isNotEqualTo("cached");
        assertThat(run(Map.of()).rows()).isEqualTo(first.rows());
        takeAgainFor(300);
        assertThat(run(Map.of()).rows()).isNotEqualTo(first.rows());
    }

    @Test
    void errorsAndDraftsAreNotCached() {
        takeAgainFor(600);
        Api.Answer tried = api.runDraft(query, TEXT, Map.of());
        assertThat(api.runDraft(query, TEXT, Map.of()).rows()).isNotEqualTo(tried.rows());
        assertThat(run(Map.of()).rows()).isNotEqualTo(tried.rows());
        assertThat(events(run(Map.of("sortBy", "none of it")))).doesNotContain("cached");
        assertThat(events(run(Map.of("sortBy", "none of it")))).doesNotContain("cached");
    }

    @Test
    void maximumAgeIsAnHour() {
        assertThat(takeAgainFor(3_601).status()).isEqualTo(422);
        assertThat(takeAgainFor(-1).status()).isEqualTo(422);
        assertThat(takeAgainFor(3_600).json().get("cacheSeconds").asInt()).isEqualTo(3_600);
    }

    @Test
    void isExportedWithTheProject() throws Exception {
        takeAgainFor(45);
        assertThat(ProjectUpload.download(RunningServer.get().address()).get("project.yaml"))
                .contains("cache-seconds: 45");
        takeAgainFor(0);
        assertThat(ProjectUpload.download(RunningServer.get().address()).get("project.yaml"))
                .doesNotContain("cache-seconds: 45");
    }
}
