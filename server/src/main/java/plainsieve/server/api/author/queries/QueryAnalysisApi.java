package plainsieve.server.api.author.queries;

import jakarta.validation.Valid;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.core.catalog.ColumnFacts;
import plainsieve.core.notice.Notice;
import plainsieve.core.notice.Notices;
import plainsieve.core.notice.UnknownNames;
import plainsieve.core.notice.UnreadableCells;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.rewrite.PreparedParts;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.steps.compile.StepsAnalysis;
import plainsieve.core.steps.parse.StepLines;
import plainsieve.core.steps.parse.StepReferences;
import plainsieve.core.value.NearestName;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.TextLocation;
import plainsieve.files.forms.ChoiceForm;
import plainsieve.files.forms.ColumnForm;
import plainsieve.files.forms.ParameterForm;
import plainsieve.server.body.ProblemBody;
import plainsieve.server.definitions.model.AnalysisLimit;
import plainsieve.server.definitions.model.Query;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.editing.assist.ParameterProposals;
import plainsieve.server.editing.refactoring.HardCodedValueConversion;
import plainsieve.server.http.context.RequiredRole;
import plainsieve.server.people.Caller;
import plainsieve.server.people.Role;
import plainsieve.server.sources.SourceFacts;

/** Analysis of a text on the bench: its elements, problems, and suggestions. */
@RestController
@RequestMapping("/api/v1/projects/{project}/queries/{id}")
@RequiredRole(Role.AUTHOR)
class QueryAnalysisApi {
    /** Each notice may carry a rewrite, so the answer would grow with the square of the text. */
    private static final int MOST_NOTICES = 200;

    private final SourceFacts facts;
    private final ParameterProposals parameterProposals;
    private final HardCodedValueConversion fixed;
    private final AnalysisLimit analysis;

    QueryAnalysisApi(
            SourceFacts facts,
            ParameterProposals parameterProposals,
            HardCodedValueConversion fixed,
            AnalysisLimit analysis) {
        this.analysis = analysis;
        this.facts = facts;
        this.parameterProposals = parameterProposals;
        this.fixed = fixed;
    }

    /** Parses a text without running it: its parameters and problems. */
    @PostMapping("/check")
    QueryBodies.QueryCheck checkQuery(
            Project project, Caller caller, @PathVariable String id, @Valid @RequestBody QueryBodies.QueryText body) {
        return analysis.run(caller, () -> checkQuery(project, id, body));
    }

    private QueryBodies.QueryCheck checkQuery(Project project, String id, QueryBodies.QueryText body) {
        Query query = project.query(id);
        if (StepLines.isSteps(body.text())) {
            return steps(project, query, body.text());
        }
        try {
            return checkQuery(project, query, body.text(), project.prepare(query, body.text()));
        } catch (ProblemException e) {
            return new QueryBodies.QueryCheck(
                    List.of(),
                    List.of(),
                    e.problems().stream().map(ProblemBody::of).toList(),
                    List.of(),
                    List.of());
        }
    }

    /** For steps, notices are located in the steps, and hard-coded values at their words. */
    private QueryBodies.QueryCheck steps(Project project, Query query, String text) {
        StepsAnalysis analysis = project.steps(query.sourceId(), text);
        if (analysis.made().isEmpty()) {
            return new QueryBodies.QueryCheck(
                    named(query, StepReferences.parameters(text)),
                    List.of(),
                    analysis.problems().stream().map(ProblemBody::of).toList(),
                    List.of(),
                    List.of());
        }
        PreparedQuery prepared = project.prepare(query, text);
        Set<String> known = project.parameters().keySet();
        List<Problem> unknown = prepared.places().stream()
                .filter(place -> !known.contains(place.name()))
                .map(place -> unknown(place.name(), known)
                        .at(TextLocation.of(prepared.query().text(), place.start(), place.end())))
                .toList();
        return new QueryBodies.QueryCheck(
                named(query, prepared.parameterNames()),
                List.of(),
                analysis.locate(text, unknown).stream().map(ProblemBody::of).toList(),
                found(project, query, prepared)
                        .limit(MOST_NOTICES)
                        .map(notice ->
                                QueryBodies.NoticeBody.ofSteps(notice, location -> analysis.place(text, location)))
                        .toList(),
                List.of());
    }

    private QueryBodies.QueryCheck checkQuery(Project project, Query query, String text, PreparedQuery prepared) {
        Set<String> known = project.parameters().keySet();
        List<ProblemBody> problems = new ArrayList<>();
        List<QueryBodies.ParameterMark> marks = new ArrayList<>();
        prepared.places().forEach(place -> {
            marks.add(new QueryBodies.ParameterMark(place.name(), place.start(), place.end()));
            if (!known.contains(place.name())) {
                TextLocation where = TextLocation.of(text, place.start(), place.end());
                problems.add(ProblemBody.of(unknown(place.name(), known).at(where)));
            }
        });
        return new QueryBodies.QueryCheck(
                named(query, prepared.parameterNames()),
                marks,
                problems,
                notices(project, query, prepared),
                fixed.of(project, query, prepared));
    }

    /** The parameters of a query: the one that selects the source comes first. */
    private static List<String> named(Query query, Set<String> mentioned) {
        Set<String> names = new LinkedHashSet<>();
        if (query.choosesSource()) {
            names.add(query.sourceParameter());
        }
        names.addAll(mentioned);
        return List.copyOf(names);
    }

    private static Problem unknown(String name, Set<String> known) {
        String advice = NearestName.of(name, known)
                .map(near -> "Did you mean :%s? If not, create it.".formatted(near))
                .orElse("Make it.");
        return Problem.of(ProblemKind.UNKNOWN_PARAMETER, "Unknown parameter :%s.".formatted(name), advice)
                .about(name);
    }

    private List<QueryBodies.NoticeBody> notices(Project project, Query query, PreparedQuery prepared) {
        return found(project, query, prepared)
                .limit(MOST_NOTICES)
                .map(QueryBodies.NoticeBody::of)
                .toList();
    }

    private Stream<Notice> found(Project project, Query query, PreparedQuery prepared) {
        Map<String, Parameter> engines = new HashMap<>();
        project.parameters().forEach((name, definition) -> engines.put(name, definition.toParameter()));
        return found(query.sourceId(), prepared, engines);
    }

    private Stream<Notice> found(String sourceId, PreparedQuery prepared, Map<String, Parameter> engines) {
        Optional<PreparedParts> sides = prepared.sides();
        if (sides.isPresent()) {
            Stream<Notice> here =
                    Notices.of(prepared.query(), prepared.dialect(), engines, ColumnFacts.none()).stream();
            Stream<Notice> ofSides = sides.get().sides().stream()
                    .flatMap(one -> found(one.side().source(), one.query(), engines)
                            .map(notice -> notice.shiftedInto(
                                    prepared.query().text(), one.side().start())));
            return Stream.concat(ofSides, here);
        }
        return Stream.of(
                        UnknownNames.of(prepared.query(), facts.tables(sourceId)),
                        UnreadableCells.of(prepared.query(), facts.unread(sourceId)),
                        Notices.of(prepared.query(), prepared.dialect(), engines, facts.of(sourceId)))
                .flatMap(List::stream);
    }

    /**
     * A proposed parameter.
     *
     * @param reason for its properties
     * @param column the compared column, for its list; without a name if there is none
     */
    record Proposal(ParameterForm definition, String reason, ColumnForm column) {}

    /** Proposes a parameter of this name from the compared column or its place in the text. */
    @PostMapping("/proposal")
    Proposal proposeParameter(
            Project project,
            Caller caller,
            @PathVariable String id,
            @Valid @RequestBody QueryBodies.ParameterRequest body) {
        Query query = project.query(id);
        facts.waitUntilTold(query.sourceId());
        ParameterProposals.Proposal proposed =
                analysis.run(caller, () -> parameterProposals.of(project, query, body.text(), body.name()));
        return new Proposal(
                ParameterForm.of(proposed.definition()), proposed.reason(), ColumnForm.of(proposed.column()));
    }

    /** Converts hard-coded values to parameters and compares the rows. Saves nothing. */
    @PostMapping("/hard-coded-values")
    HardCodedValueConversion.ConversionResult convertHardCodedValues(
            Project project,
            Caller caller,
            @PathVariable String id,
            @Valid @RequestBody QueryBodies.HardCodedSelection body) {
        HardCodedValueConversion.Draft draft = new HardCodedValueConversion.Draft(
                caller, project.query(id), body.text(), ChoiceForm.texts(body.choices()));
        return fixed.make(
                project, draft, new HardCodedValueConversion.Wanted(Set.copyOf(body.starts()), body.createNew()));
    }

    @PostMapping("/hard-coded-values/undo")
    QueryBodies.QueryBody undoHardCodedValues(
            Project project, @PathVariable String id, @Valid @RequestBody QueryBodies.HardCodedUndo body) {
        Query now = project.query(id);
        Query seen = now.atVersion(body.version());
        return QueryBodies.QueryBody.of(project, fixed.takeBack(project, seen, body.text(), body.names()));
    }
}
