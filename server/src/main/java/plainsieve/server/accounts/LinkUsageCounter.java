package plainsieve.server.accounts;

import java.time.Clock;
import org.springframework.stereotype.Service;
import plainsieve.server.records.SignedLinkRecords;

/** Counts that a report was opened by a link; later, so that no one waits for it, and no page fails with it. */
@Service
public class LinkUsageCounter {
    private final SignedLinkRecords records;
    private final BackgroundUpdates backgroundUpdates;
    private final Clock clock;

    LinkUsageCounter(SignedLinkRecords records, BackgroundUpdates backgroundUpdates, Clock clock) {
        this.records = records;
        this.backgroundUpdates = backgroundUpdates;
        this.clock = clock;
    }

    public void used(ReportLinks.ValidLink link) {
        String now = clock.instant().toString();
        link.row().ifPresent(row -> backgroundUpdates.run(() -> records.used(row.id(), now)));
    }
}
