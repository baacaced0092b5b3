package plainsieve.server.jobs.mail;

import jakarta.activation.DataHandler;
import jakarta.mail.BodyPart;
import jakarta.mail.MessagingException;
import jakarta.mail.Part;
import jakarta.mail.Session;
import jakarta.mail.internet.InternetAddress;
import jakarta.mail.internet.MimeBodyPart;
import jakarta.mail.internet.MimeMessage;
import jakarta.mail.internet.MimeMultipart;
import jakarta.mail.util.ByteArrayDataSource;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.Date;
import plainsieve.core.value.SingleLine;

/** Writes an email in MIME format (RFC 5322). Reports when the last byte was written, before the server can have accepted it. */
final class MimeWriter extends MimeMessage {
    private static final String PERSON = "Plain Sieve";

    private final EmailMessage email;
    private final Runnable allGiven;

    MimeWriter(Session session, EmailMessage email, String from, Instant now, Runnable allGiven)
            throws MessagingException {
        super(session);
        this.email = email;
        this.allGiven = allGiven;
        try {
            setFrom(new InternetAddress(from, PERSON, StandardCharsets.UTF_8.name()));
        } catch (IOException e) {
            throw new MessagingException("Every Java has UTF-8", e);
        }
        setRecipient(RecipientType.TO, new InternetAddress(email.to(), true));
        setSubject(SingleLine.flattened(email.subject()), StandardCharsets.UTF_8.name());
        setSentDate(Date.from(now));
        // Programs that answer by themselves leave it alone (RFC 3834).
        setHeader("Auto-Submitted", "auto-generated");
        if (email.unsubscribe().isPresent()) {
            setHeader("List-Unsubscribe", "<" + email.unsubscribe().get() + ">");
            setHeader("List-Unsubscribe-Post", "List-Unsubscribe=One-Click");
        }
        setContent(content());
        saveChanges();
    }

    private MimeMultipart content() throws MessagingException {
        MimeMultipart read = new MimeMultipart("alternative");
        MimeBodyPart plain = new MimeBodyPart();
        plain.setText(email.text(), StandardCharsets.UTF_8.name());
        read.addBodyPart(plain);
        MimeMultipart drawn = new MimeMultipart("related");
        MimeBodyPart html = new MimeBodyPart();
        html.setText(email.html(), StandardCharsets.UTF_8.name(), "html");
        drawn.addBodyPart(html);
        for (EmailMessage.Picture picture : email.pictures()) {
            MimeBodyPart part = bytes(picture.bytes(), "image/png");
            part.setContentID("<" + picture.cid() + ">");
            part.setDisposition(Part.INLINE);
            part.setFileName(picture.cid().replaceFirst("@.*", "") + ".png");
            drawn.addBodyPart(part);
        }
        read.addBodyPart(holding(drawn));
        MimeMultipart all = new MimeMultipart("mixed");
        all.addBodyPart(holding(read));
        for (EmailMessage.Attachment file : email.attached()) {
            MimeBodyPart part = bytes(file.bytes(), file.mediaType());
            part.setDisposition(Part.ATTACHMENT);
            part.setFileName(file.name());
            all.addBodyPart(part);
        }
        return all;
    }

    private static BodyPart holding(MimeMultipart inner) throws MessagingException {
        MimeBodyPart part = new MimeBodyPart();
        part.setContent(inner);
        return part;
    }

    private static MimeBodyPart bytes(byte[] bytes, String mediaType) throws MessagingException {
        MimeBodyPart part = new MimeBodyPart();
        part.setDataHandler(new DataHandler(new ByteArrayDataSource(bytes, mediaType)));
        return part;
    }

    @Override
    protected void updateMessageID() throws MessagingException {
        setHeader("Message-ID", "<" + email.id() + ">");
    }

    /* The end-of-data mark is sent afterwards: until then the server has not accepted it. */
    @Override
    public void writeTo(OutputStream out, String[] ignored) throws IOException, MessagingException {
        super.writeTo(out, ignored);
        out.flush();
        try {
            allGiven.run();
        } catch (RuntimeException e) {
            // Like any other I/O error: the connection is closed, and the data is not accepted.
            throw new IOException(e.getMessage(), e);
        }
    }
}
