package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import plainsieve.server.access.accounts.AccountPasswords;
import plainsieve.server.access.accounts.Accounts;
import plainsieve.server.people.Role;

/** Many concurrent sign-ins and many failed ones: others can sign in, including the owner of the account. */
class SignInLoadTest {
    private static final String PASSWORD = "nine lazy puffins";

    private static AnotherServer server;

    @BeforeAll
    static void start() throws Exception {
        server = AnotherServer.on(AnotherServer.folderOfFerries(), "--plainsieve.accounts=true");
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    private static void person(String name) {
        String id = server.part(Accounts.class).add(name, "").id();
        server.part(Accounts.class).grant(id, "home", Role.VIEWER);
        server.part(AccountPasswords.class).set(id, PASSWORD);
    }

    private static Api.Answer signIn(Api api, String name, String password) {
        return api.post("/api/v1/sign-in", Map.of("name", name, "password", password));
    }

    @Test
    void limitsConcurrentSignIns() throws Exception {
        HttpClient client = HttpClient.newHttpClient();
        List<CompletableFuture<HttpResponse<String>>> all = new ArrayList<>();
        for (int i = 0; i < 300; i++) {
            all.add(client.sendAsync(
                    HttpRequest.newBuilder(URI.create(server.address() + "/api/v1/sign-in"))
                            .header("Content-Type", "application/json")
                            .POST(HttpRequest.BodyPublishers.ofString(
                                    "{\"name\": \"who%d\", \"password\": \"some words or other\"}".formatted(i)))
                            .build(),
                    HttpResponse.BodyHandlers.ofString()));
        }
        Api other = server.api();
        Duration slowest = Duration.ZERO;
        while (all.stream().anyMatch(one -> !one.isDone())) {
            long start = System.nanoTime();
            assertThat(other.get("/api/v1/health").status()).isEqualTo(200);
            Duration took = Duration.ofNanos(System.nanoTime() - start);
            slowest = took.compareTo(slowest) > 0 ? took : slowest;
            Thread.sleep(50);
        }
        System.out.printf("300 sign-ins at once: slowest other request %d ms%n", slowest.toMillis());
        assertThat(slowest).isLessThan(Duration.ofSeconds(5));
        List<Integer> statuses = all.stream()
                .map(one -> one.join().statusCode())
                .distinct()
                .sorted()
                .toList();
        assertThat(statuses).contains(503).isSubsetOf(422, 503);
        HttpResponse<String> refused = all.stream()
                .map(CompletableFuture::join)
                .filter(answer -> answer.statusCode() == 503)
                .findFirst()
                .orElseThrow();
        assertThat(refused.headers().firstValue("Retry-After")).isPresent();
        assertThat(refused.headers().firstValue("X-Content-Type-Options")).contains("nosniff");
        assertThat(refused.body()).contains("Too many sign-ins").doesNotContain("Exception");
    }

    @Test
    void foreignAttemptsDoNotLockOutTheOwner() {
        person("owner");
        Api known = server.api();
        assertThat(signIn(known, "owner", PASSWORD).status()).isEqualTo(204);
        known.post("/api/v1/sign-out", Map.of());
        Api guessing = server.api();
        for (int i = 0; i < 8; i++) {
            signIn(guessing, "owner", "wrong words " + i);
        }
        assertThat(signIn(guessing, "owner", PASSWORD).failure()).startsWith("Too many failed sign-ins.");
        assertThat(signIn(known, "owner", PASSWORD).status()).isEqualTo(204);
    }

    /** A browser's mark is for one name and is throttled, too. */
    @Test
    void knownBrowserIsThrottledSeparately() {
        person("one");
        person("another");
        Api known = server.api();
        assertThat(signIn(known, "one", PASSWORD).status()).isEqualTo(204);
        for (int i = 0; i < 6; i++) {
            signIn(known, "one", "wrong words " + i);
        }
        assertThat(signIn(known, "one", PASSWORD).failure()).startsWith("Too many failed sign-ins.");
        Api guessing = server.api();
        for (int i = 0; i < 6; i++) {
            signIn(guessing, "another", "wrong words " + i);
        }
        assertThat(signIn(known, "another", PASSWORD).failure()).startsWith("Too many failed sign-ins.");
    }

    @Test
    void passwordChangeIsThrottled() {
        person("changing");
        Api api = server.api();
        assertThat(signIn(api, "changing", PASSWORD).status()).isEqualTo(204);
        for (int i = 0; i < 6; i++) {
            api.send(
                    "PUT", "/api/v1/me/password", Map.of("before", "wrong words " + i, "password", "other words here"));
        }
        assertThat(api.send("PUT", "/api/v1/me/password", Map.of("before", PASSWORD, "password", "other words here"))
                        .failure())
                .startsWith("Too many failed sign-ins.");
    }
}
