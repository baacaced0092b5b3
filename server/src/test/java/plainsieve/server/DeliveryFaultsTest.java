package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import jakarta.mail.internet.MimeMessage;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import plainsieve.server.access.accounts.Accounts;
import plainsieve.server.access.accounts.Groups;
import plainsieve.server.people.Role;
import plainsieve.server.records.jobs.EmailRecords;
import plainsieve.server.records.jobs.EmailRow;
import tools.jackson.databind.JsonNode;

/** Deliveries during faults: sent emails are not repeated, unsent ones are, and both are reported. */
class DeliveryFaultsTest extends DeliveryFixture {
    @Test
    void resumesWithoutDuplicatesWhenTheMailServerIsBack() throws Exception {
        String id = delivery(to("first@harbours.example", "second@harbours.example"));
        mailbox.overload("second@harbours.example", 1);
        JsonNode tried = sent(id);
        assertThat(mails(id)).hasSize(2).anyMatch(mail -> mail.equals("first@harbours.example sent"));
        assertThat(mails(id))
                .anyMatch(mail ->
                        mail.startsWith("second@harbours.example waiting The mail server rejected it temporarily"));
        assertThat(tried.get("lastJob").get("state").asString()).isEqualTo("due");
        assertThat(tried.get("lastJob").get("message").asString()).startsWith("1 of 2 wait: ");

        JsonNode again = settledAfterBackOff(id);
        assertThat(again.get("lastJob").get("state").asString()).isEqualTo("done");
        assertThat(mails(id)).containsExactlyInAnyOrder("first@harbours.example sent", "second@harbours.example sent");
        assertThat(mailbox.mails()).hasSize(2);
    }

    private static JsonNode settledAfterBackOff(String id) {
        return Waiting.until(
                () -> settled(id, Instant.now().plus(Duration.ofMinutes(10))),
                now -> !now.get("lastJob").get("state").asString().equals("due"));
    }

    @Test
    void doesNotResendAnAcceptedEmailAfterACrash() throws Exception {
        String id = delivery(to("office@harbours.example"));
        sent(id);
        EmailRecords records = server.part(EmailRecords.class);
        EmailRow row = records.of("home", id, 0, 1).get(0);
        // The server ends between sending the data and reading the response.
        records.become(row.id(), EmailRow.State.HANDING_OVER, row.subject(), "", row.at());
        server.part(javax.sql.DataSource.class)
                .getConnection()
                .createStatement()
                .execute("update job set state = 'due', attempts = 1, ended_at = '' where id = " + row.job());
        mailbox.clear();
        settledAfterBackOff(id);
        assertThat(mailbox.mails()).isEmpty();
        assertThat(mails(id))
                .containsExactly(
                        "office@harbours.example unsure The server stopped during sending: delivery is unconfirmed.");
        assertThat(one(id).get("lastJob").get("message").asString()).isEqualTo("1 unconfirmed");
    }

    @Test
    void recipientsGetTheirOwnRowsAndOthersTheCommonOnes() throws Exception {
        TestPerson tam = TestPerson.called(server, "tam").with("home", Role.VIEWER);
        server.part(Accounts.class).setMail(tam.id(), "tam@ferries.example");
        Groups groups = server.part(Groups.class);
        String office = groups.add("Office").id();
        groups.join(office, tam.id());
        String id = delivery(Map.of(
                "recipients", Map.of("addresses", List.of("group:office", "out@harbours.example")),
                "choices", Map.of("from", values("2025-01-01"), "to", values("2027-12-31"))));
        sent(id);
        assertThat(mails(id)).containsExactlyInAnyOrder("tam@ferries.example sent", "out@harbours.example sent");
        assertThat(api.get("/api/v1/sent").json().toString()).contains("delivery, as tam");
        groups.remove(office);

        api.send(
                "PUT",
                "/api/v1/reports/" + REPORT + "/audience",
                Map.of("everyone", false, "groups", List.of(groups.add("Others").id())));
        mailbox.clear();
        Thread.sleep(1100);
        changed(id, Map.of("recipients", Map.of("addresses", List.of("tam"))));
        sent(id);
        assertThat(mails(id).get(0))
                .isEqualTo("tam@ferries.example skipped The recipient has no access to the report.");
        assertThat(mailbox.mails()).isEmpty();
        server.part(Accounts.class).remove(tam.id());
    }

    @Test
    void addressesAreComparedCaseInsensitively() throws Exception {
        String id = delivery(Map.of(
                "recipients", Map.of("addresses", List.of("office@harbours.example", "OFFICE@harbours.example"))));
        sent(id);
        MimeMessage mail = came("office@harbours.example");
        assertThat(mail.getHeader("Bcc")).isNull();
        assertThat(mail.getAllRecipients()).hasSize(1);
        assertThat(mailbox.mails()).hasSize(1);
    }

    @Test
    void authorsAreNotifiedOnceOfPermanentFailures() throws Exception {
        TestPerson ann = TestPerson.called(server, "ann").with("home", Role.AUTHOR);
        server.part(Accounts.class).setMail(ann.id(), "ann@ferries.example");
        String id = delivery(to("office@harbours.example"));
        mailbox.overload("office@harbours.example", 3);
        sent(id);
        assertThat(settledAfterBackOff(id).get("lastJob").get("state").asString())
                .isEqualTo("failed");
        Waiting.until(() -> !mailbox.mails().isEmpty());
        assertThat(mails(id))
                .hasSize(1)
                .allMatch(mail -> mail.startsWith("office@harbours.example refused The mail server"));
        MimeMessage told = came("ann@ferries.example");
        assertThat(told.getSubject()).isEqualTo("The delivery “%s” failed".formatted(id));
        assertThat(text(told, "text/plain")).contains("1 of 1 wait", ADDRESS + "/projects/home/live");
        assertThat(mailbox.mails()).hasSize(1);
        server.part(Accounts.class).remove(ann.id());
    }

    @Test
    void unreachableMailServerIsTriedOnce() throws Exception {
        String id = delivery(to("first@harbours.example", "second@harbours.example", "third@harbours.example"));
        mailbox.stop();
        try {
            JsonNode tried = sent(id);
            assertThat(tried.get("lastJob").get("state").asString()).isEqualTo("due");
            assertThat(tried.get("lastJob").get("message").asString()).contains("cannot be reached");
            assertThat(mails(id)).containsExactly("first@harbours.example waiting");
        } finally {
            mailbox.restart();
        }
        assertThat(settledAfterBackOff(id).get("lastJob").get("state").asString())
                .isEqualTo("done");
        assertThat(mailbox.mails()).hasSize(3);
    }
}
