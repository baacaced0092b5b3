package plainsieve.server.jobs.mail;

import jakarta.mail.MessagingException;
import jakarta.mail.Session;
import jakarta.mail.Transport;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.security.KeyStore;
import java.security.cert.Certificate;
import java.security.cert.CertificateFactory;
import java.time.Clock;
import java.util.Locale;
import java.util.Optional;
import java.util.Properties;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import javax.net.ssl.SSLContext;
import javax.net.ssl.TrustManagerFactory;
import org.springframework.stereotype.Service;
import plainsieve.server.people.MailAddress;
import plainsieve.server.runtime.settings.MailSettings;

/** Sends emails by SMTP (RFC 5321), over TLS except on loopback. */
@Service
public class MailTransport {
    private static final String CONNECT_MILLIS = "10000";
    private static final String ANSWER_MILLIS = "60000";
    private static final Pattern CODE = Pattern.compile("(?s)^\\s*([45])\\d\\d[ -].*");

    private final MailSettings settings;
    private final Clock clock;

    MailTransport(MailSettings settings, Clock clock) {
        this.settings = settings;
        this.clock = clock;
    }

    /** Whether a mail server is configured. */
    public boolean isSetUp() {
        return settings.isSetUp();
    }

    /** Whether the operator permits emails to this address. */
    public boolean mayGoTo(String address) {
        String domain = MailAddress.domain(address).toLowerCase(Locale.ROOT);
        return settings.domains().isEmpty() || settings.domains().contains(domain);
    }

    /** A way to the server that is open for several mails. */
    public final class SmtpSession implements AutoCloseable {
        private final Session session;
        private final Transport transport;

        private SmtpSession(Session session, Transport transport) {
            this.session = session;
            this.transport = transport;
        }

        /**
         * Sends an email. Returns when the server has accepted it.
         *
         * @param allGiven called after all data and before the end-of-data mark, that is, before the server can accept it; if it
         *     throws, the email is not sent
         * @throws MailFailure if it was not accepted
         */
        public void hand(EmailMessage email, Runnable allGiven) {
            AtomicBoolean given = new AtomicBoolean();
            try {
                MimeWriter text = new MimeWriter(session, email, settings.from(), clock.instant(), () -> {
                    allGiven.run();
                    given.set(true);
                });
                transport.sendMessage(text, text.getAllRecipients());
            } catch (MessagingException e) {
                throw failure(e, given.get());
            }
        }

        /** Whether more can be handed over by it. */
        public boolean isOpen() {
            return transport.isConnected();
        }

        @Override
        public void close() {
            try {
                transport.close();
            } catch (MessagingException e) {
                // The email has been accepted; nothing else matters.
            }
        }
    }

    /** Opens a connection. Throws {@link MailFailure} if that fails. */
    public SmtpSession open() {
        if (!settings.isSetUp()) {
            throw new MailFailure(
                    MailFailure.Kind.LATER, "No mail server is configured: set plainsieve.mail.host.", null);
        }
        try {
            Session session = Session.getInstance(properties());
            Transport transport = session.getTransport("smtp");
            if (settings.user().isEmpty()) {
                transport.connect();
            } else {
                transport.connect(settings.user(), settings.password());
            }
            return new SmtpSession(session, transport);
        } catch (MessagingException e) {
            throw new MailFailure(
                    MailFailure.Kind.LATER,
                    "The mail server %s:%d cannot be reached: %s"
                            .formatted(settings.host(), settings.portOrUsual(), describe(e)),
                    e);
        }
    }

    private Properties properties() {
        Properties properties = new Properties();
        properties.setProperty("mail.smtp.host", settings.host());
        properties.setProperty("mail.smtp.port", Integer.toString(settings.portOrUsual()));
        properties.setProperty(
                "mail.smtp.auth", Boolean.toString(!settings.user().isEmpty()));
        properties.setProperty("mail.smtp.connectiontimeout", CONNECT_MILLIS);
        properties.setProperty("mail.smtp.timeout", ANSWER_MILLIS);
        properties.setProperty("mail.smtp.writetimeout", ANSWER_MILLIS);
        properties.setProperty("mail.smtp.ssl.checkserveridentity", "true");
        properties.setProperty("mail.mime.charset", "UTF-8");
        switch (settings.security()) {
            case TLS -> properties.setProperty("mail.smtp.ssl.enable", "true");
            case STARTTLS -> {
                properties.setProperty("mail.smtp.starttls.enable", "true");
                properties.setProperty("mail.smtp.starttls.required", "true");
            }
            case NONE -> {}
        }
        settings.authority().ifPresent(file -> properties.put("mail.smtp.ssl.socketFactory", known(file)));
        return properties;
    }

    private static Object known(Path file) {
        try (InputStream in = Files.newInputStream(file)) {
            KeyStore store = KeyStore.getInstance(KeyStore.getDefaultType());
            store.load(null, null);
            int number = 0;
            for (Certificate one : CertificateFactory.getInstance("X.509").generateCertificates(in)) {
                store.setCertificateEntry("authority-" + number++, one);
            }
            TrustManagerFactory trust = TrustManagerFactory.getInstance(TrustManagerFactory.getDefaultAlgorithm());
            trust.init(store);
            SSLContext context = SSLContext.getInstance("TLS");
            context.init(null, trust.getTrustManagers(), null);
            return context.getSocketFactory();
        } catch (IOException | GeneralSecurityException e) {
            throw new MailFailure(
                    MailFailure.Kind.LATER,
                    "The certificate in plainsieve.mail.authority cannot be read: " + e.getMessage(),
                    e);
        }
    }

    /** @param given whether all data was sent, so that it may have been accepted */
    private static MailFailure failure(MessagingException e, boolean given) {
        Optional<Character> code = code(e);
        if (code.isEmpty()) {
            return given
                    ? new MailFailure(
                            MailFailure.Kind.UNSURE,
                            "The mail server disconnected before confirming: delivery is unconfirmed.",
                            e)
                    : new MailFailure(MailFailure.Kind.LATER, "The mail server disconnected: " + describe(e), e);
        }
        return code.get() == '5'
                ? new MailFailure(MailFailure.Kind.REFUSED, "The mail server rejected it: " + describe(e), e)
                : new MailFailure(MailFailure.Kind.LATER, "The mail server rejected it temporarily: " + describe(e), e);
    }

    /** The first digit of the server's response: 4 for temporary, 5 for permanent; empty without one. */
    private static Optional<Character> code(MessagingException failure) {
        Exception now = failure;
        while (now != null) {
            Matcher matcher = CODE.matcher(Optional.ofNullable(now.getMessage()).orElse(""));
            if (matcher.matches()) {
                return Optional.of(matcher.group(1).charAt(0));
            }
            now = now instanceof MessagingException messaging ? messaging.getNextException() : null;
        }
        return Optional.empty();
    }

    private static String describe(MessagingException failure) {
        Exception last = failure;
        while (last instanceof MessagingException messaging && messaging.getNextException() != null) {
            last = messaging.getNextException();
        }
        String message = last.getMessage() == null ? failure.getMessage() : last.getMessage();
        return message == null ? "no reason given." : message.strip().replaceAll("\\s+", " ");
    }
}
