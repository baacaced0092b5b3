package plainsieve.server.access.accounts;

import java.time.Clock;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;
import plainsieve.server.records.access.AuditEntry;
import plainsieve.server.records.access.AuditRecords;

/** The append-only record of who changed what. */
@Service
public class AuditLog {
    private static final int LONGEST = 500;

    private final AuditRecords records;
    private final Clock clock;

    AuditLog(AuditRecords records, Clock clock) {
        this.records = records;
        this.clock = clock;
    }

    /**
     * The author of a change.
     *
     * @param person sign-in name
     * @param address the IP address of the request
     */
    public record Actor(String person, String address) {}

    public void add(Actor actor, String what, String projectId, String about) {
        String cut = about.length() > LONGEST ? about.substring(0, LONGEST) + "…" : about;
        records.add(new AuditEntry(0, clock.instant(), actor.person(), actor.address(), what, projectId, cut));
    }

    /** The last entry of a kind in a project on a subject. @param begins prefix of the subject */
    public Optional<AuditEntry> last(String projectId, String what, String begins) {
        return records.last(projectId, what, begins);
    }

    /** The newest first. @param before only older entries */
    public List<AuditEntry> latest(long before, String search, int most) {
        return records.latest(before, search, most);
    }
}
