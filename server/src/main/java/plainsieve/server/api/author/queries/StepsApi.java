package plainsieve.server.api.author.queries;

import jakarta.validation.Valid;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.core.sentence.MarkOption;
import plainsieve.core.steps.assist.AvailableRows;
import plainsieve.core.steps.assist.StepCompletions;
import plainsieve.core.steps.assist.StepOptions;
import plainsieve.core.steps.compile.StepsAnalysis;
import plainsieve.core.steps.parse.StepMark;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.files.forms.ChoiceForm;
import plainsieve.server.body.SentenceBodies;
import plainsieve.server.definitions.model.AnalysisLimit;
import plainsieve.server.definitions.model.Query;
import plainsieve.server.definitions.model.Stage;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.editing.assist.StepValues;
import plainsieve.server.http.context.RequiredRole;
import plainsieve.server.http.context.Staged;
import plainsieve.server.people.Caller;
import plainsieve.server.people.Role;
import plainsieve.server.results.runs.RequestedChoices;
import plainsieve.server.sources.SourceFacts;

/** Analysis, options and completions of steps. Saves nothing. */
@RestController
@RequestMapping("/api/v1/projects/{project}/queries/{id}/steps")
@RequiredRole(Role.AUTHOR)
class StepsApi {
    private final SourceFacts facts;
    private final StepValues values;
    private final AnalysisLimit analysis;

    StepsApi(SourceFacts facts, StepValues values, AnalysisLimit analysis) {
        this.analysis = analysis;
        this.facts = facts;
        this.values = values;
    }

    /** Analyzes steps: canonical text, marks, columns after each, and the compiled statement. */
    @PostMapping("/analysis")
    StepsBodies.StepsBody analyzeSteps(
            Project project, Caller caller, @PathVariable String id, @Valid @RequestBody StepsBodies.StepsText body) {
        String source = project.query(id).sourceId();
        return analysis.run(caller, () -> {
            StepsAnalysis analysis = project.steps(source, body.text());
            return StepsBodies.StepsBody.of(analysis, FederationBody.of(project, source, body.text(), analysis));
        });
    }

    /** The options of a mark; values are read from the rows at that step. */
    @PostMapping("/options")
    List<SentenceBodies.OptionBody> listStepOptions(
            @Staged(Stage.DRAFT) Project project,
            Caller caller,
            @PathVariable String id,
            @Valid @RequestBody StepsBodies.StepOptionsRequest body) {
        Query query = project.query(id);
        StepsAnalysis analysis = this.analysis.run(caller, () -> project.steps(query.sourceId(), body.text()));
        StepOptions offers = new StepOptions(analysis, project.parameters().values(), rows(project, query));
        StepsAnalysis.AnalyzedStep step = step(analysis, body.step());
        if (body.mark().equals("+")) {
            return bodies(offers.more(body.step()));
        }
        int number = number(body.mark(), step.marks().size());
        List<MarkOption> all = new ArrayList<>();
        StepMark mark = step.marks().get(number);
        if (mark.kind() == StepMark.Kind.VALUE) {
            RequestedChoices requested = RequestedChoices.onTheBench(
                    caller, project.parameters().keySet(), ChoiceForm.texts(body.choices()));
            List<String> before = before(analysis, body.step());
            all.addAll(values.of(
                    project,
                    query,
                    requested,
                    new StepValues.ValuePosition(before, mark.about().get(0))));
        }
        all.addAll(offers.of(body.step(), number));
        return bodies(all);
    }

    private static List<String> before(StepsAnalysis analysis, int step) {
        return analysis.steps().subList(0, step).stream()
                .filter(StepsAnalysis.AnalyzedStep::on)
                .map(StepsAnalysis.AnalyzedStep::written)
                .toList();
    }

    private static List<SentenceBodies.OptionBody> bodies(List<MarkOption> offers) {
        return offers.stream().map(SentenceBodies.OptionBody::of).toList();
    }

    private static StepsAnalysis.AnalyzedStep step(StepsAnalysis analysis, int step) {
        return Optional.of(step)
                .filter(number -> number >= 0 && number < analysis.steps().size())
                .map(analysis.steps()::get)
                .orElseThrow(StepsApi::gone);
    }

    private static int number(String mark, int size) {
        if (!mark.matches("\\d{1,4}") || Integer.parseInt(mark) >= size) {
            throw gone();
        }
        return Integer.parseInt(mark);
    }

    private static ProblemException gone() {
        return new ProblemException(Problem.of(
                ProblemKind.UNKNOWN_ELEMENT, "The steps no longer have this word.", "Reload them: they were changed."));
    }

    private AvailableRows rows(Project project, Query query) {
        List<AvailableRows.NamedTable> tables = facts.described(query.sourceId()).stream()
                .map(table -> new AvailableRows.NamedTable(
                        table.name(), table.rows() < 0 ? "" : "about %,d rows".formatted(table.rows())))
                .toList();
        return new AvailableRows(project.schemaContext(query.sourceId()), project.dialect(query.sourceId()), tables);
    }

    /** Completions of a typed line. */
    @PostMapping("/completions")
    List<StepsBodies.Completion> listStepCompletions(
            @Staged(Stage.DRAFT) Project project,
            Caller caller,
            @PathVariable String id,
            @Valid @RequestBody StepsBodies.CompletionRequest body) {
        Query query = project.query(id);
        StepsAnalysis analysis = this.analysis.run(caller, () -> project.steps(query.sourceId(), body.text()));
        int behind = Math.min(Math.max(body.afterStep(), 0), analysis.steps().size());
        StepCompletions completions =
                new StepCompletions(analysis, project.parameters().values(), rows(project, query));
        StepCompletions.CompletionList found = completions.of(body.line(), behind);
        RequestedChoices requested =
                RequestedChoices.onTheBench(caller, project.parameters().keySet(), ChoiceForm.texts(body.choices()));
        StepValues.ValuePosition where = new StepValues.ValuePosition(before(analysis, behind), found.valuesOf());
        Stream<MarkOption> fitting = values.of(project, query, requested, where).stream()
                .filter(value -> value.label().toLowerCase(Locale.ROOT).startsWith(found.begun()));
        return Stream.concat(fitting, found.offers().stream())
                .map(option -> StepsBodies.Completion.of(option, found.from()))
                .toList();
    }
}
