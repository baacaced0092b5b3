package plainsieve.server.definitions.model;

/**
 * Whether keys of one source may be sent to another.
 *
 * @param from the ID of the source that provides the keys
 */
public record DataTransferPolicy(String from, String to, boolean allowed) {}
