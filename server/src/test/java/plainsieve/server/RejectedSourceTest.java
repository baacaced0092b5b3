package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import plainsieve.server.access.accounts.Accounts;
import plainsieve.server.people.Role;
import tools.jackson.databind.JsonNode;

/** A source that rejects the user or the password: who is notified, where, and how often. */
class RejectedSourceTest extends DeliveryFixture {
    private static final String SOURCES = "/api/v1/projects/home/sources";

    private static Map<String, Object> locked(String password) {
        Map<String, Object> source = new HashMap<>(Map.of("id", "locked", "kind", "mariadb", "host", "127.0.0.1"));
        source.putAll(
                Map.of("port", portOfIslands(), "database", "ferries", "user", "rejected_here", "password", password));
        return source;
    }

    private static int portOfIslands() {
        for (JsonNode source :
                new Api(RunningServer.get().address()).get("/api/v1/sources").json()) {
            if (source.get("id").asString().equals("islands")) {
                return source.get("port").asInt();
            }
        }
        throw new AssertionError("MariaDB is missing");
    }

    private static String rejectedSince() {
        for (JsonNode source : api.get(SOURCES).json()) {
            if (source.get("id").asString().equals("locked")) {
                return source.get("rejectedSince").asString();
            }
        }
        throw new AssertionError("The source is not there");
    }

    private static List<String> told() {
        List<String> told = new ArrayList<>();
        mailbox.mails().forEach(mail -> {
            try {
                if (mail.getSubject().contains("“locked” rejects")) {
                    told.add(mail.getAllRecipients()[0].toString());
                }
            } catch (jakarta.mail.MessagingException e) {
                throw new AssertionError(e);
            }
        });
        return told.stream().sorted().toList();
    }

    private static void await(int mails) {
        Waiting.until(() -> told().size() >= mails);
    }

    private static void address(TestPerson who, String address) {
        server.part(Accounts.class).setMail(who.id(), address);
    }

    @Test
    void operatorsAndAuthorsAreNotifiedOnceUntilSaved() {
        address(TestPerson.called(server, "mira").with("home", Role.AUTHOR), "mira@ferries.example");
        address(TestPerson.called(server, "vey").with("home", Role.VIEWER), "vey@ferries.example");
        address(TestPerson.called(server, "else").with("elsewhere", Role.AUTHOR), "else@ferries.example");
        assertThat(api.post(SOURCES, locked("wrong")).status()).isEqualTo(201);
        api.post(
                "/api/v1/projects/home/queries",
                Map.of("name", "Locked", "source", "locked", "text", "select 1 as one"));
        assertThat(rejectedSince()).isEmpty();

        for (int i = 0; i < 3; i++) {
            assertThat(api.get(SOURCES + "/locked/health").json().get("message").asString())
                    .contains("rejects the user");
        }
        await(2);
        assertThat(told()).containsExactly("mira@ferries.example", "oran@ferries.example");
        assertThat(rejectedSince()).isNotEmpty();
        assertThat(api.get("/api/v1/audit-log").json().toString()).containsOnlyOnce("stopped asking a source");

        assertThat(api.send("PUT", SOURCES + "/locked", locked("wrong again")).status())
                .isEqualTo(204);
        assertThat(rejectedSince()).isEmpty();
        api.get(SOURCES + "/locked/health");
        await(4);
        assertThat(told()).hasSize(4);
    }
}
