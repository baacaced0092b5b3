package plainsieve.server.rehearsal;

import jakarta.annotation.PreDestroy;
import java.time.Clock;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.stream.Collectors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Service;
import plainsieve.core.evidence.Where;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.rehearsal.RehearsalCase;
import plainsieve.core.rehearsal.RehearsalCases;
import plainsieve.core.rehearsal.Rehearsed;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.Place;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.server.lists.ValueLists;
import plainsieve.server.project.ListedValue;
import plainsieve.server.project.ParameterDefinition;
import plainsieve.server.project.Parameters;
import plainsieve.server.project.Report;
import plainsieve.server.project.ReportDefinition;
import plainsieve.server.project.Reports;
import plainsieve.server.proof.Proofs;
import plainsieve.server.runs.Choosing;
import plainsieve.server.runs.RunListener;
import plainsieve.server.runs.Runner;
import plainsieve.sources.Answer;
import plainsieve.sources.Column;
import plainsieve.sources.SourceFailure;

/** Tries every parameter of a report with awkward values against the draft, one case after another, in the background. */
@Service
public class Rehearsals {
    private static final Logger LOG = LoggerFactory.getLogger(Rehearsals.class);
    private static final String CAUSE = "rehearsal";
    private static final double SLOW_MILLIS = 5000;
    private static final int MOST_IN_WORDS = 60;

    private final Reports reports;
    private final Parameters parameters;
    private final Choosing choosing;
    private final ValueLists lists;
    private final DraftOrders orders;
    private final Findings findings;
    private final Runner runner;
    private final Proofs proofs;
    private final Clock clock;
    private final Map<String, Rehearsal> latest = new ConcurrentHashMap<>();
    private final Map<String, List<RehearsalCase>> cases = new ConcurrentHashMap<>();
    private final ExecutorService stage = Executors.newCachedThreadPool(task -> {
        Thread thread = new Thread(task, "rehearsal");
        thread.setDaemon(true);
        return thread;
    });

    Rehearsals(
            Reports reports,
            Parameters parameters,
            Choosing choosing,
            ValueLists lists,
            DraftOrders orders,
            Findings findings,
            Runner runner,
            Proofs proofs,
            Clock clock) {
        this.reports = reports;
        this.parameters = parameters;
        this.choosing = choosing;
        this.lists = lists;
        this.orders = orders;
        this.findings = findings;
        this.runner = runner;
        this.proofs = proofs;
        this.clock = clock;
    }

    /** The last rehearsal of a report, as far as it has come. */
    public Optional<Rehearsal.State> state(String reportId) {
        return Optional.ofNullable(latest.get(reportId)).map(Rehearsal::state);
    }

    /** Begins anew; a rehearsal of this report that still runs goes on alone and is returned. */
    public synchronized Rehearsal.State start(String reportId) {
        Report report = reports.get(reportId);
        Rehearsal before = latest.get(reportId);
        if (before != null && before.isRunning()) {
            return before.state();
        }
        Map<String, Double> listMillis = new LinkedHashMap<>();
        List<RehearsalCase> made = RehearsalCases.of(rehearsed(report, listMillis));
        Rehearsal rehearsal = new Rehearsal(made.size(), clock.instant().toString());
        rehearsal.found(findings.of(report, listMillis));
        latest.put(reportId, rehearsal);
        cases.put(reportId, made);
        stage.execute(() -> goOn(report, rehearsal, made));
        return rehearsal.state();
    }

    public void stop(String reportId) {
        Optional.ofNullable(latest.get(reportId)).ifPresent(Rehearsal::stop);
    }

    /** Goes on where a rehearsal was stopped; begins one when there is none. */
    public Rehearsal.State resume(String reportId) {
        Rehearsal rehearsal = latest.get(reportId);
        if (rehearsal == null) {
            return start(reportId);
        }
        Report report = reports.get(reportId);
        if (rehearsal.resume()) {
            stage.execute(() -> goOn(report, rehearsal, cases.get(reportId)));
        }
        return rehearsal.state();
    }

    @PreDestroy
    void close() {
        latest.values().forEach(Rehearsal::stop);
        stage.shutdownNow();
    }

    private List<Rehearsed> rehearsed(Report report, Map<String, Double> listMillis) {
        Map<String, ParameterDefinition> all = parameters.all();
        return reports.parametersOf(report).stream()
                .map(all::get)
                .filter(definition -> definition != null && !definition.isComputed())
                .map(definition -> rehearsed(definition, listMillis))
                .toList();
    }

    private Rehearsed rehearsed(ParameterDefinition definition, Map<String, Double> listMillis) {
        List<String> listed = new ArrayList<>();
        if (definition.hasList()) {
            long start = System.nanoTime();
            try {
                lists.refreshed(definition, usual(definition)).values().stream()
                        .map(ListedValue::value)
                        .forEach(listed::add);
            } catch (SourceFailure | ProblemException e) {
                LOG.debug("The list of :{} did not come", definition.name(), e);
            }
            listMillis.put(definition.name(), (System.nanoTime() - start) / 1e6);
        }
        return new Rehearsed(
                definition.toParameter(Optional.empty()),
                listed,
                definition.hasList(),
                definition.least(),
                definition.most(),
                definition.rangeEnd(),
                choosing.defaultNow(definition).toText());
    }

    /** What the parents of a list have by default. */
    private Map<String, ChoiceText> usual(ParameterDefinition definition) {
        Map<String, ParameterDefinition> all = parameters.all();
        return choosing.needs(definition.name()).stream()
                .filter(all::containsKey)
                .collect(Collectors.toMap(
                        name -> name, name -> choosing.defaultNow(all.get(name)).toText()));
    }

    private void goOn(Report report, Rehearsal rehearsal, List<RehearsalCase> all) {
        synchronized (rehearsal.turn()) {
            while (rehearsal.isRunning() && rehearsal.done() < all.size()) {
                rehearsal.add(attempt(report, all.get(rehearsal.done())));
            }
            rehearsal.end();
        }
    }

    /** A case that breaks what it should not is a failed case, not the end of the rehearsal. */
    private Rehearsal.Line attempt(Report report, RehearsalCase one) {
        try {
            return perform(report, one);
        } catch (RuntimeException e) {
            LOG.error("A case of the rehearsal of {} broke off", report.id(), e);
            return line(one, "", "", new Heard(), "failed", "It broke off here. The server's log says more.", 0);
        }
    }

    private Rehearsal.Line perform(Report report, RehearsalCase one) {
        Rehearsal.Line worst = null;
        for (ReportDefinition.View view : report.definition().views()) {
            boolean depends = reports.parametersOf(view).stream().anyMatch(one.choices()::containsKey);
            if (depends) {
                Rehearsal.Line line = perform(report, view, one);
                if (line.verdict().equals("failed") || line.verdict().equals("refused")) {
                    return line;
                }
                // A table says how many rows there are; figures always have one.
                boolean tells = worst == null || view.kind().equals("table");
                worst = tells || line.millis() > SLOW_MILLIS ? line : worst;
            }
        }
        return worst == null ? line(one, "", "", new Heard(), "well", "No view depends on it.", 0) : worst;
    }

    /** What was heard of a run. */
    private static final class Heard implements RunListener {
        private long sentId;
        private Answer answer = new Answer(0, 0, 0, 0);

        @Override
        public void sent(long id, Statement statement) {
            sentId = id;
        }

        @Override
        public void columns(List<Column> columns) {
            // Only the count of rows is told.
        }

        @Override
        public void row(Object[] values) {
            // Only the count of rows is told.
        }

        @Override
        public void done(Answer how) {
            answer = how;
        }
    }

    private Rehearsal.Line perform(Report report, ReportDefinition.View view, RehearsalCase one) {
        Heard heard = new Heard();
        String title = view.title().isEmpty() ? view.kind() : view.title();
        Optional<Problem> problem =
                Forms.attempt(() -> runner.run(orders.of(report, view, one.choices(), CAUSE), heard));
        if (problem.isPresent()) {
            boolean sent = heard.sentId > 0;
            String verdict = one.refusal() && !sent ? "refused" : "failed";
            int at = problem.get().place().map(Place::line).orElse(0);
            return line(
                    one, title, view.queryId(), heard, verdict, problem.get().inWords(), at);
        }
        if (one.refusal()) {
            return line(
                    one, title, view.queryId(), heard, "failed", "This should have been refused, but rows came.", 0);
        }
        boolean slow = heard.answer.totalMillis() > SLOW_MILLIS;
        return line(one, title, view.queryId(), heard, slow ? "slow" : "well", slow ? "It took long." : "", 0);
    }

    private Rehearsal.Line line(
            RehearsalCase one,
            String view,
            String queryId,
            Heard heard,
            String verdict,
            String explanation,
            int place) {
        boolean answered = verdict.equals("well") || verdict.equals("slow");
        return new Rehearsal.Line(
                one.name(),
                one.choices().keySet().stream().sorted().toList(),
                inWords(one),
                view,
                queryId,
                place,
                heard.answer.shown(),
                heard.answer.more(),
                heard.answer.totalMillis(),
                answered && heard.sentId > 0 ? where(heard.sentId) : "",
                verdict,
                explanation,
                heard.sentId);
    }

    private String where(long sentId) {
        Map<Where, Long> counts = proofs.of(sentId, false).verdicts().stream()
                .filter(ran -> ran.where() != Where.LEFT_OUT)
                .collect(Collectors.groupingBy(Proofs.Ran::where, TreeMap::new, Collectors.counting()));
        return counts.entrySet().stream()
                .map(entry -> entry.getValue() + " " + entry.getKey().inWords())
                .collect(Collectors.joining(", "));
    }

    private static String inWords(RehearsalCase one) {
        return one.choices().entrySet().stream()
                .sorted(Map.Entry.comparingByKey())
                .map(entry -> ":%s %s".formatted(entry.getKey(), inWords(entry.getValue())))
                .collect(Collectors.joining(", "));
    }

    private static String inWords(ChoiceText choice) {
        if (choice.kind() != ChoiceText.Kind.VALUES) {
            return choice.kind() == ChoiceText.Kind.ALL ? "all" : "blank";
        }
        String values = String.join(
                ", ", choice.values().subList(0, Math.min(3, choice.values().size())));
        String shown = values.length() > MOST_IN_WORDS ? values.substring(0, MOST_IN_WORDS) + "…" : values;
        return choice.values().size() > 3
                ? "%s and %,d more".formatted(shown, choice.values().size() - 3)
                : shown;
    }
}
