package plainsieve.server.records.definitions;

/** Whether keys may be transferred from one source to another in a project. */
public record TransferPolicyRow(String projectId, String fromSource, String toSource, boolean allowed) {}
