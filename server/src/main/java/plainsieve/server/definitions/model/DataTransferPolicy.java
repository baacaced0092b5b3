package plainsieve.server.definitions.model;

/**
 * Whether values of one source may be sent to another.
 *
 * @param from the id of the source that gave them
 */
public record DataTransferPolicy(String from, String to, boolean allowed) {}
