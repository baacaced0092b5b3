package plainsieve.server.records.definitions;

import java.util.Arrays;

/**
 * A source as it is kept.
 *
 * @param settings JSON with its format number; without the password
 * @param password encrypted
 * @param projects the ids of those that may ask it, with a space between them; empty when all may
 */
public record SourceRow(String id, String kind, String settings, String password, int position, String projects) {
    /** Whether a project may ask it. */
    public boolean isFor(String projectId) {
        return projects.isEmpty() || Arrays.asList(projects.split(" ")).contains(projectId);
    }
}
