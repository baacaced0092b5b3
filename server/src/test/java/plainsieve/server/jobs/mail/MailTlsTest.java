package plainsieve.server.jobs.mail;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import plainsieve.demo.Mailbox;
import plainsieve.server.runtime.settings.MailSettings;

/** Mail uses TLS with a trusted certificate and a password, or is not sent. */
class MailTlsTest {
    private static final String SECRET = "changeit";
    private static final String STORE = "greenmail.tls.keystore.file";

    @TempDir
    private static Path folder;

    private static Mailbox mailbox;

    @BeforeAll
    static void start() throws Exception {
        Path store = folder.resolve("mailbox.p12");
        keytool(
                "-genkeypair",
                "-alias",
                "mailbox",
                "-keyalg",
                "RSA",
                "-dname",
                "CN=mailbox",
                "-ext",
                "san=ip:127.0.0.1",
                "-storetype",
                "PKCS12",
                "-keystore",
                store.toString(),
                "-storepass",
                SECRET);
        keytool(
                "-exportcert",
                "-rfc",
                "-alias",
                "mailbox",
                "-keystore",
                store.toString(),
                "-storepass",
                SECRET,
                "-file",
                folder.resolve("mailbox.pem").toString());
        System.setProperty(STORE, store.toString());
        mailbox = Mailbox.startTls(0, 0);
        mailbox.requireLogin("sieve", "through");
    }

    @AfterAll
    static void stop() {
        mailbox.close();
        System.clearProperty(STORE);
    }

    private static void keytool(String... arguments) throws IOException, InterruptedException {
        List<String> command = new ArrayList<>(List.of(
                Path.of(System.getProperty("java.home"), "bin", "keytool").toString()));
        command.addAll(List.of(arguments));
        assertThat(new ProcessBuilder(command).inheritIO().start().waitFor()).isZero();
    }

    private static MailTransport transport(String password, Optional<Path> authority) {
        return new MailTransport(
                new MailSettings(
                        "127.0.0.1",
                        mailbox.smtpPort(),
                        MailSettings.Security.TLS,
                        "sieve",
                        password,
                        "reports@ferries.example",
                        authority,
                        List.of()),
                Clock.systemUTC());
    }

    private static void hand(MailTransport mailTransport) {
        try (MailTransport.SmtpSession smtpSession = mailTransport.open()) {
            smtpSession.hand(
                    new EmailMessage(
                            "1@here",
                            "tam@ferries.example",
                            "Sieve",
                            "<p>a</p>",
                            "a",
                            List.of(),
                            List.of(),
                            Optional.empty()),
                    () -> {});
        }
    }

    @Test
    void connectsToATrustedCertificate() {
        mailbox.clear();
        hand(transport("through", Optional.of(folder.resolve("mailbox.pem"))));
        assertThat(mailbox.mails()).hasSize(1);
    }

    @Test
    void rejectsOtherCertificatesAndPasswords() {
        mailbox.clear();
        assertThatThrownBy(() -> hand(transport("through", Optional.empty())))
                .isInstanceOf(MailFailure.class)
                .hasMessageContaining("cannot be reached");
        assertThatThrownBy(() -> hand(transport("guessed", Optional.of(folder.resolve("mailbox.pem")))))
                .isInstanceOf(MailFailure.class)
                .hasMessageNotContaining("guessed");
        assertThatThrownBy(() -> hand(transport("through", Optional.of(folder.resolve("missing.pem")))))
                .hasMessageContaining("plainsieve.mail.authority");
        assertThat(mailbox.mails()).isEmpty();
    }
}
