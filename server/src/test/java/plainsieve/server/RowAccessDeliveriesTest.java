package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import jakarta.mail.internet.MimeMessage;
import java.time.Instant;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import plainsieve.demo.FreePort;
import plainsieve.demo.Mailbox;
import plainsieve.server.access.accounts.Accounts;
import plainsieve.server.jobs.JobRunner;
import plainsieve.server.people.Role;

/** Row access applies to emails: each recipient gets the rows of their islands only. */
class RowAccessDeliveriesTest {
    private static final String DELIVERIES = "/api/v1/projects/home/deliveries";

    @Test
    void recipientsGetTheirIslandsOnly() throws Exception {
        try (Mailbox mailbox = Mailbox.start(FreePort.find(), 0);
                RestrictedServer server = new RestrictedServer(
                        "--plainsieve.jobs=false",
                        "--plainsieve.mail.host=127.0.0.1",
                        "--plainsieve.mail.port=" + mailbox.smtpPort(),
                        "--plainsieve.mail.security=none",
                        "--plainsieve.mail.from=reports@ferries.example")) {
            for (String person : List.of("tam", "una", "eve")) {
                server.person(person, "home", Role.VIEWER);
                Accounts accounts = server.part(Accounts.class);
                accounts.setMail(accounts.named(person).id(), person + "@ferries.example");
            }
            server.officeOf("tam", "Tarn");
            String other = server.group("Other office");
            server.join(other, "una");
            server.says(other, Api.values("Hethra"));
            deliver(server, Map.of("addresses", List.of("tam", "una", "eve", "out@harbours.example")));

            assertThat(mail(mailbox, "tam")).contains("Tarn").doesNotContain("Hethra", "The report requires sign-in");
            assertThat(mail(mailbox, "una")).contains("Hethra").doesNotContain("Tarn");
            // No permitted values are defined, or the recipient is unknown.
            assertThat(mailbox.mails()).hasSize(2);
            assertThat(notes(server))
                    .filteredOn(note -> note.startsWith("eve@"))
                    .allMatch(note -> note.contains("refused"));
            assertThat(notes(server))
                    .filteredOn(note -> note.startsWith("out@"))
                    .allMatch(note -> note.contains("refused"));
        }
    }

    private static void deliver(RestrictedServer server, Map<String, Object> to) throws InterruptedException {
        Api api = server.operator();
        assertThat(api.post(DELIVERIES, Map.of("report", "held", "name", "Held"))
                        .status())
                .isEqualTo(201);
        Map<String, Object> body = new HashMap<>(Map.of("name", "Held", "version", 1, "recipients", to));
        assertThat(api.send("PUT", DELIVERIES + "/held", body).status()).isEqualTo(200);
        assertThat(api.post(DELIVERIES + "/held/send", Map.of()).status()).isEqualTo(204);
        Waiting.until(() -> {
            server.part(JobRunner.class).runDue(Instant.now().plusSeconds(2));
            return state(api).matches("done|failed");
        });
        assertThat(state(api)).isEqualTo("done");
    }

    private static String state(Api api) {
        return api.get(DELIVERIES).json().get(0).get("lastJob").get("state").asString();
    }

    private static List<String> notes(RestrictedServer server) {
        return server.operator()
                .get(DELIVERIES + "/held/emails")
                .json()
                .valueStream()
                .map(mail ->
                        mail.get("address").asString() + " " + mail.get("state").asString() + " "
                                + mail.get("message").asString())
                .toList();
    }

    private static String mail(Mailbox mailbox, String person) throws Exception {
        for (MimeMessage mail : mailbox.mails()) {
            if (Arrays.toString(mail.getAllRecipients()).contains(person)) {
                // Islands in the table: the question names no island unless one is chosen.
                return DeliveryFixture.text(mail, "text/plain");
            }
        }
        throw new AssertionError("Nothing came to " + person);
    }
}
