package plainsieve.server.project;

/**
 * Whether values that one source gave may be sent to another, to find there what belongs to them.
 *
 * @param from the id of the source that gave them
 */
public record DataTransferPolicy(String from, String to, boolean allowed) {}
