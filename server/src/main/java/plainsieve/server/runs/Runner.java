package plainsieve.server.runs;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Service;
import plainsieve.core.evidence.Evidence;
import plainsieve.core.evidence.Plan;
import plainsieve.core.evidence.Verdict;
import plainsieve.core.parameter.Choice;
import plainsieve.core.parameter.ChoiceReader;
import plainsieve.core.parameter.Choices;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.rewrite.ErrorPlace;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.rewrite.ProcedureCall;
import plainsieve.core.rewrite.Wanted;
import plainsieve.core.rewrite.filter.AddedFilter;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Value;
import plainsieve.server.Settings;
import plainsieve.server.project.Queries;
import plainsieve.server.records.QueryRow;
import plainsieve.server.records.SentRow;
import plainsieve.server.sent.Purpose;
import plainsieve.server.sent.SentLog;
import plainsieve.server.sources.PlanRequests;
import plainsieve.server.sources.SourceRegistry;
import plainsieve.sources.Answer;
import plainsieve.sources.Cancellation;
import plainsieve.sources.RunLimits;
import plainsieve.sources.SourceFailure;

/** Takes one run all the way: choices are read and checked, the query rewritten, the statement logged, sent, and streamed. */
@Service
public class Runner {
    private final Queries queries;
    private final Choosing choosing;
    private final SourceRegistry sources;
    private final RunningRuns running;
    private final SentLog log;
    private final PlanRequests requests;
    private final Settings settings;

    Runner(
            Queries queries,
            Choosing choosing,
            SourceRegistry sources,
            RunningRuns running,
            SentLog log,
            PlanRequests requests,
            Settings settings) {
        this.queries = queries;
        this.choosing = choosing;
        this.sources = sources;
        this.running = running;
        this.log = log;
        this.requests = requests;
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
        SentRow sent =
                log.begin(order.runId(), order.query().sourceId(), order.query().id(), order.purpose(), statement);
        long start = System.nanoTime();
        try {
            listener.sent(sent.id(), statement);
            Answer answer = sources.get(order.query().sourceId())
                    .run(
                            statement,
                            new RunLimits(order.isDownload() ? settings.longestDownload() : settings.longestRun()),
                            cancellation,
                            listener);
            log.done(sent, answer);
            listener.done(answer);
        } catch (RuntimeException e) {
            boolean stopped = cancellation
                    .reason()
                    .filter(Cancellation.Reason.ASKED::equals)
                    .isPresent();
            log.failed(
                    sent, statement, stopped ? "stopped" : "failed", e.getMessage(), (System.nanoTime() - start) / 1e6);
            throw e instanceof SourceFailure failure ? placed(failure, order, statement) : e;
        } finally {
            running.end(order.runId());
        }
    }

    private SourceFailure placed(SourceFailure failure, RunOrder order, Statement statement) {
        return failure.kind() == SourceFailure.Kind.REFUSED_STATEMENT
                ? failure.in(ErrorPlace.of(
                        order.text(),
                        statement,
                        failure.position(),
                        failure.getMessage(),
                        sources.get(order.query().sourceId()).dialect()))
                : failure;
    }

    /**
     * The plan of an order: the database reads the statement as it would for the run, but does not run it.
     *
     * @throws ProblemException as {@link #check}
     * @throws SourceFailure when the database would refuse it; with the place in the author's text
     */
    public List<Verdict> plan(RunOrder order) {
        Statement statement = statement(order);
        QueryRow query = order.query();
        try {
            Plan plan =
                    requests.ask(query.sourceId(), query.id(), statement, false).plan();
            return Evidence.of(statement, sources.get(query.sourceId()).dialect(), plan);
        } catch (SourceFailure e) {
            throw placed(e, order, statement);
        }
    }

    /** Throws every problem of an order's choices or text, without sending anything. */
    public void check(RunOrder order) {
        statement(order);
    }

    private Statement statement(RunOrder order) {
        Optional<ProcedureCall> call = order.purpose().equals(Purpose.BENCH)
                ? ProcedureCall.of(
                        order.text(), sources.get(order.query().sourceId()).dialect())
                : Optional.empty();
        if (call.isPresent()) {
            Chosen chosen =
                    choosing.choose(call.get().parameterNames(), order.asked()).orRefuse();
            return call.get().statement(new Choices(chosen.parameters(), chosen.choices()), order.cap());
        }
        PreparedQuery prepared = queries.prepare(order.query(), order.text());
        Chosen chosen = choosing.choose(needed(prepared, order), order.asked()).orRefuse();
        Map<String, Parameter> used = new LinkedHashMap<>(chosen.parameters());
        Map<String, Choice> choices = new LinkedHashMap<>(chosen.choices());
        PreparedQuery filtered = prepared.with(filters(order, used, choices));
        return filtered.rewrite(new Choices(used, choices), wanted(order, used, choices), order.cap());
    }

    /** Gives every added filter a parameter of its own, under a name that nobody else uses. */
    private static List<AddedFilter> filters(RunOrder order, Map<String, Parameter> used, Map<String, Choice> choices) {
        List<AddedFilter> filters = new ArrayList<>();
        for (RunOrder.ColumnFilter filter : order.filters()) {
            int number = 1;
            while (used.containsKey("added_" + number)) {
                number++;
            }
            Parameter parameter = Parameter.of("added_" + number, filter.type()).takingMany();
            String name = parameter.name();
            used.put(name, parameter);
            choices.putAll(ChoiceReader.readAll(Map.of(name, parameter), Map.of(name, filter.values())));
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
