package plainsieve.server.people;

import java.util.Set;

/**
 * The identity of a viewer.
 *
 * @param id of the user, or of the browser without accounts; key of fair queueing
 * @param name sign-in name; empty for anonymous callers
 * @param known whether it is a user account
 * @param member whether the user has a role in the project; others see public reports only
 * @param groups the IDs of the user's groups
 * @param onlyReport the only report that a link gives access to; empty for all permitted ones
 */
public record Viewer(String id, String name, boolean known, boolean member, Set<String> groups, String onlyReport) {
    public Viewer {
        groups = Set.copyOf(groups);
    }

    /** Anyone who has a link to a report. @param id of the link */
    public static Viewer byLink(String id, String reportId) {
        return new Viewer(id, "", true, false, Set.of(), reportId);
    }

    /** Whether the caller is identified by a link only. */
    public boolean isByLink() {
        return !onlyReport.isEmpty();
    }

    /** A browser without accounts, which may see everything. @param name its display name */
    public static Viewer browser(String id, String name) {
        return new Viewer(id, name, false, true, Set.of(), "");
    }
}
