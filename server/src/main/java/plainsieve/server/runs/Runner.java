package plainsieve.server.runs;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Service;
import plainsieve.core.parameter.AllowedValues;
import plainsieve.core.parameter.Choice;
import plainsieve.core.parameter.ChoiceReader;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.rewrite.AddedFilter;
import plainsieve.core.rewrite.Choices;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.rewrite.Statement;
import plainsieve.core.rewrite.Wanted;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Value;
import plainsieve.server.Settings;
import plainsieve.server.project.ParameterDefinition;
import plainsieve.server.project.Parameters;
import plainsieve.server.project.Queries;
import plainsieve.server.records.SentRow;
import plainsieve.sources.Answer;
import plainsieve.sources.Cancellation;
import plainsieve.sources.RunLimits;
import plainsieve.sources.SourceFailure;

/** Takes one run all the way: choices are read and checked, the query rewritten, the statement logged, sent, and streamed. */
@Service
public class Runner {
    private final Queries queries;
    private final Parameters parameters;
    private final SourceRegistry sources;
    private final ValueLists lists;
    private final RunningRuns running;
    private final SentLog log;
    private final Settings settings;

    Runner(
            Queries queries,
            Parameters parameters,
            SourceRegistry sources,
            ValueLists lists,
            RunningRuns running,
            SentLog log,
            Settings settings) {
        this.queries = queries;
        this.parameters = parameters;
        this.sources = sources;
        this.lists = lists;
        this.running = running;
        this.log = log;
        this.settings = settings;
    }

    /**
     * Runs an order to its end.
     *
     * @throws ProblemException when a choice or the query cannot be used
     * @throws SourceFailure when the source fails; logged in Sent before it is thrown
     */
    public void run(RunOrder order, RunListener listener) {
        Statement statement = statement(order);
        Cancellation cancellation = running.begin(order.runId());
        SentRow sent = log.begin(order, statement);
        long start = System.nanoTime();
        try {
            listener.sent(sent.id(), statement);
            Answer answer = sources.get(order.query().sourceId())
                    .run(statement, new RunLimits(settings.longestRun()), cancellation, listener);
            log.done(sent, answer);
            listener.done(answer);
        } catch (RuntimeException e) {
            boolean stopped = cancellation
                    .reason()
                    .filter(Cancellation.Reason.ASKED::equals)
                    .isPresent();
            log.failed(sent, stopped ? "stopped" : "failed", e.getMessage(), (System.nanoTime() - start) / 1e6);
            throw e;
        } finally {
            running.end(order.runId());
        }
    }

    private Statement statement(RunOrder order) {
        PreparedQuery prepared = queries.prepare(order.query(), order.text());
        Map<String, ParameterDefinition> known = parameters.all();
        List<Problem> problems = new ArrayList<>(strangers(order, known));
        Map<String, Parameter> used = new LinkedHashMap<>();
        Map<String, ChoiceText> texts = new LinkedHashMap<>();
        for (String name : needed(prepared, order)) {
            ParameterDefinition definition = known.get(name);
            if (definition != null) {
                ChoiceText text = order.choices().getOrDefault(name, unmentioned(definition, order));
                used.put(name, definition.toParameter(allowed(definition, text)));
                texts.put(name, text);
            }
        }
        PreparedQuery filtered = prepared.with(filters(order, used, texts));
        Map<String, Choice> chosen = read(used, texts, problems);
        return filtered.rewrite(new Choices(used, chosen), wanted(order, used, chosen), order.cap());
    }

    /** Gives every added filter a parameter of its own, under a name that nobody else uses. */
    private static List<AddedFilter> filters(
            RunOrder order, Map<String, Parameter> used, Map<String, ChoiceText> texts) {
        List<AddedFilter> filters = new ArrayList<>();
        for (RunOrder.ColumnFilter filter : order.filters()) {
            int number = 1;
            while (used.containsKey("added_" + number)) {
                number++;
            }
            String name = "added_" + number;
            used.put(name, Parameter.of(name, filter.type()).takingMany());
            texts.put(name, filter.values());
            filters.add(AddedFilter.anyOf(filter.column(), name));
        }
        return filters;
    }

    private static Set<String> needed(PreparedQuery prepared, RunOrder order) {
        Set<String> names = new LinkedHashSet<>(prepared.parameterNames());
        if (!order.limitParameter().isEmpty()) {
            names.add(order.limitParameter());
        }
        return names;
    }

    private static ChoiceText unmentioned(ParameterDefinition definition, RunOrder order) {
        boolean bench = order.purpose().cause().equals("bench");
        return (bench ? definition.trialChoice() : definition.defaultChoice()).toText();
    }

    /** A list is only asked for when there is a value to look up in it. */
    private Optional<AllowedValues> allowed(ParameterDefinition definition, ChoiceText text) {
        return text.values().isEmpty() ? Optional.empty() : lists.allowed(definition);
    }

    /** Reads the choices; every problem there is comes out at once. */
    private static Map<String, Choice> read(
            Map<String, Parameter> used, Map<String, ChoiceText> texts, List<Problem> problems) {
        try {
            Map<String, Choice> chosen = ChoiceReader.readAll(used, texts);
            if (problems.isEmpty()) {
                return chosen;
            }
        } catch (ProblemException e) {
            problems.addAll(e.problems());
        }
        throw new ProblemException(problems);
    }

    private static List<Problem> strangers(RunOrder order, Map<String, ParameterDefinition> known) {
        Map<String, Parameter> choosable = new LinkedHashMap<>();
        order.mayChoose().stream()
                .filter(known::containsKey)
                .forEach(name -> choosable.put(name, known.get(name).toParameter(Optional.empty())));
        return order.choices().keySet().stream()
                .filter(name -> !choosable.containsKey(name))
                .map(name -> ChoiceReader.unknown(name, choosable))
                .toList();
    }

    /** Puts the value of the view's own limit into what is wanted; blank, or the every-row value, leaves no limit. */
    private static Wanted wanted(RunOrder order, Map<String, Parameter> used, Map<String, Choice> chosen) {
        if (!(order.wanted() instanceof Wanted.Rows rows)
                || !(chosen.get(order.limitParameter()) instanceof Choice.One one)
                || !(one.value() instanceof Value.Whole number)) {
            return order.wanted();
        }
        if (number.number() < 0) {
            throw new ProblemException(
                    Problem.of("bad-row-limit", "A row limit must be 0 or more.", "Choose such a number.")
                            .about(order.limitParameter()));
        }
        boolean every = used.get(order.limitParameter()).everyRowValue().orElse(-1) == number.number();
        return every
                ? order.wanted()
                : new Wanted.Rows(rows.sort(), Optional.of(new Wanted.Limit(order.limitParameter(), number.number())));
    }
}
