package plainsieve.server.records.definitions;

import java.util.Arrays;

/**
 * A stored source.
 *
 * @param settings JSON with its format number; without the password
 * @param password encrypted
 * @param projects the IDs of projects it is assigned to, separated by spaces; empty for all
 */
public record SourceRow(String id, String kind, String settings, String password, int position, String projects) {
    /** Whether it is assigned to a project. */
    public boolean isFor(String projectId) {
        return projects.isEmpty() || Arrays.asList(projects.split(" ")).contains(projectId);
    }
}
