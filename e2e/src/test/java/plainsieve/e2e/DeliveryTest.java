package plainsieve.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import jakarta.mail.Multipart;
import jakarta.mail.Part;
import jakarta.mail.internet.MimeMessage;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import plainsieve.demo.Mailbox;
import plainsieve.server.AnotherServer;

/** A report is sent by email, opened from it, and unsubscribed. */
class DeliveryTest {
    private static final String DELIVERIES = "section[aria-label=Deliveries]";
    private static final Pattern LINK = Pattern.compile("(https?://\\S+)");

    /** The plain-text part of an email. */
    private static String text(Part part) throws Exception {
        if (part.getContent() instanceof Multipart several) {
            StringBuilder all = new StringBuilder();
            for (int i = 0; i < several.getCount(); i++) {
                all.append(text(several.getBodyPart(i)));
            }
            return all.toString();
        }
        return part.isMimeType("text/plain") ? part.getContent().toString() : "";
    }

    private static List<String> links(MimeMessage mail) throws Exception {
        return LINK.matcher(text(mail)).results().map(found -> found.group(1)).toList();
    }

    @Test
    void authorSendsAReportAndTheReaderOpensIt() throws Exception {
        try (Mailbox mailbox = Mailbox.start(0, 0);
                AnotherServer server = AnotherServer.on(
                        AnotherServer.folderOfFerries(),
                        "--plainsieve.mail.host=127.0.0.1",
                        "--plainsieve.mail.port=" + mailbox.smtpPort(),
                        "--plainsieve.mail.security=none",
                        "--plainsieve.mail.from=reports@ferries.example",
                        "--plainsieve.report-emails.address=http://here");
                Browser browser = new Browser(server.address())) {
            server.api()
                    .post(
                            "/api/v1/queries",
                            Map.of(
                                    "name", "Offices",
                                    "source", "ferries",
                                    "text",
                                            "select name as port, 'office@harbours.example' as mail from ports where name = 'Skerrin'"));
            say(browser);
            send(browser);
            read(browser, mailbox.mails().get(0));
        }
    }

    private static void say(Browser browser) {
        browser.open("/projects/home/live");
        browser.take(DELIVERIES, "add", "Late crossings");
        browser.untilSaid(DELIVERIES, "Late crossings sends Late crossings to no recipients yet");
        browser.say(DELIVERIES, "name", "For your harbour");
        browser.take(DELIVERIES, "rows", "each row of Offices");
        browser.untilSaid(DELIVERIES, "at its mail, :port is its port");
        browser.take(DELIVERIES, "more", ":from is …");
        browser.say(DELIVERIES, "value from", "2025-01-01");
        browser.take(DELIVERIES, "more", ":to is …");
        browser.say(DELIVERIES, "value to", "2027-12-31");
        // The next change does not wait until this one is saved.
        browser.take(DELIVERIES, "only", "only when late crossings is above …");
        browser.untilSaid(DELIVERIES, "only when late crossings is above");
        browser.take(DELIVERIES, "attached", "Crossings as xlsx");
        browser.untilSaid(DELIVERIES, "with Crossings as xlsx");
        browser.take(DELIVERIES, "times", "every Monday at 07:00");
        browser.untilSaid(DELIVERIES, "sent every Monday at 07:00");
    }

    private static void send(Browser browser) {
        browser.click(DELIVERIES + " button", "Send now");
        browser.click(DELIVERIES + " button", "Send");
        browser.click(DELIVERIES + " button", "Emails");
        browser.untilText(DELIVERIES, text -> text.contains("office@harbours.example\nsent"));
        browser.untilText("section[aria-label=Calendar]", text -> text.contains("For your harbour sent · 1 mail"));
    }

    private static void read(Browser browser, MimeMessage mail) throws Exception {
        assertThat(mail.getSubject()).isEqualTo("For your harbour: Skerrin");
        List<String> links = links(mail);
        browser.open(links.get(0).replace("http://here", ""));
        browser.untilText(".kind-table tbody", text -> text.contains("Skerrin") && !text.contains("Ardlow"));
        browser.untilText("main", text -> text.contains("1 Jan 2025 – 31 Dec 2027") || text.contains("Jan 1, 2025"));

        browser.open(links.get(1).replace("http://here", ""));
        browser.untilText("main", text -> text.contains("It is sent to office@harbours.example."));
        browser.click("main button", "Unsubscribe");
        browser.untilText("main", text -> text.contains("office@harbours.example is unsubscribed."));
        browser.open("/projects/home/live");
        browser.click(DELIVERIES + " button", "Emails");
        browser.untilText(DELIVERIES, text -> text.contains("Unsubscribed: office@harbours.example."));
    }
}
