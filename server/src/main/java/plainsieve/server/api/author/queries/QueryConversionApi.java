package plainsieve.server.api.author.queries;

import jakarta.validation.Valid;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.core.steps.convert.SqlToSteps;
import plainsieve.files.forms.ChoiceForm;
import plainsieve.server.definitions.model.AnalysisLimit;
import plainsieve.server.definitions.model.Query;
import plainsieve.server.definitions.model.Stage;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.editing.refactoring.RowEquality;
import plainsieve.server.http.context.RequiredRole;
import plainsieve.server.http.context.Staged;
import plainsieve.server.people.Caller;
import plainsieve.server.people.Role;
import plainsieve.server.results.runs.RequestedChoices;
import plainsieve.server.results.runs.RunRequest;
import plainsieve.server.sources.SourceFacts;

/** Conversion of SQL to steps, and the comparison of two texts' rows. Saves nothing. */
@RestController
@RequestMapping("/api/v1/projects/{project}/queries/{id}")
@RequiredRole(Role.AUTHOR)
class QueryConversionApi {
    private final SourceFacts facts;
    private final RowEquality rowEquality;
    private final AnalysisLimit analysis;

    QueryConversionApi(SourceFacts facts, RowEquality rowEquality, AnalysisLimit analysis) {
        this.analysis = analysis;
        this.facts = facts;
        this.rowEquality = rowEquality;
    }

    /** Converts SQL to steps; rejected with the position of unsupported syntax. */
    @PostMapping("/steps/from-sql")
    StepsBodies.StepsText convertToSteps(
            Project project, Caller caller, @PathVariable String id, @Valid @RequestBody StepsBodies.StepsText body) {
        String source = project.query(id).sourceId();
        facts.waitUntilTold(source);
        return new StepsBodies.StepsText(analysis.run(
                caller, () -> SqlToSteps.asSteps(body.text(), project.dialect(source), project.schemaContext(source))));
    }

    /** Runs both to the last row. */
    @PostMapping("/row-comparison")
    StepsBodies.RowComparison compareRows(
            @Staged(Stage.DRAFT) Project project,
            Caller caller,
            @PathVariable String id,
            @Valid @RequestBody StepsBodies.TextPair body) {
        Query query = project.query(id);
        RequestedChoices requested =
                RequestedChoices.onTheBench(caller, project.parameters().keySet(), ChoiceForm.texts(body.choices()));
        return StepsBodies.RowComparison.of(rowEquality.of(
                project,
                requested,
                body.runId(),
                new RunRequest.Text(query, body.first()),
                new RunRequest.Text(query, body.second())));
    }
}
