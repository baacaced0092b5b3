package plainsieve.server.records.definitions;

import org.springframework.stereotype.Component;

/** The tables whose rows make a project. */
@Component
public record ProjectTables(
        ProjectRecords projects,
        SourceRecords sources,
        DefinitionRecords definitions,
        TransferPolicyRecords transferPolicies) {}
