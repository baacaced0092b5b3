package plainsieve.server.authoring;

import org.springframework.stereotype.Component;

/** What changes the parts of a project. */
@Component
record AllEdits(
        SourceEdits sources,
        QueryEdits queries,
        ParameterEdits parameters,
        ReportEdits reports,
        TravelEdits travels,
        StageEdits stages) {}
