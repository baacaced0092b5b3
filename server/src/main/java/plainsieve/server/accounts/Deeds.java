package plainsieve.server.accounts;

import java.time.Clock;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;
import plainsieve.server.records.DeedRecords;
import plainsieve.server.records.DeedRow;

/** The record of what people did: written once, never changed. */
@Service
public class Deeds {
    private static final int LONGEST = 500;

    private final DeedRecords records;
    private final Clock clock;

    Deeds(DeedRecords records, Clock clock) {
        this.records = records;
        this.clock = clock;
    }

    /**
     * Who does something.
     *
     * @param person their name
     * @param address where the request comes from
     */
    public record Doer(String person, String address) {}

    public void add(Doer doer, String what, String projectId, String about) {
        String cut = about.length() > LONGEST ? about.substring(0, LONGEST) + "…" : about;
        records.add(new DeedRow(0, clock.instant(), doer.person(), doer.address(), what, projectId, cut));
    }

    /** The last of a kind in a project that is about something. @param begins how what it is about begins */
    public Optional<DeedRow> last(String projectId, String what, String begins) {
        return records.last(projectId, what, begins);
    }

    /** The newest first. @param before only those that are older than this one */
    public List<DeedRow> latest(long before, String search, int most) {
        return records.latest(before, search, most);
    }
}
