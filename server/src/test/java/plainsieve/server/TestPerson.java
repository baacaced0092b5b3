package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.Map;
import plainsieve.server.access.accounts.Accounts;
import plainsieve.server.access.accounts.SignInService;
import plainsieve.server.people.Role;

/** A user with an account, signed in. */
record TestPerson(AnotherServer server, String id, Api api) {
    /** Without a role. */
    static TestPerson called(AnotherServer server, String name) {
        String id = server.part(Accounts.class).add(name, "").id();
        Api api = server.api();
        String link = server.part(SignInService.class).link(id, Duration.ofDays(1), false);
        assertThat(api.post("/api/v1/sign-in/link", Map.of("secret", link)).status())
                .isEqualTo(200);
        return new TestPerson(server, id, api);
    }

    TestPerson with(String project, Role role) {
        server.part(Accounts.class).grant(id, project, role);
        return this;
    }

    int opens() {
        return api.get("/api/v1/reports/late-crossings").status();
    }

    int runs() {
        return api.runView("late-crossings", "figures", Map.of()).status();
    }
}
