package plainsieve.server.accounts;

import java.time.Clock;
import org.springframework.stereotype.Service;
import plainsieve.server.records.SignedLinkRecords;

/** Counts that a report was opened by a link; later, so that nobody waits for it, and no page fails with it. */
@Service
public class LinkUses {
    private final SignedLinkRecords records;
    private final Later later;
    private final Clock clock;

    LinkUses(SignedLinkRecords records, Later later, Clock clock) {
        this.records = records;
        this.later = later;
        this.clock = clock;
    }

    public void used(Links.Held link) {
        String now = clock.instant().toString();
        link.row().ifPresent(row -> later.run(() -> records.used(row.id(), now)));
    }
}
