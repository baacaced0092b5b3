package plainsieve.server.results.runs;

import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Component;
import plainsieve.core.catalog.SourceNames;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.parameter.Choice;
import plainsieve.core.parameter.Choices;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.rewrite.ProcedureCall;
import plainsieve.core.rewrite.ResultShape;
import plainsieve.core.rewrite.filter.AddedFilter;
import plainsieve.core.statement.Statement;
import plainsieve.core.steps.compile.StepsAnalysis;
import plainsieve.core.steps.parse.StepLines;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.Value;
import plainsieve.server.definitions.model.AnalysisLimit;
import plainsieve.server.definitions.model.Query;
import plainsieve.server.definitions.project.SourceChoice;
import plainsieve.server.records.sent.StatementCause;
import plainsieve.server.sources.SourceFacts;
import plainsieve.server.sources.ViewerErrorMessages;
import plainsieve.server.sources.lists.ListScope;
import plainsieve.server.sources.lists.RowAccess;
import plainsieve.server.sources.sent.StatementOrigin;

/** Turns a run request into the statement to send: resolves its choices, enforces row access and rewrites the query. */
@Component
class RequestRewriter {
    private final ChoiceResolver choiceResolver;
    private final SourceFacts facts;
    private final RowAccess rowAccess;
    private final AnalysisLimit analysis;

    RequestRewriter(ChoiceResolver choiceResolver, SourceFacts facts, RowAccess rowAccess, AnalysisLimit analysis) {
        this.choiceResolver = choiceResolver;
        this.facts = facts;
        this.rowAccess = rowAccess;
        this.analysis = analysis;
    }

    /** The steps of an order; nothing when it is SQL. */
    static Optional<StepsAnalysis> steps(RunRequest request) {
        String text = request.text().written();
        return StepLines.isSteps(text)
                ? Optional.of(request.project().steps(request.text().query().sourceId(), text))
                : Optional.empty();
    }

    static Dialect dialect(RunRequest request) {
        return request.project().dialect(request.text().query().sourceId());
    }

    /** The statement and its source. */
    record RoutedStatement(StatementOrigin origin, Statement statement) {}

    /** Throws {@link ProblemException}, without internals for viewers, when a choice or the query cannot be used. */
    RoutedStatement rewrite(RunRequest request) {
        try {
            return rewritten(request);
        } catch (ProblemException e) {
            ProblemException placed = steps(request)
                    .filter(analysis -> analysis.made().isPresent())
                    .map(analysis ->
                            new ProblemException(analysis.locate(request.text().written(), e.problems())))
                    .orElse(e);
            throw ViewerErrorMessages.redact(request.asked().caller(), placed);
        }
    }

    private RoutedStatement rewritten(RunRequest request) {
        Optional<ProcedureCall> call = request.purpose().cause() == StatementCause.BENCH
                ? ProcedureCall.of(request.text().written(), dialect(request))
                : Optional.empty();
        return call.isPresent() ? procedure(request, call.get()) : query(request);
    }

    private RoutedStatement procedure(RunRequest request, ProcedureCall call) {
        ResolvedChoices resolved = choiceResolver
                .choose(request.project(), with(call.parameterNames(), request), request.asked())
                .orRefuse();
        return new RoutedStatement(
                origin(request, resolved.choices()),
                call.statement(new Choices(resolved.parameters(), resolved.choices()), request.cap()));
    }

    private RoutedStatement query(RunRequest request) {
        PreparedQuery prepared = analysis.run(request.asked().caller(), () -> request.project()
                .prepare(request.text().query(), request.text().written()));
        if (prepared.sides().isPresent() && request.text().query().choosesSource()) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_SOURCE,
                    "“%s” reads several sources, so its source cannot be chosen by a parameter."
                            .formatted(request.text().query().name()),
                    "Give it a fixed source, or read only its own source."));
        }
        rowAccess.require(
                new ListScope(request.project(), request.asked().caller()),
                Set.of(request.text().query().id()),
                "“%s”".formatted(request.text().query().name()),
                with(prepared.parameterNames(), request));
        ResolvedChoices resolved = choiceResolver
                .choose(request.project(), needed(prepared, request), request.asked())
                .orRefuse();
        StatementOrigin origin = origin(request, resolved.choices());
        Map<String, Parameter> used = new LinkedHashMap<>(resolved.parameters());
        Map<String, Choice> choices = new LinkedHashMap<>(resolved.choices());
        List<AddedFilter> picked =
                new PickedFilters(used, choices).of(request.shape().filters());
        SourceNames names = names(origin.sourceId(), prepared);
        Statement statement = analysis.run(request.asked().caller(), () -> {
            PreparedQuery filtered = picked.isEmpty() ? prepared : prepared.with(picked, names);
            return filtered.rewrite(
                    new Choices(used, choices), withLimit(request.shape(), used, choices), request.cap());
        });
        return new RoutedStatement(origin, statement);
    }

    private static StatementOrigin origin(RunRequest request, Map<String, Choice> choices) {
        Query query = request.text().query();
        if (!query.choosesSource()) {
            return request.origin();
        }
        Choice choice = choices.getOrDefault(query.sourceParameter(), new Choice.Blank());
        return request.origin().at(SourceChoice.chosen(request.project(), query, choice));
    }

    /** The columns of federated rows are known only from the text. */
    private SourceNames names(String sourceId, PreparedQuery prepared) {
        return prepared.sides().isPresent() ? SourceNames.none() : facts.namesSoFar(sourceId);
    }

    private static Set<String> needed(PreparedQuery prepared, RunRequest request) {
        Set<String> names = with(prepared.parameterNames(), request);
        if (!request.shape().limitParameter().isEmpty()) {
            names.add(request.shape().limitParameter());
        }
        return names;
    }

    /** With the parameter that selects the source. */
    private static Set<String> with(Set<String> mentioned, RunRequest request) {
        Set<String> names = new LinkedHashSet<>(mentioned);
        if (request.text().query().choosesSource()) {
            names.add(request.text().query().sourceParameter());
        }
        return names;
    }

    /** Inserts the value of the view's own limit; blank, or the unlimited value, means no limit. */
    private static ResultShape withLimit(
            RunRequest.RowSelection shape, Map<String, Parameter> used, Map<String, Choice> chosen) {
        String limit = shape.limitParameter();
        if (!(shape.wanted() instanceof ResultShape.Rows rows)
                || !(chosen.get(limit) instanceof Choice.One one)
                || !(one.value() instanceof Value.Whole number)) {
            return shape.wanted();
        }
        if (number.number() < 0) {
            throw new ProblemException(
                    Problem.of(ProblemKind.INVALID_ROW_LIMIT, "A row limit must be 0 or more.", "Choose such a number.")
                            .about(limit));
        }
        boolean every = used.get(limit).unlimitedValue().orElse(-1) == number.number();
        return every
                ? shape.wanted()
                : new ResultShape.Rows(rows.sort(), Optional.of(new ResultShape.Limit(limit, number.number())));
    }
}
