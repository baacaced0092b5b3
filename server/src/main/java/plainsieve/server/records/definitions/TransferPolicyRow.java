package plainsieve.server.records.definitions;

/** Whether values may transfer_policy from one source to another in a project, as it is kept. */
public record TransferPolicyRow(String projectId, String fromSource, String toSource, boolean allowed) {}
