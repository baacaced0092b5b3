package plainsieve.server.records.definitions;

import java.time.Instant;

/**
 * A revision as lists show it.
 *
 * @param person empty when it was found so
 * @param changedObjects how many differ from the one before
 */
public record RevisionRow(String projectId, int number, Instant at, String person, String reason, int changedObjects) {}
