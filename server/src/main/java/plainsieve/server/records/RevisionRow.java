package plainsieve.server.records;

import java.time.Instant;

/**
 * A revision as lists show it.
 *
 * @param who empty when it was found so
 * @param things how many differ from the one before
 */
public record RevisionRow(String projectId, int number, Instant at, String who, String why, int things) {}
