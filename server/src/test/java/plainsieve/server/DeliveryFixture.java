package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import jakarta.mail.BodyPart;
import jakarta.mail.MessagingException;
import jakarta.mail.Multipart;
import jakarta.mail.Part;
import jakarta.mail.internet.MimeMessage;
import java.io.IOException;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import plainsieve.demo.FreePort;
import plainsieve.demo.Mailbox;
import plainsieve.server.access.accounts.Accounts;
import plainsieve.server.jobs.JobRunner;
import plainsieve.server.people.Role;
import tools.jackson.databind.JsonNode;

/** A server with accounts whose deliveries go to a real mailbox on demand. */
abstract class DeliveryFixture {
    static final String DELIVERIES = "/api/v1/projects/home/deliveries";
    static final String REPORT = "late-crossings";
    static final String ADDRESS = "http://reports.example";

    static Mailbox mailbox;
    static AnotherServer server;
    static Api api;
    static TestPerson oran;

    private static int number;

    /** The delivery name of this test, which distinguishes its emails from others. */
    static String name = "";

    @BeforeAll
    static void start() throws Exception {
        mailbox = Mailbox.start(FreePort.find(), 0);
        server = AnotherServer.on(
                AnotherServer.folderOfFerries(),
                "--plainsieve.accounts=true",
                "--plainsieve.jobs=false",
                "--plainsieve.mail.host=127.0.0.1",
                "--plainsieve.mail.port=" + mailbox.smtpPort(),
                "--plainsieve.mail.security=none",
                "--plainsieve.mail.from=reports@ferries.example",
                "--plainsieve.mail.domains=ferries.example,harbours.example",
                "--plainsieve.report-emails.address=" + ADDRESS,
                "--plainsieve.report-emails.max-attachment-size=10KB");
        oran = TestPerson.called(server, "oran").with("", Role.OPERATOR);
        api = oran.api();
        server.part(Accounts.class).setMail(oran.id(), "oran@ferries.example");
    }

    @AfterAll
    static void stop() {
        server.close();
        mailbox.close();
    }

    @AfterEach
    void remove() {
        for (JsonNode one : api.get(DELIVERIES).json()) {
            api.send("DELETE", DELIVERIES + "/" + one.get("id").asString(), Map.of());
        }
        mailbox.clear();
    }

    static Map<String, Object> values(String... values) {
        return Map.of(
                "kind", "choice", "choice", Map.of("kind", "values", "values", List.of(values), "withoutValue", false));
    }

    /** A delivery of the report of late crossings without a date limit. */
    static String delivery(Map<String, Object> more) {
        name = "Late crossings " + ++number;
        Api.Answer made = api.post(DELIVERIES, Map.of("report", REPORT, "name", name));
        assertThat(made.status()).describedAs(made.lines().toString()).isEqualTo(201);
        String id = made.json().get("id").asString();
        Api.Answer changed = changed(id, more);
        assertThat(changed.status()).describedAs(changed.lines().toString()).isEqualTo(200);
        return id;
    }

    static Api.Answer changed(String id, Map<String, Object> more) {
        Map<String, Object> body = new HashMap<>(Map.of("name", name, "paused", false));
        body.put("choices", Map.of("from", values("2025-01-01"), "to", values("2027-12-31"), "port", values("Ardlow")));
        body.put("version", one(id).get("version").asInt());
        body.putAll(more);
        return api.send("PUT", DELIVERIES + "/" + id, body);
    }

    static Map<String, Object> to(String... who) {
        return Map.of("recipients", Map.of("addresses", List.of(who)));
    }

    static JsonNode one(String id) {
        for (JsonNode one : api.get(DELIVERIES).json()) {
            if (one.get("id").asString().equals(id)) {
                return one;
            }
        }
        throw new AssertionError("There is no delivery " + id);
    }

    /** Sends it and waits until it is finished or waits for a retry. */
    static JsonNode sent(String id) {
        assertThat(api.post(DELIVERIES + "/" + id + "/send", Map.of()).status()).isEqualTo(204);
        return settled(id, Instant.now());
    }

    static JsonNode settled(String id, Instant now) {
        return Waiting.until(
                () -> {
                    server.part(JobRunner.class).runDue(now.plus(Duration.ofSeconds(2)));
                    return one(id);
                },
                one -> !StoredCopyFixture.isOpen(one));
    }

    static List<String> mails(String id) {
        List<String> mails = new ArrayList<>();
        for (JsonNode mail : api.get(DELIVERIES + "/" + id + "/emails").json()) {
            mails.add("%s %s %s"
                    .formatted(
                            mail.get("address").asString(),
                            mail.get("state").asString(),
                            mail.get("message").asString())
                    .strip());
        }
        return mails;
    }

    /** The newest email of an address. */
    static MimeMessage came(String address) throws MessagingException {
        List<MimeMessage> theirs = new ArrayList<>();
        for (MimeMessage mail : mailbox.mails()) {
            if (Arrays.toString(mail.getAllRecipients()).equals("[" + address + "]")) {
                theirs.add(mail);
            }
        }
        assertThat(theirs).describedAs("to " + address).isNotEmpty();
        return theirs.get(theirs.size() - 1);
    }

    /** The body of a media type in an email; empty if absent. */
    static String text(Part part, String type) throws MessagingException, IOException {
        if (part.getContent() instanceof Multipart several) {
            StringBuilder all = new StringBuilder();
            for (int i = 0; i < several.getCount(); i++) {
                all.append(text(several.getBodyPart(i), type));
            }
            return all.toString();
        }
        return part.isMimeType(type) && part.getDisposition() == null
                ? part.getContent().toString()
                : "";
    }

    /** The parts with a content disposition. */
    static List<BodyPart> parts(Part part, String disposition) throws MessagingException, IOException {
        List<BodyPart> found = new ArrayList<>();
        if (part.getContent() instanceof Multipart several) {
            for (int i = 0; i < several.getCount(); i++) {
                found.addAll(parts(several.getBodyPart(i), disposition));
            }
        } else if (disposition.equals(part.getDisposition())) {
            found.add((BodyPart) part);
        }
        return found;
    }
}
