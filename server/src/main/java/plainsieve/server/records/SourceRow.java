package plainsieve.server.records;

/**
 * A source as it is kept.
 *
 * @param settings JSON with its format number; without the password
 * @param password encrypted
 */
public record SourceRow(String id, String kind, String settings, String password, int position) {}
