package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import plainsieve.server.access.accounts.Accounts;
import plainsieve.server.access.accounts.SignInService;
import plainsieve.server.definitions.edits.ProjectEdits;
import plainsieve.server.people.Role;

/**
 * Every route with every role, in the user's own project and in another one. The routes come from the OpenAPI document,
 * their permissions from a separate file.
 */
class RouteAccessTest {
    private static final Set<String> METHODS = Set.of("get", "post", "put", "delete", "patch");

    /** These end the current session. */
    private static final String ENDS_SESSIONS = "/api/v1/sign-out.*|/api/v1/me/password|/api/v1/sign-in.*";

    private static AnotherServer server;
    private static String foreign;

    @BeforeAll
    static void start() throws Exception {
        server = AnotherServer.on(AnotherServer.folderOfFerries(), "--plainsieve.accounts=true");
        foreign = server.part(ProjectEdits.class).add("Foreign").id();
        String keeper = server.part(Accounts.class).add("keeper", "").id();
        server.part(Accounts.class).grant(keeper, "", Role.OPERATOR);
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    private record Rule(String least, String method, String path) {
        static Rule of(String line) {
            String[] words = line.strip().split("\\s+");
            return new Rule(words[0], words[1], words[2]);
        }

        boolean isOfProject() {
            return path.contains("{project}");
        }

        /** The route with nonexistent IDs. */
        String in(String project) {
            return path.replace("{project}", project)
                    .replace("{id}", "no-such")
                    .replaceAll("\\{(\\w*[iI]d|other)\\}", "7")
                    .replaceAll("\\{\\w+\\}", "no-such");
        }

        /** The request body of the route. */
        String type() {
            String of = path.contains(".zip") ? "zip" : path.endsWith("/files") ? "octet-stream" : "json";
            return "application/" + of;
        }

        @Override
        public String toString() {
            return method + " " + path;
        }
    }

    private static List<Rule> rules() throws IOException {
        try (InputStream file = RouteAccessTest.class.getResourceAsStream("/rights/addresses.txt")) {
            return new String(file.readAllBytes(), StandardCharsets.UTF_8)
                    .lines()
                    .filter(line -> !line.startsWith("#"))
                    .map(Rule::of)
                    .toList();
        }
    }

    /** A user with a role in the project home or, for server roles, in all projects; without a role for an empty text. */
    private static Api signedIn(String role, String project) {
        Accounts accounts = server.part(Accounts.class);
        String id = accounts.add("p" + System.nanoTime(), "").id();
        Role.ofWord(role).ifPresent(given -> accounts.grant(id, project, given));
        Api api = server.api();
        String link = server.part(SignInService.class).link(id, Duration.ofDays(1), false);
        assertThat(api.post("/api/v1/sign-in/link", Map.of("secret", link)).status())
                .isEqualTo(200);
        return api;
    }

    private static int status(Api api, Rule rule, String project) {
        String body = rule.method().equals("GET") ? "" : "{}";
        return api.status(rule.method(), rule.in(project), rule.type(), body);
    }

    @Test
    void everyRouteHasARule() throws Exception {
        Set<String> served = new TreeSet<>();
        server.api().get("/api/openapi").json().get("paths").properties().forEach(path -> path.getValue()
                .propertyNames()
                .forEach(method -> {
                    if (METHODS.contains(method)) {
                        served.add(method.toUpperCase(Locale.ROOT) + " " + path.getKey());
                    }
                }));
        List<String> ruled = rules().stream().map(Rule::toString).toList();
        assertThat(new TreeSet<>(ruled)).isEqualTo(served);
    }

    @Test
    void anonymousRequestsAreRejectedElsewhere() throws Exception {
        List<String> wrong = new ArrayList<>();
        for (Rule rule : rules()) {
            int status = status(server.api(), rule, "home");
            boolean refused = status == 401;
            if (refused == rule.least().equals("open")) {
                wrong.add(rule + " " + status);
            }
        }
        assertThat(wrong).isEmpty();
    }

    @Test
    void eachRoleIsAllowedExactlyByItsRule() throws Exception {
        List<String> wrong = new ArrayList<>();
        for (Role role : Role.values()) {
            Api ofProject = signedIn(role.word(), "home");
            Api ofAll = signedIn(role.word(), "");
            for (Rule rule : rules()) {
                if (rule.least().equals("open") || rule.path().matches(ENDS_SESSIONS)) {
                    continue;
                }
                boolean may = role.mayActAs(Role.ofWord(rule.least()).orElseThrow());
                // A role in all projects applies to server routes, and an author is a viewer there.
                int status = status(rule.isOfProject() ? ofProject : ofAll, rule, "home");
                if ((status == 403 || status == 401) == may || status >= 500) {
                    wrong.add("%s as %s: %d".formatted(rule, role, status));
                }
            }
        }
        assertThat(wrong).isEmpty();
    }

    @Test
    void foreignProjectIsNotFoundForAnyRole() throws Exception {
        List<String> wrong = new ArrayList<>();
        for (Role role : Role.values()) {
            Api api = signedIn(role.word(), "home");
            for (Rule rule : rules()) {
                int status = rule.isOfProject() ? status(api, rule, foreign) : 404;
                if (status != 404) {
                    wrong.add("%s as %s: %d".formatted(rule, role, status));
                }
            }
        }
        assertThat(wrong).isEmpty();
    }
}
