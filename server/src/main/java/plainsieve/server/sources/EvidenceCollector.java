package plainsieve.server.sources;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Supplier;
import org.springframework.stereotype.Service;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.evidence.Evidence;
import plainsieve.core.evidence.ExecutionSite;
import plainsieve.core.evidence.FederatedEvidence;
import plainsieve.core.evidence.Plan;
import plainsieve.core.evidence.PlanStep;
import plainsieve.core.evidence.Verdict;
import plainsieve.core.federation.FederatedStatement;
import plainsieve.core.statement.Placement;
import plainsieve.core.statement.Statement;
import plainsieve.server.definitions.model.AnalysisLimit;
import plainsieve.server.sources.sent.StatementOrigin;
import plainsieve.sources.SourceFailure;

/** Collects the evidence of a statement from the plans of its sources. */
@Service
public class EvidenceCollector {
    private final StatementSender statementSender;
    private final AnalysisLimit analysis;

    EvidenceCollector(StatementSender statementSender, AnalysisLimit analysis) {
        this.statementSender = statementSender;
        this.analysis = analysis;
    }

    /** The evidence of one placement. @param sourceId the source of the plan */
    public record PlacedVerdict(String sourceId, Verdict verdict) {
        private PlacedVerdict behind(int more) {
            return new PlacedVerdict(
                    sourceId,
                    new Verdict(
                            verdict.placement().shiftedBy(more), verdict.where(), verdict.planStep(), verdict.step()));
        }
    }

    /** The rows fetched for one source part. */
    public record Fetched(String words, long rows) {}

    /**
     * The reported evidence.
     *
     * @param plan its steps, one line each
     * @param fetched rows of each part of a federated query; empty for a single source
     * @param millis duration of EXPLAIN
     */
    public record CollectedEvidence(
            List<PlacedVerdict> judged, List<String> plan, List<Fetched> fetched, double millis) {}

    /**
     * Throws {@link SourceFailure} when the statement would be refused.
     *
     * @param measured whether it should run to its end and rows be counted, where that can be done
     */
    public CollectedEvidence explain(StatementOrigin origin, Statement statement, boolean measured) {
        StatementSender.TimedPlan told = statementSender.explain(origin, statement, measured);
        if (FederatedStatement.isOne(statement.text())) {
            return several(origin, FederatedStatement.of(statement), told, measured);
        }
        Dialect dialect = origin.project().dialect(origin.sourceId());
        return new CollectedEvidence(
                judged(origin, () -> Evidence.of(statement, dialect, told.plan())),
                told.plan().inWords(),
                List.of(),
                told.millis());
    }

    private List<PlacedVerdict> judged(StatementOrigin origin, Supplier<List<Verdict>> verdicts) {
        return analysis.run(origin.caller(), verdicts).stream()
                .map(verdict -> new PlacedVerdict(origin.sourceId(), verdict))
                .toList();
    }

    private CollectedEvidence several(
            StatementOrigin origin, FederatedStatement sent, StatementSender.TimedPlan here, boolean measured) {
        List<PlacedVerdict> judged = new ArrayList<>();
        List<String> plan = new ArrayList<>();
        double millis = here.millis();
        for (FederatedStatement.PartStatement one : sent.parts()) {
            CollectedEvidence told = side(origin.at(one.part().source()), one, measured);
            told.judged().forEach(found -> judged.add(found.behind(one.part().start())));
            plan.add("%s of %s:".formatted(one.part().name(), one.part().source()));
            told.plan().forEach(line -> plan.add("  " + line));
            millis += told.millis();
        }
        plan.add("here:");
        Plan ofHere = here.plan();
        ofHere.inWords().forEach(line -> plan.add("  " + line));
        judged(origin, () -> FederatedEvidence.ofHere(sent, ofHere))
                .forEach(found -> judged.add(found.behind(sent.localSqlStart())));
        return new CollectedEvidence(judged, plan, fetched(sent, ofHere), millis);
    }

    /** The first steps of the local plan are the parts. */
    private static List<Fetched> fetched(FederatedStatement sent, Plan plan) {
        return plan.steps().stream()
                .limit(sent.parts().size())
                .map(step -> new Fetched(step.inWords(), (long) step.actual().orElse(0)))
                .toList();
    }

    /** A failure leaves the evidence of one part unknown; the others are still reported. */
    private CollectedEvidence side(StatementOrigin origin, FederatedStatement.PartStatement one, boolean measured) {
        try {
            return explain(origin, one.statement(), measured);
        } catch (SourceFailure e) {
            List<Verdict> unknown = one.statement().placements().stream()
                    .map(placement -> new Verdict(placement, unknown(placement), "", PlanStep.named("")))
                    .toList();
            return new CollectedEvidence(judged(origin, () -> unknown), List.of(e.getMessage()), List.of(), 0);
        }
    }

    private static ExecutionSite unknown(Placement placement) {
        return placement.outcome() == Placement.Outcome.LEFT_OUT ? ExecutionSite.LEFT_OUT : ExecutionSite.NOT_KNOWN;
    }
}
