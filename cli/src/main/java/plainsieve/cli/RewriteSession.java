package plainsieve.cli;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import plainsieve.core.catalog.ColumnFacts;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.notice.Notice;
import plainsieve.core.notice.Notices;
import plainsieve.core.parameter.ChoiceReader;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.Choices;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.request.SentRequest;
import plainsieve.core.rewrite.ParameterInference;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.rewrite.filter.AddedFilter;
import plainsieve.core.statement.Statement;
import plainsieve.core.steps.compile.SchemaContext;
import plainsieve.core.value.NearestName;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.files.forms.ParameterForm;
import tools.jackson.databind.node.ObjectNode;

/** Performs rewritings and parses each query text once. Thread-safe. */
final class RewriteSession {
    private static final int MOST_PREPARED = 2000;

    private final LocalDate today;
    private final Map<String, PreparedQuery> prepared = new ConcurrentHashMap<>();

    /** @param today the day that formulas work from */
    RewriteSession(LocalDate today) {
        this.today = today;
    }

    static Dialect dialect(String name) {
        List<String> known = Dialects.ALL.stream().map(Dialect::name).toList();
        return Dialects.named(name)
                .orElseThrow(() -> new ProblemException(Problem.of(
                        ProblemKind.INVALID_SOURCE,
                        "Unknown dialect “%s”.".formatted(name),
                        NearestName.of(name, known)
                                .map("Did you mean %s?"::formatted)
                                .orElse("There are: " + String.join(", ", known) + "."))));
    }

    /** The response to one job. Throws {@link ProblemException} with all of its problems. */
    ObjectNode rewrite(RewriteJob rewriteJob) {
        Dialect dialect = dialect(rewriteJob.dialect());
        QueryTexts text = QueryTexts.of(rewriteJob.query(), dialect, SchemaContext.nothing());
        PreparedQuery plain = prepare(text.sql(), dialect);
        Map<String, Parameter> parameters = new LinkedHashMap<>();
        Map<String, ChoiceText> choices = new LinkedHashMap<>(rewriteJob.choices());
        for (ParameterForm entry : rewriteJob.parameters()) {
            parameters.put(entry.name(), entry.toParameter());
        }
        choices.putAll(new FormulaEvaluator(rewriteJob.parameters(), parameters, today).workOut(choices));
        Set<String> defined = Set.copyOf(parameters.keySet());
        guess(plain, parameters, choices);
        List<AddedFilter> filters = new FilterParameters(parameters, choices).filters(rewriteJob);
        PreparedQuery filtered = plain.with(filters);
        choices.keySet().retainAll(needed(filtered, rewriteJob));
        parameters.keySet().retainAll(needed(filtered, rewriteJob));
        Statement statement = filtered.rewrite(
                new Choices(parameters, ChoiceReader.readAll(parameters, choices)),
                AggregateParser.shapeOf(rewriteJob.groupBy(), rewriteJob.aggregates()),
                rewriteJob.cap());
        List<Notice> notices = new ArrayList<>(Notices.of(plain.query(), dialect, parameters, ColumnFacts.none()));
        notices.addAll(Notices.unused(defined, plain.parameterNames()));
        ObjectNode answer = JsonOutput.statement(statement, filtered.filterPlacements(), notices, text.sql());
        if (plain.request().isPresent()) {
            answer.put("address", SentRequest.of(statement).ask().inWords());
        }
        return text.steps().isPresent() ? answer.put("steps", text.sql()) : answer;
    }

    private PreparedQuery prepare(String text, Dialect dialect) {
        if (prepared.size() > MOST_PREPARED) {
            prepared.clear();
        }
        return prepared.computeIfAbsent(dialect.name() + ' ' + text, key -> PreparedQuery.of(text, dialect));
    }

    /** The parameters of the query, and those chosen by undefined names, which are rejected. */
    private static Set<String> needed(PreparedQuery query, RewriteJob rewriteJob) {
        Set<String> names = new HashSet<>(query.parameterNames());
        Set<String> defined = new HashSet<>();
        rewriteJob.parameters().forEach(entry -> defined.add(entry.name()));
        rewriteJob.choices().keySet().stream()
                .filter(name -> !defined.contains(name))
                .forEach(names::add);
        return names;
    }

    private static void guess(PreparedQuery query, Map<String, Parameter> parameters, Map<String, ChoiceText> choices) {
        for (String name : query.parameterNames()) {
            parameters.computeIfAbsent(
                    name,
                    key -> ParameterInference.of(key, query.query(), choices.getOrDefault(key, ChoiceText.blank())));
        }
    }
}
