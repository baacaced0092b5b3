package plainsieve.server.jobs.mail;

import java.util.List;
import java.util.Optional;

/**
 * An email to one recipient.
 *
 * @param id of it among all, by which anyone who gets it twice knows that it is one
 * @param text the same as the HTML, for those who read plain text
 * @param pictures that are in the HTML, by {@code cid:}
 * @param unsubscribe an address that lets no more of it come; nothing where it is not one of several
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

    /** A file that goes with it. */
    public record Attachment(String name, String mediaType, byte[] bytes) {}
}
