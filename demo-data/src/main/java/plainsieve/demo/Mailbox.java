package plainsieve.demo;

import com.icegreen.greenmail.store.FolderException;
import com.icegreen.greenmail.user.GreenMailUser;
import com.icegreen.greenmail.user.UserException;
import com.icegreen.greenmail.util.GreenMail;
import com.icegreen.greenmail.util.ServerSetup;
import com.sun.net.httpserver.HttpExchange;
import jakarta.mail.MessagingException;
import jakarta.mail.internet.MimeMessage;
import java.io.IOException;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicInteger;

/**
 * A mail server on loopback for all addresses: it accepts all mail (SMTP), keeps it in memory, forwards nothing, and
 * shows it on a web page.
 *
 * <pre>
 * GET /mails            all emails, newest first
 * GET /mails/3          the third: HTML, text, attachments
 * GET /mails/3/html     the HTML alone, with its images
 * GET /mails/3/file/1   the first attachment
 * GET /mails/3/source   the source
 * </pre>
 */
public final class Mailbox implements AutoCloseable {
    private static final String BASE = "/mails";
    private static final String LOOPBACK = "127.0.0.1";

    private final GreenMail mail;
    private final LoopbackServer pages;
    private final MailboxPages shown = new MailboxPages(BASE);

    private Mailbox(GreenMail mail, LoopbackServer pages) {
        this.mail = mail;
        this.pages = pages;
    }

    /**
     * Starts the server.
     *
     * @param smtp the SMTP port; 0 for any free port
     * @param http the port of its page; 0 for any free port
     */
    public static Mailbox start(int smtp, int http) throws IOException {
        return start(smtp, http, ServerSetup.PROTOCOL_SMTP);
    }

    /** With implicit TLS and the certificate configured for this Java process. */
    public static Mailbox startTls(int smtp, int http) throws IOException {
        return start(smtp, http, ServerSetup.PROTOCOL_SMTPS);
    }

    private static Mailbox start(int smtp, int http, String protocol) throws IOException {
        GreenMail mail = new GreenMail(new ServerSetup(smtp, LOOPBACK, protocol));
        try {
            mail.start();
        } catch (IllegalStateException e) {
            throw new IOException(e.getMessage(), e);
        }
        Mailbox mailbox = new Mailbox(mail, LoopbackServer.start(http, "Mailbox of Hethra Sound", BASE));
        mailbox.pages.answer(BASE, mailbox::answer);
        return mailbox;
    }

    /** Where mail is handed to it. */
    public int smtpPort() {
        return mail.getSmtp() == null
                ? mail.getSmtps().getPort()
                : mail.getSmtp().getPort();
    }

    /** Its page. */
    public String address() {
        return pages.address(BASE);
    }

    /** All received emails, oldest first. */
    public List<MimeMessage> mails() {
        return Arrays.asList(mail.getReceivedMessages());
    }

    /** Requires this user and password from now on. */
    public void requireLogin(String user, String password) throws UserException {
        mail.getUserManager().createUser(user, user, password);
        mail.getUserManager().setAuthRequired(true);
    }

    /** Rejects a number of emails to an address as temporarily overloaded, after receiving them. */
    public void overload(String address, int mails) {
        AtomicInteger left = new AtomicInteger(mails);
        mail.getUserManager().setMessageDeliveryHandler((message, to) -> {
            if (to.getEmail().equalsIgnoreCase(address) && left.getAndDecrement() > 0) {
                throw new MessagingException("Too many mails at once");
            }
            GreenMailUser user = mail.getUserManager().getUserByEmail(to.getEmail());
            return user == null ? mail.getUserManager().createUser(to.getEmail(), to.getEmail(), to.getEmail()) : user;
        });
    }

    /** Stops for a while and loses all emails. Requires a fixed port. */
    public void stop() {
        mail.stop();
    }

    public void restart() {
        mail.start();
    }

    /** Deletes all emails. */
    public void clear() {
        try {
            mail.purgeEmailFromAllMailboxes();
        } catch (FolderException e) {
            throw new IllegalStateException("A mailbox in memory can always be emptied", e);
        }
    }

    private void answer(HttpExchange exchange) throws IOException {
        try {
            Optional<MailboxPages.Page> page =
                    shown.page(exchange.getRequestURI().getPath(), mails());
            if (page.isEmpty()) {
                pages.send(exchange, LoopbackServer.NOT_FOUND, "text/plain", "There is nothing here.");
            } else {
                pages.send(exchange, page.get());
            }
        } catch (MessagingException e) {
            pages.send(
                    exchange, LoopbackServer.UNAVAILABLE, "text/plain", "This mail cannot be shown: " + e.getMessage());
        }
    }

    @Override
    public void close() {
        mail.stop();
        pages.close();
    }
}
