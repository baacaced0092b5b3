package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

/** Concurrent changes of the same object, and changes with an invalid part: nothing is overwritten or applied partially. */
class ConcurrentEditingTest {
    private final Api api = new Api(RunningServer.get().address());

    @AfterEach
    void remove() {
        for (String query : List.of("both", "both-2")) {
            api.send("DELETE", "/api/v1/queries/" + query, "");
        }
        api.send("DELETE", "/api/v1/sources/shared", "");
        api.send("DELETE", "/api/v1/parameters/both_make_it", "");
    }

    private static Map<String, Object> source(String host) {
        return new HashMap<>(
                Map.of("id", "shared", "kind", "postgresql", "host", host, "port", 5999, "database", "d", "user", "u"));
    }

    @Test
    void detectsConflictingSourceEdits() {
        assertThat(api.post("/api/v1/sources", source("one.example")).status()).isEqualTo(201);
        Map<String, Object> theirs = source("two.example");
        theirs.put("seen", source("one.example"));
        assertThat(api.send("PUT", "/api/v1/sources/shared", theirs).status()).isEqualTo(204);
        Map<String, Object> mine = source("three.example");
        mine.put("seen", source("one.example"));
        Api.Answer refused = api.send("PUT", "/api/v1/sources/shared", mine);
        assertThat(refused.status()).isEqualTo(409);
        assertThat(refused.failure()).contains("changed by someone else");
        assertThat(api.get("/api/v1/sources").json().toString())
                .contains("two.example")
                .doesNotContain("three.example");
    }

    @Test
    void detectsConflictingSavedSelections() {
        String path = "/api/v1/reports/late-crossings/selections";
        Map<String, Object> ardlow = Map.of("port", Api.values("Ardlow"));
        Map<String, Object> skerrin = Map.of("port", Api.values("Skerrin"));
        Map<String, Object> lunna = Map.of("port", Api.values("Lunna"));
        assertThat(api.post(path, Map.of("name", "mine", "choices", ardlow)).status())
                .isEqualTo(201);
        Api.Answer taken = api.post(path, Map.of("name", "mine", "choices", skerrin));
        assertThat(taken.failure()).contains("Choices are already saved as “mine”");
        assertThat(api.post(path, Map.of("name", "mine", "choices", skerrin, "instead", ardlow))
                        .status())
                .isEqualTo(201);
        Api.Answer late = api.post(path, Map.of("name", "mine", "choices", lunna, "instead", ardlow));
        assertThat(late.status()).isEqualTo(409);
        assertThat(api.get(path).json().toString()).contains("Skerrin").doesNotContain("Lunna", "Ardlow");
    }

    /** Each gets a message; one succeeds. */
    @Test
    void concurrentDuplicatesAreCreatedOnce() {
        List<CompletableFuture<Api.Answer>> all = new ArrayList<>();
        for (int i = 0; i < 12; i++) {
            all.add(CompletableFuture.supplyAsync(() -> api.post(
                    "/api/v1/parameters", Map.of("name", "both_make_it", "type", "text", "label", "Both make it"))));
        }
        List<Integer> statuses =
                all.stream().map(answer -> answer.join().status()).toList();
        assertThat(statuses).filteredOn(status -> status < 300).hasSize(1);
        assertThat(statuses).allMatch(status -> status < 300 || status == 409 || status == 422);
    }

    @Test
    void invalidPartRollsBackTheChange() {
        api.post("/api/v1/queries", Map.of("name", "Both", "source", "ferries", "text", "select 1"));
        Map<String, Object> body = new HashMap<>(Map.of("text", "select 2", "version", 1));
        body.put("names", Arrays.asList(null, null));
        Api.Answer refused = api.post("/api/v1/queries/both/hard-coded-values/undo", body);
        assertThat(refused.status()).isEqualTo(422);
        assertThat(api.get("/api/v1/queries/both").json().get("text").asString())
                .isEqualTo("select 1");
    }
}
