package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import jakarta.mail.Part;
import jakarta.mail.internet.MimeMessage;
import java.io.ByteArrayInputStream;
import java.net.URI;
import java.util.List;
import java.util.Map;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import plainsieve.files.DeliveriesFile;
import plainsieve.files.ProjectFolder;
import plainsieve.files.ProjectYaml;
import plainsieve.server.definitions.project.Projects;
import plainsieve.server.editing.transfer.ProjectTransfer;
import tools.jackson.databind.JsonNode;

/** Deliveries: the content of an email, its recipients, and when none is sent. */
class DeliveriesTest extends DeliveryFixture {
    @Test
    void emailHasQuestionRowsAndALinkWithChoices() throws Exception {
        String id = delivery(to("office@harbours.example"));
        JsonNode after = sent(id);
        assertThat(after.get("lastJob").get("state").asString())
                .describedAs(mails(id).toString())
                .isEqualTo("done");
        assertThat(mails(id)).containsExactly("office@harbours.example sent");

        MimeMessage mail = came("office@harbours.example");
        assertThat(mail.getSubject()).isEqualTo(name);
        assertThat(mail.getFrom()[0].toString()).contains("reports@ferries.example");
        String html = text(mail, "text/html");
        String plain = text(mail, "text/plain");
        for (String body : List.of(html, plain)) {
            assertThat(body)
                    .contains("Ardlow", "1 Jan 2025 – 31 Dec 2027", "late crossings", "average delay")
                    .contains(ADDRESS + "/projects/home/reports/" + REPORT + "?")
                    .contains("port=Ardlow", "from=2025-01-01", ADDRESS + "/unsubscribe/");
            assertThat(body).contains("These are the first 20 rows; the report has more.");
            assertThat(body).contains("The report requires sign-in");
        }
        assertThat(html).doesNotContain("<script", "http://127.0.0.1").contains("<td");
        List<? extends Part> pictures = parts(mail, Part.INLINE);
        assertThat(pictures).isNotEmpty();
        for (Part picture : pictures) {
            String cid = picture.getHeader("Content-ID")[0].replaceAll("[<>]", "");
            assertThat(html).contains("cid:" + cid);
            assertThat(ImageIO.read(new ByteArrayInputStream(
                                    picture.getInputStream().readAllBytes()))
                            .getWidth())
                    .isEqualTo(1200);
        }
        assertThat(api.get("/api/v1/sent").json().toString())
                .contains("\"cause\":\"delivery\"", "delivery, as office@harbours.example");
    }

    @Test
    void eachQueryRowIsAnEmailWithItsChoices() throws Exception {
        api.post(
                "/api/v1/queries",
                Map.of(
                        "name", "Offices",
                        "source", "ferries",
                        "text",
                                "select name as port, lower(name) || '@harbours.example' as mail from ports where name in ('Ardlow', 'Skerrin')"));
        String id = delivery(Map.of(
                "recipients", Map.of("query", "offices", "addressColumn", "mail", "choices", Map.of("port", "port"))));
        sent(id);
        assertThat(mails(id))
                .containsExactlyInAnyOrder("ardlow@harbours.example sent", "skerrin@harbours.example sent");
        MimeMessage skerrin = came("skerrin@harbours.example");
        assertThat(skerrin.getSubject()).isEqualTo(name + ": Skerrin");
        assertThat(text(skerrin, "text/plain"))
                .contains("crossings from Skerrin", "port=Skerrin")
                .doesNotContain("Ardlow");
        assertThat(text(came("ardlow@harbours.example"), "text/plain")).contains("crossings from Ardlow");
    }

    @Test
    void omitsAnAttachmentThatIsTooLarge() throws Exception {
        String id = delivery(Map.of(
                "recipients", Map.of("addresses", List.of("office@harbours.example")),
                "choices", Map.of("from", values("2025-01-01"), "to", values("2027-12-31"), "min_delay", values("0")),
                "attachments",
                        List.of(
                                Map.of("view", "by-port", "format", "xlsx"),
                                Map.of("view", "crossings", "format", "csv"))));
        sent(id);
        assertThat(mails(id)).containsExactly("office@harbours.example sent");
        MimeMessage mail = came("office@harbours.example");
        List<? extends Part> files = parts(mail, Part.ATTACHMENT);
        assertThat(files).hasSize(1);
        assertThat(files.get(0).getFileName()).startsWith("Late crossings ").endsWith(".xlsx");
        assertThat(text(mail, "text/html")).contains("as csv exceeds the limit", "download it from the report");
    }

    @Test
    void skipsAnEmptyResult() throws Exception {
        String id = delivery(Map.of(
                "recipients", Map.of("addresses", List.of("office@harbours.example")),
                "choices", Map.of("from", values("1999-01-01"), "to", values("1999-01-02"), "port", values("Ardlow")),
                "condition", Map.of("view", "crossings")));
        sent(id);
        assertThat(mails(id)).containsExactly("office@harbours.example skipped There were no rows.");
        assertThat(mailbox.mails()).isEmpty();

        assertThat(changed(
                                id,
                                Map.of(
                                        "recipients", Map.of("addresses", List.of("office@harbours.example")),
                                        "condition",
                                                Map.of(
                                                        "view", "figures",
                                                        "figure", "late crossings",
                                                        "comparison", "above",
                                                        "value", "1000000")))
                        .status())
                .isEqualTo(200);
        Thread.sleep(1100);
        sent(id);
        assertThat(mails(id).get(0)).startsWith("office@harbours.example skipped “late crossings” was ");
        assertThat(mailbox.mails()).isEmpty();
    }

    @Test
    void reportsUnreachableRecipientsAndServesOthers() throws Exception {
        TestPerson tam = TestPerson.called(server, "tam").with("home", plainsieve.server.people.Role.VIEWER);
        String id = delivery(to(
                "tam", "missing", "other@elsewhere.example", "a@b@c", "oran", "group:gone", "office@harbours.example"));
        sent(id);
        assertThat(mails(id))
                .containsExactlyInAnyOrder(
                        "tam refused tam has no email address.",
                        "missing refused Not an email address or account name.",
                        "other@elsewhere.example refused The operator does not allow emails to that domain.",
                        "a@b@c refused Not an email address or account name.",
                        "group:gone refused Unknown group “gone”.",
                        "oran@ferries.example sent",
                        "office@harbours.example sent");
        assertThat(one(id).get("lastJob").get("message").asString()).isEqualTo("5 failed");
        server.part(plainsieve.server.access.accounts.Accounts.class).remove(tam.id());
    }

    @Test
    void unsubscribedRecipientGetsNoEmail() throws Exception {
        String id = delivery(to("office@harbours.example"));
        sent(id);
        String link =
                came("office@harbours.example").getHeader("List-Unsubscribe")[0].replaceAll("[<>]", "");
        assertThat(came("office@harbours.example").getHeader("List-Unsubscribe-Post")[0])
                .isEqualTo("List-Unsubscribe=One-Click");
        String path = URI.create(link).getPath();
        Api missing = server.api();
        Api.Answer before = missing.get(path);
        assertThat(before.status()).describedAs(before.lines().toString()).isEqualTo(200);
        assertThat(before.json().get("unsubscribed").asBoolean()).isFalse();
        assertThat(missing.post(path, Map.of()).json().get("delivery").asString())
                .isEqualTo(name);
        assertThat(one(id).get("unsubscribed").toString()).isEqualTo("[\"office@harbours.example\"]");
        mailbox.clear();
        Thread.sleep(1100);
        sent(id);
        assertThat(mailbox.mails()).isEmpty();
        assertThat(mails(id).get(0)).isEqualTo("office@harbours.example skipped The recipient unsubscribed.");

        missing.send("DELETE", path, Map.of());
        Thread.sleep(1100);
        sent(id);
        assertThat(mailbox.mails()).hasSize(1);
        api.send("DELETE", DELIVERIES + "/" + id, Map.of());
        assertThat(missing.post(path, Map.of()).json().get("unsubscribed").asBoolean())
                .isTrue();
        assertThat(missing.get(path.substring(0, path.length() - 3) + "abc").status())
                .isEqualTo(422);
    }

    @Test
    void testEmailGoesToTheAuthorOnly() throws Exception {
        String id = delivery(to("office@harbours.example"));
        JsonNode tried = api.post(DELIVERIES + "/" + id + "/test", Map.of("to", "office@harbours.example"))
                .json();
        assertThat(tried.get("to").asString()).isEqualTo("oran@ferries.example");
        assertThat(mailbox.mails()).hasSize(1);
        assertThat(came("oran@ferries.example").getSubject()).isEqualTo("Test: " + name);
        // Looking at it must not consume it.
        MimeMessage test = came("oran@ferries.example");
        assertThat(test.getHeader("List-Unsubscribe")).isNull();
        assertThat(text(test, "text/html") + text(test, "text/plain")).doesNotContain("/unsubscribe/");
        assertThat(mails(id)).isEmpty();
    }

    @Test
    void rejectsInvalidDeliveries() {
        String id = delivery(to());
        assertThat(changed(id, Map.of("choices", Map.of("unknown", values("1"))))
                        .status())
                .isEqualTo(422);
        assertThat(changed(id, Map.of("choices", Map.of("from", values("not a day"))))
                        .status())
                .isEqualTo(422);
        assertThat(changed(id, Map.of("condition", Map.of("view", "no-such-view")))
                        .status())
                .isEqualTo(404);
        assertThat(changed(id, Map.of("condition", Map.of("view", "figures", "figure", "gone", "value", "1")))
                        .status())
                .isEqualTo(422);
        assertThat(changed(id, Map.of("attachments", List.of(Map.of("view", "crossings", "format", "pdf"))))
                        .status())
                .isEqualTo(422);
        assertThat(changed(id, Map.of("schedule", Map.of("every", "sometimes"))).status())
                .isEqualTo(422);
        assertThat(changed(id, Map.of("version", 1)).status()).isEqualTo(409);
        assertThat(api.post(DELIVERIES, Map.of("report", "gone", "name", "Gone"))
                        .status())
                .isEqualTo(404);
    }

    private static ProjectFolder files() {
        return server.part(ProjectTransfer.class)
                .exportFiles(server.part(Projects.class).get("home"));
    }

    @Test
    void isExportedAndImportedWithItsProject() {
        String id = delivery(Map.of(
                "recipients", Map.of("addresses", List.of("office@harbours.example", "group:Offices")),
                "condition",
                        Map.of("view", "figures", "figure", "late crossings", "comparison", "below", "value", "2.5"),
                "attachments", List.of(Map.of("view", "crossings", "format", "parquet")),
                "schedule",
                        Map.of("every", "every weekday at 06:30", "timeZone", "Europe/Lisbon", "missedRuns", "leave")));
        JsonNode before = one(id);
        ProjectFolder files = files();
        assertThat(ProjectYaml.writeEntry(files.beside().deliveries()))
                .contains(
                        "report: late-crossings",
                        "- group:Offices",
                        "comparison: below",
                        "cron: 30 6 * * 1-5",
                        "missed-runs: leave");
        api.send("DELETE", DELIVERIES + "/" + id, Map.of());
        assertThat(files().beside().deliveries()).isEqualTo(DeliveriesFile.NONE);
        assertThat(api.sendBytes("PUT", "/api/v1/projects/home/project.zip", "application/zip", files.toZip())
                        .status())
                .isEqualTo(204);
        for (String what : List.of("name", "choices", "recipients", "condition", "attachments", "schedule")) {
            assertThat(one(id).get(what)).isEqualTo(before.get(what));
        }
    }

    @Test
    void isSentOnScheduleAndShownInTheCalendar() throws Exception {
        String id = delivery(Map.of(
                "recipients", Map.of("addresses", List.of("office@harbours.example")),
                "schedule", Map.of("every", "* * * * *", "timeZone", "UTC")));
        assertThat(one(id).get("nextRun").asString()).isNotEmpty();
        assertThat(api.get("/api/v1/projects/home/calendar").json().toString()).contains("\"kind\":\"delivery\"", name);
        settled(id, java.time.Instant.now().plusSeconds(90));
        assertThat(mails(id)).containsExactly("office@harbours.example sent");
        assertThat(changed(id, Map.of("paused", true, "schedule", Map.of("every", "* * * * *")))
                        .status())
                .isEqualTo(200);
        assertThat(one(id).get("nextRun").asString()).isEmpty();
    }
}
