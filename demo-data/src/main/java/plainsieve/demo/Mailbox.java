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
 * A mailbox for everyone, on loopback: it accepts all mail (SMTP), keeps it in memory, forwards nothing, and
 * shows what came on its own page.
 *
 * <pre>
 * GET /mails            what came, the newest first
 * GET /mails/3          the third: its HTML, its text, what is attached
 * GET /mails/3/html     its HTML alone, with its pictures
 * GET /mails/3/file/1   the first file that came with it
 * GET /mails/3/source   as it came
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
     * Starts it.
     *
     * @param smtp the port where it takes mail; 0 for any that is free
     * @param http the port of its page; 0 for any that is free
     */
    public static Mailbox start(int smtp, int http) throws IOException {
        return start(smtp, http, ServerSetup.PROTOCOL_SMTP);
    }

    /** One whose way is private from the first byte on (TLS), with the certificate that its Java process is reported. */
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

    /** Everything that came, the oldest first. */
    public List<MimeMessage> mails() {
        return Arrays.asList(mail.getReceivedMessages());
    }

    /** From now on it asks for this user and password. */
    public void ask(String user, String password) throws UserException {
        mail.getUserManager().createUser(user, user, password);
        mail.getUserManager().setAuthRequired(true);
    }

    /** It has too much to do for so many mails to an address, and says so when it has got them. */
    public void tire(String address, int mails) {
        AtomicInteger left = new AtomicInteger(mails);
        mail.getUserManager().setMessageDeliveryHandler((message, to) -> {
            if (to.getEmail().equalsIgnoreCase(address) && left.getAndDecrement() > 0) {
                throw new MessagingException("Too many mails at once");
            }
            GreenMailUser user = mail.getUserManager().getUserByEmail(to.getEmail());
            return user == null ? mail.getUserManager().createUser(to.getEmail(), to.getEmail(), to.getEmail()) : user;
        });
    }

    /** Is not there for a while; what came is lost. It must have been started on its own port. */
    public void leave() {
        mail.stop();
    }

    public void comeBack() {
        mail.start();
    }

    /** Throws away what came. */
    public void empty() {
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
