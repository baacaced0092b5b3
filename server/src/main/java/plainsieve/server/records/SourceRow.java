package plainsieve.server.records;

/** A source as it is kept; the password is encrypted. */
public record SourceRow(
        String id,
        String kind,
        String host,
        int port,
        String databaseName,
        String username,
        String password,
        int position) {}
