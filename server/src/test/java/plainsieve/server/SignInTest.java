package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import plainsieve.server.access.accounts.AccountPasswords;
import plainsieve.server.access.accounts.Accounts;
import plainsieve.server.access.accounts.SignInService;
import plainsieve.server.people.Role;
import tools.jackson.databind.JsonNode;

/** Signing in and out: by a link, by a password, by an API key. */
class SignInTest {
    private static final String PASSWORD = "seven grey gulls";

    private static AnotherServer server;

    @BeforeAll
    static void start() throws Exception {
        server = AnotherServer.on(AnotherServer.folderOfFerries(), "--plainsieve.accounts=true");
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    private static String added(String name) {
        Accounts accounts = server.part(Accounts.class);
        String id = accounts.add(name, "").id();
        accounts.grant(id, "home", Role.VIEWER);
        return id;
    }

    private static String link(String id) {
        return server.part(SignInService.class).link(id, Duration.ofDays(1), false);
    }

    private static Api byLink(String secret, int expected) {
        Api api = server.api();
        assertThat(api.post("/api/v1/sign-in/link", Map.of("secret", secret)).status())
                .isEqualTo(expected);
        return api;
    }

    private static Api.Answer byPassword(Api api, String name, String password) {
        return api.post("/api/v1/sign-in", Map.of("name", name, "password", password));
    }

    @Test
    void anonymousUserSeesNothing() {
        Api stranger = server.api();
        assertThat(stranger.get("/api/v1/health").status()).isEqualTo(200);
        assertThat(stranger.get("/api/v1/me").json().get("signedIn").asBoolean())
                .isFalse();
        Api.Answer refused = stranger.get("/api/v1/projects");
        assertThat(refused.status()).isEqualTo(401);
        assertThat(refused.json().get("advice").asString()).contains("Sign in");
        assertThat(stranger.get("/api/v1/reports").status()).isEqualTo(401);
        assertThat(stranger.get("/api/v1/projects/no-such/reports").status()).isEqualTo(401);
    }

    @Test
    void linkSignsInOnceAndAPasswordAfterwards() {
        String id = added("rona");
        String secret = link(id);
        Api first = byLink(secret, 200);
        assertThat(first.get("/api/v1/reports").status()).isEqualTo(200);
        byLink(secret, 422);
        assertThat(first.send("PUT", "/api/v1/me/password", Map.of("before", "", "password", PASSWORD))
                        .status())
                .isEqualTo(204);
        assertThat(first.get("/api/v1/reports").status()).as("signed out by it").isEqualTo(401);
        assertThat(byPassword(first, "RONA", PASSWORD).status()).isEqualTo(204);
        assertThat(first.get("/api/v1/me").json().get("hasPassword").asBoolean())
                .isTrue();
        first.post("/api/v1/sign-out", Map.of());
        assertThat(first.get("/api/v1/reports").status()).isEqualTo(401);
    }

    @Test
    void signsOutInEveryBrowser() {
        String id = added("everywhere");
        Api one = byLink(link(id), 200);
        Api other = byLink(link(id), 200);
        String unused = link(id);
        assertThat(one.post("/api/v1/sign-out/everywhere", Map.of()).status()).isEqualTo(204);
        assertThat(other.get("/api/v1/reports").status()).isEqualTo(401);
        byLink(unused, 422);
    }

    @Test
    void suspensionTakesEffectAtOnce() {
        String id = added("shut");
        Api api = byLink(link(id), 200);
        String later = link(id);
        server.part(Accounts.class).grant(added("keeper"), "", Role.OPERATOR);
        server.part(Accounts.class).block(id, true);
        assertThat(api.get("/api/v1/reports").status()).isEqualTo(401);
        byLink(later, 422);
    }

    @ParameterizedTest
    @ValueSource(strings = {"short", "1234567890", "guessable-pim", "aaaaaaaaaaaa"})
    void rejectsAGuessablePassword(String password) {
        Api api = byLink(link(added("pim" + password.length() + password.charAt(0))), 200);
        String name = api.get("/api/v1/me").json().get("name").asString();
        String tried = password.equals("guessable-pim") ? "guessable-" + name : password;
        assertThat(api.send("PUT", "/api/v1/me/password", Map.of("before", "", "password", tried))
                        .status())
                .isEqualTo(422);
        assertThat(api.get("/api/v1/reports").status()).isEqualTo(200);
    }

    @Test
    void throttlesAfterFailures() {
        String id = added("guessed");
        server.part(AccountPasswords.class).set(id, PASSWORD);
        Api api = server.api();
        String unknown = byPassword(api, "missing-at-all", PASSWORD).failure();
        for (int i = 0; i < 5; i++) {
            assertThat(byPassword(api, "guessed", "wrong words " + i).failure()).isEqualTo(unknown);
        }
        Api.Answer waits = byPassword(api, "guessed", PASSWORD);
        assertThat(waits.failure()).startsWith("Too many failed sign-ins.");
        assertThat(waits.json().get("advice").asString()).containsPattern("[0-9]+ seconds");
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "x", "psieve_x", "../../secret", "' or 1=1 --"})
    void rejectsAnUnknownSecret(String secret) {
        byLink(secret, 422);
        Api program = server.api().withKey("psieve_" + secret);
        assertThat(program.get("/api/v1/reports").status()).isEqualTo(401);
    }

    @Test
    void apiKeyIsLimitedToItsRole() throws InterruptedException {
        String id = added("keyholder");
        server.part(Accounts.class).grant(id, "home", Role.AUTHOR);
        Api person = byLink(link(id), 200);
        Api.Answer made = person.post(
                "/api/v1/me/keys", Map.of("name", "nightly", "projectId", "home", "role", "viewer", "days", 30));
        String secret = made.json().get("secret").asString();
        Api program = server.api().withKey(secret);
        assertThat(program.get("/api/v1/reports").status()).isEqualTo(200);
        assertThat(program.get("/api/v1/parameters").status()).isEqualTo(403);
        assertThat(person.get("/api/v1/parameters").status()).isEqualTo(200);
        assertThat(program.get("/api/v1/me/keys").status()).isEqualTo(422);
        Waiting.until(() -> !person.get("/api/v1/me/keys")
                .json()
                .get(0)
                .get("usedAt")
                .asString()
                .isEmpty());
        assertThat(person.get("/api/v1/me/keys").json().toString()).doesNotContain(secret);
        String key = made.json().get("key").get("id").asString();
        assertThat(person.send("DELETE", "/api/v1/me/keys/" + key, "").status()).isEqualTo(204);
        assertThat(program.get("/api/v1/reports").status()).isEqualTo(401);
    }

    private static String usedAt(Api person) {
        return person.get("/api/v1/me/keys").json().get(0).get("usedAt").asString();
    }

    @Test
    void lastOperatorCannotBeRemoved() {
        Accounts accounts = server.part(Accounts.class);
        String id = accounts.add("last", "").id();
        accounts.grant(id, "", Role.OPERATOR);
        Api operator = byLink(link(id), 200);
        for (JsonNode person : operator.get("/api/v1/people").json()) {
            String other = person.get("id").asString();
            if (!other.equals(id)) {
                operator.send("DELETE", "/api/v1/people/" + other, "");
            }
        }
        assertThat(operator.send("DELETE", "/api/v1/people/" + id, "").status()).isEqualTo(422);
        assertThat(operator.send("PUT", "/api/v1/people/" + id + "/suspended", Map.of("suspended", true))
                        .status())
                .isEqualTo(422);
        assertThat(operator.send("PUT", "/api/v1/people/" + id + "/role", Map.of("projectId", "", "role", "viewer"))
                        .status())
                .isEqualTo(422);
        assertThat(operator.get("/api/v1/people").status()).isEqualTo(200);
        assertThat(operator.get("/api/v1/audit-log").json().toString()).contains("removed an account");
    }
}
