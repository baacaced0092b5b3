package plainsieve.server.records.definitions;

import java.time.Instant;

/**
 * A version without its content.
 *
 * @param person empty for the initial state
 * @param changedObjects number of objects that differ from the previous version
 */
public record RevisionRow(String projectId, int number, Instant at, String person, String reason, int changedObjects) {}
