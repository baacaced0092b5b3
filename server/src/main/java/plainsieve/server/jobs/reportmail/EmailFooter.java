package plainsieve.server.jobs.reportmail;

import java.util.List;
import java.util.Optional;

/**
 * The footer of an email.
 *
 * @param link to the report with the same choices
 * @param notes on attachments
 * @param reason why it was sent: "Plain Sieve sends you “Crossings of the month” at 06:30 every weekday"
 * @param unsubscribe a URL that unsubscribes; empty for a single email
 */
public record EmailFooter(String link, List<String> notes, String reason, Optional<String> unsubscribe) {
    public EmailFooter {
        notes = List.copyOf(notes);
    }
}
