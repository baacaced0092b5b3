package plainsieve.server.runs;

import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Service;
import plainsieve.core.catalogue.SourceNames;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.evidence.Verdict;
import plainsieve.core.parameter.Choice;
import plainsieve.core.parameter.Choices;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.rewrite.ErrorPlace;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.rewrite.ProcedureCall;
import plainsieve.core.rewrite.Wanted;
import plainsieve.core.rewrite.filter.AddedFilter;
import plainsieve.core.statement.Statement;
import plainsieve.core.steps.read.StepLines;
import plainsieve.core.steps.sql.StepsReading;
import plainsieve.core.value.Place;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Value;
import plainsieve.server.sent.Purpose;
import plainsieve.server.sources.Explaining;
import plainsieve.server.sources.RunListener;
import plainsieve.server.sources.Sending;
import plainsieve.server.sources.SourceFacts;
import plainsieve.sources.AnswerLook;
import plainsieve.sources.SourceFailure;

/** Takes one run all the way: choices are read and checked, the query rewritten, the statement sent, its rows streamed. */
@Service
public class Runner {
    private final Choosing choosing;
    private final Sending sending;
    private final Explaining explaining;
    private final SourceFacts facts;

    Runner(Choosing choosing, Sending sending, Explaining explaining, SourceFacts facts) {
        this.choosing = choosing;
        this.sending = sending;
        this.explaining = explaining;
        this.facts = facts;
    }

    /**
     * Runs an order to its end.
     *
     * @throws ProblemException when a choice or the query cannot be used
     * @throws SourceFailure when the source fails; with the place in the author's text
     */
    public void run(RunOrder order, RunListener listener) {
        Statement statement = statement(order);
        try {
            sending.send(order.runId(), order.origin(), statement, listener);
        } catch (SourceFailure e) {
            throw placed(e, order, statement);
        }
    }

    private static SourceFailure placed(SourceFailure failure, RunOrder order, Statement statement) {
        if (failure.kind() != SourceFailure.Kind.REFUSED_STATEMENT) {
            return failure;
        }
        Optional<StepsReading> steps = steps(order);
        String sql = steps.map(reading -> reading.statement().sql())
                .orElse(order.text().written());
        Optional<Place> inSql = ErrorPlace.of(sql, statement, failure.position(), failure.getMessage(), dialect(order));
        return failure.in(
                steps.isEmpty()
                        ? inSql
                        : inSql.flatMap(place -> steps.get().place(order.text().written(), place)));
    }

    /** The steps of an order; nothing when it is SQL. */
    private static Optional<StepsReading> steps(RunOrder order) {
        String text = order.text().written();
        return StepLines.isSteps(text)
                ? Optional.of(order.project().steps(order.text().query().sourceId(), text))
                : Optional.empty();
    }

    private static Dialect dialect(RunOrder order) {
        return order.project().dialect(order.text().query().sourceId());
    }

    /**
     * The plan of an order: the database reads the statement as it would for the run, but does not run it.
     *
     * @throws ProblemException as {@link #check}
     * @throws SourceFailure when the database would refuse it; with the place in the author's text
     */
    public List<Verdict> plan(RunOrder order) {
        Statement statement = statement(order);
        try {
            return explaining.explain(order.origin(), statement, false).judged().stream()
                    .map(Explaining.Judged::verdict)
                    .toList();
        } catch (SourceFailure e) {
            throw placed(e, order, statement);
        }
    }

    /** What would be sent for an order. Throws {@link ProblemException} as {@link #check}. */
    public Statement statementOf(RunOrder order) {
        return statement(order);
    }

    /** Looks at the answer that a request gets, as it comes. Throws as {@link #run}. */
    public AnswerLook look(RunOrder order) {
        return sending.look(order.origin(), statement(order));
    }

    /** Throws every problem of an order's choices or text, without sending anything. */
    public void check(RunOrder order) {
        statement(order);
    }

    private Statement statement(RunOrder order) {
        try {
            return made(order);
        } catch (ProblemException e) {
            throw steps(order)
                    .filter(reading -> reading.made().isPresent())
                    .map(reading ->
                            new ProblemException(reading.placed(order.text().written(), e.problems())))
                    .orElse(e);
        }
    }

    private Statement made(RunOrder order) {
        Optional<ProcedureCall> call = order.purpose().kind() == Purpose.Kind.BENCH
                ? ProcedureCall.of(order.text().written(), dialect(order))
                : Optional.empty();
        if (call.isPresent()) {
            Chosen chosen = choosing.choose(order.project(), call.get().parameterNames(), order.asked())
                    .orRefuse();
            return call.get().statement(new Choices(chosen.parameters(), chosen.choices()), order.cap());
        }
        PreparedQuery prepared =
                order.project().prepare(order.text().query(), order.text().written());
        Chosen chosen = choosing.choose(order.project(), needed(prepared, order.shape()), order.asked())
                .orRefuse();
        Map<String, Parameter> used = new LinkedHashMap<>(chosen.parameters());
        Map<String, Choice> choices = new LinkedHashMap<>(chosen.choices());
        List<AddedFilter> picked =
                new PickedFilters(used, choices).of(order.shape().filters());
        PreparedQuery filtered = picked.isEmpty() ? prepared : prepared.with(picked, names(order, prepared));
        return filtered.rewrite(new Choices(used, choices), wanted(order.shape(), used, choices), order.cap());
    }

    /** Of what several sources gave nothing is known here but what the text says. */
    private SourceNames names(RunOrder order, PreparedQuery prepared) {
        return prepared.sides().isPresent()
                ? SourceNames.none()
                : facts.namesSoFar(order.text().query().sourceId());
    }

    private static Set<String> needed(PreparedQuery prepared, RunOrder.Shape shape) {
        Set<String> names = new LinkedHashSet<>(prepared.parameterNames());
        if (!shape.limitParameter().isEmpty()) {
            names.add(shape.limitParameter());
        }
        return names;
    }

    /** Puts the value of the view's own limit into what is wanted; blank, or the every-row value, leaves no limit. */
    private static Wanted wanted(RunOrder.Shape shape, Map<String, Parameter> used, Map<String, Choice> chosen) {
        String limit = shape.limitParameter();
        if (!(shape.wanted() instanceof Wanted.Rows rows)
                || !(chosen.get(limit) instanceof Choice.One one)
                || !(one.value() instanceof Value.Whole number)) {
            return shape.wanted();
        }
        if (number.number() < 0) {
            throw new ProblemException(
                    Problem.of("bad-row-limit", "A row limit must be 0 or more.", "Choose such a number.")
                            .about(limit));
        }
        boolean every = used.get(limit).everyRowValue().orElse(-1) == number.number();
        return every
                ? shape.wanted()
                : new Wanted.Rows(rows.sort(), Optional.of(new Wanted.Limit(limit, number.number())));
    }
}
