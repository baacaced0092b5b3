package plainsieve.server.jobs.mail;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import plainsieve.server.people.MailAddress;
import plainsieve.server.runtime.settings.MailSettings;

/** The outcome of an email when the mail server rejects it, defers it, or stops responding. */
class MailTransportTest {
    /** A mail server with configurable responses. An empty response closes the connection. */
    private static final class Stubborn implements AutoCloseable {
        private final ServerSocket socket = new ServerSocket(0, 5, InetAddress.getLoopbackAddress());
        private final Map<String, String> answers;
        private final List<String> heard = Collections.synchronizedList(new ArrayList<>());

        Stubborn(Map<String, String> answers) throws IOException {
            this.answers = answers;
            Thread thread = new Thread(this::serve, "stubborn");
            thread.setDaemon(true);
            thread.start();
        }

        private void serve() {
            while (!socket.isClosed()) {
                try (Socket one = socket.accept()) {
                    talk(one);
                } catch (IOException e) {
                    // The connection was closed.
                }
            }
        }

        private void talk(Socket one) throws IOException {
            BufferedReader in = new BufferedReader(new InputStreamReader(one.getInputStream(), StandardCharsets.UTF_8));
            OutputStream out = one.getOutputStream();
            boolean open = say(out, "hello", "220 here");
            boolean data = false;
            for (String line = in.readLine(); open && line != null; line = in.readLine()) {
                String word = line.split("[ :]")[0].toUpperCase(java.util.Locale.ROOT);
                if (data) {
                    data = !line.equals(".");
                    open = data || say(out, "end", "250 taken");
                } else {
                    heard.add(line);
                    data = word.equals("DATA") && !answers.containsKey("DATA");
                    open = say(out, word, data ? "354 go on" : word.equals("QUIT") ? "221 bye" : "250 fine");
                }
            }
        }

        private boolean say(OutputStream out, String word, String usual) throws IOException {
            String answer = answers.getOrDefault(word, usual);
            out.write((answer + "\r\n").getBytes(StandardCharsets.UTF_8));
            out.flush();
            return !answer.isEmpty();
        }

        @Override
        public void close() throws IOException {
            socket.close();
        }
    }

    private static MailTransport transport(int port, MailSettings.Security security) {
        return new MailTransport(
                new MailSettings("127.0.0.1", port, security, "", "", "a@b.example", Optional.empty(), List.of()),
                Clock.systemUTC());
    }

    private static final EmailMessage MAIL = new EmailMessage(
            "1@here", "tam@ferries.example", "Sieve", "<p>Rows</p>", "Rows", List.of(), List.of(), Optional.empty());

    /** The outcome of an email, and whether it was recorded as completely sent. */
    private static String handed(Map<String, String> answers) throws IOException {
        List<String> told = new ArrayList<>();
        try (Stubborn server = new Stubborn(answers)) {
            MailTransport mailTransport = transport(server.socket.getLocalPort(), MailSettings.Security.NONE);
            try (MailTransport.SmtpSession smtpSession = mailTransport.open()) {
                smtpSession.hand(MAIL, () -> told.add("given"));
                told.add("taken");
            } catch (MailFailure e) {
                told.add(e.kind().name());
            }
        }
        return String.join(", ", told);
    }

    @Test
    void acceptedEmailIsSent() throws Exception {
        assertThat(handed(Map.of())).isEqualTo("given, taken");
    }

    @Test
    void permanentRejectionIsNotRetried() throws Exception {
        assertThat(handed(Map.of("RCPT", "550 missing of that name"))).isEqualTo("REFUSED");
        assertThat(handed(Map.of("end", "554 looks like something we do not want")))
                .isEqualTo("given, REFUSED");
    }

    @Test
    void temporaryRejectionIsRetried() throws Exception {
        assertThat(handed(Map.of("hello", "421 too many are here"))).isEqualTo("LATER");
        assertThat(handed(Map.of("MAIL", "451 not now"))).isEqualTo("LATER");
        assertThat(handed(Map.of("RCPT", "450 not now"))).isEqualTo("LATER");
        assertThat(handed(Map.of("end", "452 no room"))).isEqualTo("given, LATER");
        assertThat(handed(Map.of("MAIL", ""))).isEqualTo("LATER");
    }

    @Test
    void missingResponseIsUnconfirmed() throws Exception {
        assertThat(handed(Map.of("end", ""))).isEqualTo("given, UNSURE");
    }

    @Test
    void doesNotSendWhatCannotBeRecorded() throws Exception {
        try (Stubborn server = new Stubborn(Map.of());
                MailTransport.SmtpSession smtpSession = transport(
                                server.socket.getLocalPort(), MailSettings.Security.NONE)
                        .open()) {
            assertThatThrownBy(() -> smtpSession.hand(MAIL, () -> {
                        throw new IllegalStateException("The disk is full.");
                    }))
                    .isInstanceOfSatisfying(
                            MailFailure.class, e -> assertThat(e.kind()).isEqualTo(MailFailure.Kind.LATER));
            assertThat(smtpSession.isOpen()).isFalse();
        }
    }

    @Test
    void requiresTlsWhereConfigured() throws Exception {
        try (Stubborn server = new Stubborn(Map.of())) {
            MailTransport mailTransport = transport(server.socket.getLocalPort(), MailSettings.Security.STARTTLS);
            assertThatThrownBy(mailTransport::open)
                    .isInstanceOfSatisfying(
                            MailFailure.class, e -> assertThat(e.getMessage()).contains("STARTTLS"));
            assertThat(server.heard).noneMatch(line -> line.startsWith("MAIL") || line.startsWith("AUTH"));
        }
        assertThatThrownBy(() -> new MailSettings(
                        "mail.example", 0, MailSettings.Security.NONE, "", "", "a@b", Optional.empty(), List.of()))
                .hasMessageContaining("must be tls or starttls");
    }

    @Test
    void addressIsOneNameAtOneDomain() {
        for (String address : List.of("tam@ferries.example", "a+b@x.y", "o'n@x.example")) {
            assertThat(MailAddress.read(address)).contains(address);
        }
        assertThat(MailAddress.read("tam@fähren.example")).contains("tam@xn--fhren-gra.example");
        for (String address : List.of(
                "",
                "tam",
                "a@b@c",
                "a b@c.example",
                "a@b.example, c@d.example",
                "a@b\r\nBcc: c@d",
                "<a@b.c>",
                "å@x.example")) {
            assertThat(MailAddress.read(address)).describedAs(address).isEmpty();
        }
    }
}
