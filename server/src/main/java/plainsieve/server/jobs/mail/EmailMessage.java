package plainsieve.server.jobs.mail;

import java.util.List;
import java.util.Optional;

/**
 * An email to one recipient.
 *
 * @param id the message ID, by which duplicates can be recognized
 * @param text the plain-text alternative
 * @param pictures referenced in the HTML by {@code cid:}
 * @param unsubscribe a URL that unsubscribes; empty for a single email
 */
public record EmailMessage(
        String id,
        String to,
        String subject,
        String html,
        String text,
        List<Picture> pictures,
        List<Attachment> attached,
        Optional<String> unsubscribe) {
    public EmailMessage {
        pictures = List.copyOf(pictures);
        attached = List.copyOf(attached);
    }

    /** A picture, PNG. */
    public record Picture(String cid, byte[] bytes) {}

    /** An attachment. */
    public record Attachment(String name, String mediaType, byte[] bytes) {}
}
