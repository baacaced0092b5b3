package plainsieve.server.people;

import java.util.Set;

/**
 * Whom somebody is known as.
 *
 * @param id of the person, or of the browser where there are no accounts: those who wait for a source take turns by it
 * @param known whether it is a person with an account
 * @param member whether the person has a role in the project; others see only what is for everyone signed in
 * @param groups the ids of the person's groups
 */
public record Viewer(String id, boolean known, boolean member, Set<String> groups) {
    public Viewer {
        groups = Set.copyOf(groups);
    }

    /** A browser where there are no accounts: it may see whatever there is. */
    public static Viewer browser(String id) {
        return new Viewer(id, false, true, Set.of());
    }
}
