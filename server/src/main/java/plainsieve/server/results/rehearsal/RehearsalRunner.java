package plainsieve.server.results.rehearsal;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;
import plainsieve.core.evidence.ExecutionSite;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.rehearsal.RehearsalCase;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.Problem;
import plainsieve.core.value.TextLocation;
import plainsieve.core.view.View;
import plainsieve.core.view.ViewContent;
import plainsieve.core.view.ViewPart;
import plainsieve.server.results.evidence.EvidenceService;
import plainsieve.server.results.runs.QueryRunner;
import plainsieve.server.sources.RunListener;
import plainsieve.sources.RunSummary;

/** Runs one case of a rehearsal on every dependent view. */
@Component
class RehearsalRunner {
    private static final Logger LOG = LoggerFactory.getLogger(RehearsalRunner.class);
    private static final double SLOW_MILLIS = 5000;
    private static final int MOST_IN_WORDS = 60;

    private final DraftOrders orders;
    private final QueryRunner queryRunner;
    private final EvidenceService evidenceService;

    RehearsalRunner(DraftOrders orders, QueryRunner queryRunner, EvidenceService evidenceService) {
        this.orders = orders;
        this.queryRunner = queryRunner;
        this.evidenceService = evidenceService;
    }

    /** The result of one view in one case. @param line of its text; 0 if there is none */
    private record ViewResult(View view, RunObserver heard, Rehearsal.Verdict ended, String explanation, int line) {}

    /** The events of a run. */
    private static final class RunObserver implements RunListener {
        private long sentId;
        private RunSummary summary = new RunSummary(0, 0, 0, 0);

        @Override
        public void sent(long id, Statement statement) {
            sentId = id;
        }

        @Override
        public void completed(RunSummary how) {
            summary = how;
        }
    }

    /** An unexpected error fails the case, not the rehearsal. */
    Rehearsal.RehearsalCase perform(DraftOrders.OnStage on, RehearsalCase one) {
        try {
            return mostTelling(on, one)
                    .map(performed -> line(on, one, performed))
                    .orElseGet(() -> line(one));
        } catch (RuntimeException e) {
            LOG.error("A case of the rehearsal of {} was aborted", on.report().id(), e);
            return line(one, Rehearsal.Verdict.FAILED, "It was aborted here. The server log has details.");
        }
    }

    private Optional<ViewResult> mostTelling(DraftOrders.OnStage on, RehearsalCase one) {
        Optional<ViewResult> tells = Optional.empty();
        for (View view : on.report().queriedViews()) {
            boolean depends = one.choices().isEmpty()
                    || on.project().parametersOf(view).stream().anyMatch(one.choices()::containsKey);
            if (depends) {
                ViewResult performed = perform(on, view, one);
                if (!performed.ended().isAnswered()) {
                    return Optional.of(performed);
                }
                // A table shows the number of rows; figures always have one.
                boolean more = tells.isEmpty() || view.shown() instanceof ViewContent.Table;
                tells = more || performed.ended() == Rehearsal.Verdict.SLOW ? Optional.of(performed) : tells;
            }
        }
        return tells;
    }

    /** Runs all statements of a view. The result is that of the first one, unless another one fails. */
    private ViewResult perform(DraftOrders.OnStage on, View view, RehearsalCase one) {
        ViewResult first = perform(on, view, ViewPart.MAIN, one);
        if (!first.ended().isAnswered()) {
            return first;
        }
        return view.shown().additionalParts().stream()
                .map(part -> perform(on, view, part, one))
                .filter(further -> !further.ended().isAnswered())
                .findFirst()
                .orElse(first);
    }

    private ViewResult perform(DraftOrders.OnStage on, View view, ViewPart part, RehearsalCase one) {
        RunObserver heard = new RunObserver();
        Optional<Problem> problem = StatementFormRehearsal.attempt(
                        () -> queryRunner.run(orders.rehearsed(on, view, part, one.choices()), heard))
                .filter(found -> !found.kind().equals(StatementFormRehearsal.NO_SPAN));
        if (problem.isPresent()) {
            boolean asItShould = one.refusal() && heard.sentId == 0;
            String of = part instanceof ViewPart.Main ? "" : "In its part “%s”: ".formatted(part.word());
            return new ViewResult(
                    view,
                    heard,
                    asItShould ? Rehearsal.Verdict.REFUSED : Rehearsal.Verdict.FAILED,
                    of + problem.get().inWords(),
                    problem.get().place().map(TextLocation::line).orElse(0));
        }
        if (one.refusal()) {
            return new ViewResult(
                    view, heard, Rehearsal.Verdict.FAILED, "This should have been refused, but returned rows.", 0);
        }
        boolean slow = heard.summary.totalMillis() > SLOW_MILLIS;
        return new ViewResult(
                view, heard, slow ? Rehearsal.Verdict.SLOW : Rehearsal.Verdict.PASSED, slow ? "It was slow." : "", 0);
    }

    private static Rehearsal.RehearsalCase line(RehearsalCase one) {
        return line(one, Rehearsal.Verdict.PASSED, "No view depends on it.");
    }

    private static Rehearsal.RehearsalCase line(RehearsalCase one, Rehearsal.Verdict ended, String explanation) {
        return new Rehearsal.RehearsalCase(
                one.name(), names(one), inWords(one), "", "", 0, 0, false, 0, "", ended, explanation, 0);
    }

    private Rehearsal.RehearsalCase line(DraftOrders.OnStage on, RehearsalCase one, ViewResult performed) {
        RunObserver heard = performed.heard();
        boolean answered = performed.ended().isAnswered() && heard.sentId > 0;
        return new Rehearsal.RehearsalCase(
                one.name(),
                names(one),
                inWords(one),
                performed.view().titleOrKind(),
                performed.view().queryId(),
                performed.line(),
                heard.summary.shownRows(),
                heard.summary.more(),
                heard.summary.totalMillis(),
                answered ? placements(on, heard.sentId) : "",
                performed.ended(),
                performed.explanation(),
                heard.sentId);
    }

    private static List<String> names(RehearsalCase one) {
        return one.choices().keySet().stream().sorted().toList();
    }

    private String placements(DraftOrders.OnStage on, long sentId) {
        Map<ExecutionSite, Long> counts =
                evidenceService.of(on.project(), on.caller(), sentId, false).verdicts().stream()
                        .filter(ran -> ran.site() != ExecutionSite.LEFT_OUT)
                        .collect(Collectors.groupingBy(
                                EvidenceService.PlacementEvidence::site, TreeMap::new, Collectors.counting()));
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
