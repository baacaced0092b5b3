package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import jakarta.mail.internet.MimeMessage;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.Statement;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import plainsieve.demo.FreePort;
import plainsieve.demo.Mailbox;
import tools.jackson.databind.JsonNode;

/** A server that is killed while sending: each recipient gets exactly one email. */
class DeliveryCrashTest {
    private static final int KILLS = Integer.getInteger("endure.kills", 1);
    private static final int MAILS = 40;
    private static final int LATEST_KILL_MILLIS = 1_500;
    private static final String DELIVERIES = "/api/v1/projects/home/deliveries";

    @TempDir
    private Path folder;

    @Test
    void eachRecipientGetsOneEmailAfterACrash() throws Exception {
        Random random = new Random();
        fill();
        try (Mailbox mailbox = Mailbox.start(FreePort.find(), 0)) {
            for (int round = 0; round <= KILLS; round++) {
                ServerProcess server = server(mailbox);
                try {
                    if (round == 0) {
                        make(server.api());
                    } else {
                        // The email in progress when the server was killed.
                        int unsure = atRest(server.api(), round);
                        Map<String, Integer> came = came(mailbox);
                        assertThat(came.values()).describedAs("round " + round).allMatch(times -> times == 1);
                        assertThat(came.size())
                                .describedAs("round " + round)
                                .isBetween(round * MAILS - unsure, round * MAILS);
                    }
                    if (round < KILLS) {
                        assertThat(server.api()
                                        .post(DELIVERIES + "/diary/send", Map.of())
                                        .status())
                                .isEqualTo(204);
                        Thread.sleep(random.nextInt(LATEST_KILL_MILLIS));
                    }
                } finally {
                    server.kill();
                }
            }
        }
    }

    private ServerProcess server(Mailbox mailbox) throws Exception {
        return ServerProcess.answering(
                folder,
                "--plainsieve.mail.host=127.0.0.1",
                "--plainsieve.mail.port=" + mailbox.smtpPort(),
                "--plainsieve.mail.security=none",
                "--plainsieve.mail.from=reports@ferries.example");
    }

    private void fill() throws Exception {
        Path file = Files.createDirectories(folder.resolve("files")).resolve("harbour.sqlite");
        try (Connection connection = DriverManager.getConnection("jdbc:sqlite:" + file);
                Statement statement = connection.createStatement()) {
            statement.execute("create table offices (id integer primary key, mail text)");
            statement.execute("""
                    with recursive n (n) as (select 1 union all select n + 1 from n where n < %d)
                    insert into offices select n, 'office-' || n || '@harbours.example' from n""".formatted(MAILS));
        }
    }

    private static void make(Api api) {
        api.post("/api/v1/sources", Map.of("id", "harbour", "kind", "sqlite", "database", "harbour.sqlite"));
        api.post("/api/v1/parameters", Map.of("name", "office", "type", "integer"));
        api.post(
                "/api/v1/queries",
                Map.of("name", "Offices", "source", "harbour", "text", "select id as office, mail from offices"));
        api.post(
                "/api/v1/queries",
                Map.of(
                        "name", "Of an office",
                        "source", "harbour",
                        "text", "select id, mail from offices where id = :office"));
        Api.Answer report = api.post("/api/v1/queries/of-an-office/reports", Map.of("name", "Diary"));
        assertThat(report.status()).describedAs(report.lines().toString()).isIn(200, 201);
        String id = report.json().get("id").asString();
        Api.Answer given = api.post("/api/v1/projects/home/publish", Map.of("reason", "Sent by mail"));
        assertThat(given.status()).describedAs(given.lines().toString()).isIn(200, 204);
        assertThat(api.post(DELIVERIES, Map.of("report", id, "name", "Diary")).status())
                .isEqualTo(201);
        Map<String, Object> body = new HashMap<>(Map.of("name", "Diary", "version", 1));
        body.put(
                "recipients",
                Map.of("query", "offices", "addressColumn", "mail", "choices", Map.of("office", "office")));
        Api.Answer changed = api.send("PUT", DELIVERIES + "/diary", body);
        assertThat(changed.status()).describedAs(changed.lines().toString()).isEqualTo(200);
    }

    /** Waits until all requested deliveries are finished. @return the number of unconfirmed emails */
    private static int atRest(Api api, int rounds) {
        Waiting.until(() -> api.get(DELIVERIES)
                .json()
                .get(0)
                .get("lastJob")
                .get("state")
                .asString()
                .equals("done"));
        return unsure(api, rounds);
    }

    private static int unsure(Api api, int rounds) {
        int unsure = 0;
        long before = 0;
        int seen = 0;
        List<JsonNode> page;
        do {
            page = api.get(DELIVERIES + "/diary/emails?before=" + before)
                    .json()
                    .valueStream()
                    .toList();
            for (JsonNode mail : page) {
                assertThat(mail.get("state").asString()).isIn("sent", "unsure");
                unsure += mail.get("state").asString().equals("unsure") ? 1 : 0;
                before = mail.get("id").asLong();
                seen++;
            }
        } while (!page.isEmpty());
        assertThat(seen).isEqualTo(rounds * MAILS);
        return unsure;
    }

    /** The number of received emails by message ID. */
    private static Map<String, Integer> came(Mailbox mailbox) throws Exception {
        Map<String, Integer> came = new HashMap<>();
        for (MimeMessage mail : mailbox.mails()) {
            came.merge(mail.getMessageID(), 1, Integer::sum);
        }
        return came;
    }
}
