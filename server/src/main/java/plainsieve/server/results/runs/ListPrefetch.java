package plainsieve.server.results.runs;

import org.springframework.stereotype.Component;
import plainsieve.server.sources.lists.ValueLists;
import plainsieve.server.sources.sent.SentLog;

/** Loads recently used lists before the first request. Sends no statements. */
@Component
public class ListPrefetch {
    private final SentLog sent;
    private final ValueLists lists;

    ListPrefetch(SentLog sent, ValueLists lists) {
        this.sent = sent;
        this.lists = lists;
    }

    public void prefetch() {
        sent.connect();
        lists.remember();
    }

    /** Whether the first request has arrived already. */
    public boolean isTooLate() {
        return sent.hasBegun();
    }
}
