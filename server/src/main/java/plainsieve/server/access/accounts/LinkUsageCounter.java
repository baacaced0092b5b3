package plainsieve.server.access.accounts;

import java.time.Clock;
import org.springframework.stereotype.Service;
import plainsieve.server.records.access.SignedLinkRecords;

/** Counts report openings by signed link, in the background. */
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
