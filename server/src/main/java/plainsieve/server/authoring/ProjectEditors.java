package plainsieve.server.authoring;

import org.springframework.stereotype.Component;

/** All services that edit a project. */
@Component
record ProjectEditors(
        SourceEdits sources,
        QueryEdits queries,
        ParameterEdits parameters,
        ReportEdits reports,
        DataTransferEdits transferPolicies,
        StageEdits stages) {}
