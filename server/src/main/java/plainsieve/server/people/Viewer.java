package plainsieve.server.people;

import java.util.Set;

/**
 * Whom someone is known as.
 *
 * @param id of the person, or of the browser where there are no accounts: those who wait for a source take turns by it
 * @param name what the person signs in with; empty when no one asks by name
 * @param known whether it is a person with an account
 * @param member whether the person has a role in the project; others see only what is for everyone signed in
 * @param groups the ids of the person's groups
 * @param onlyReport the one report that someone with a link sees; empty for all that belong to them
 */
public record Viewer(String id, String name, boolean known, boolean member, Set<String> groups, String onlyReport) {
    public Viewer {
        groups = Set.copyOf(groups);
    }

    /** Anyone who has a link to a report. @param id of the link */
    public static Viewer byLink(String id, String reportId) {
        return new Viewer(id, "", true, false, Set.of(), reportId);
    }

    /** Whether no one is known but a link. */
    public boolean isByLink() {
        return !onlyReport.isEmpty();
    }

    /** A browser without accounts, which may see everything. @param name its display name */
    public static Viewer browser(String id, String name) {
        return new Viewer(id, name, false, true, Set.of(), "");
    }
}
