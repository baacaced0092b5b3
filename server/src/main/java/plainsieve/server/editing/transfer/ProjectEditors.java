package plainsieve.server.editing.transfer;

import org.springframework.stereotype.Component;
import plainsieve.server.definitions.edits.DataTransferEdits;
import plainsieve.server.definitions.edits.ParameterEdits;
import plainsieve.server.definitions.edits.QueryEdits;
import plainsieve.server.definitions.edits.ReportEdits;
import plainsieve.server.definitions.edits.StageEdits;
import plainsieve.server.sources.SourceEdits;

/** All services that edit a project. */
@Component
record ProjectEditors(
        SourceEdits sources,
        QueryEdits queries,
        ParameterEdits parameters,
        ReportEdits reports,
        DataTransferEdits transferPolicies,
        StageEdits stages) {}
