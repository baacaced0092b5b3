package plainsieve.server.authoring;

import org.springframework.stereotype.Component;

/** What changes the parts of a project. */
@Component
record ProjectEditors(
        SourceEdits sources,
        QueryEdits queries,
        ParameterEdits parameters,
        ReportEdits reports,
        DataTransferEdits travels,
        StageEdits stages) {}
