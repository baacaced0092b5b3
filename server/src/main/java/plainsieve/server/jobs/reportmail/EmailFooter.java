package plainsieve.server.jobs.reportmail;

import java.util.List;
import java.util.Optional;

/**
 * The footer of an email.
 *
 * @param link where the report opens with the same choices
 * @param notes of what is attached, or could not be
 * @param reason it came: "Plain Sieve sends you “Crossings of the month” at 06:30 every weekday"
 * @param unsubscribe an address that lets no more of it come; nothing where it is not one of several
 */
public record EmailFooter(String link, List<String> notes, String reason, Optional<String> unsubscribe) {
    public EmailFooter {
        notes = List.copyOf(notes);
    }
}
