package plainsieve.server.results.evidence;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import org.springframework.stereotype.Service;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.evidence.ExecutionSite;
import plainsieve.core.evidence.UnusedIndex;
import plainsieve.core.evidence.Verdict;
import plainsieve.core.statement.Placement;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.ProblemException;
import plainsieve.server.definitions.forms.StoredForms;
import plainsieve.server.definitions.model.NotFoundException;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.people.Caller;
import plainsieve.server.records.sent.SentRow;
import plainsieve.server.sources.EvidenceCollector;
import plainsieve.server.sources.SourceFacts;
import plainsieve.server.sources.sent.Purpose;
import plainsieve.server.sources.sent.SentLog;
import plainsieve.server.sources.sent.StatementOrigin;
import plainsieve.sources.SourceFailure;

/**
 * Provides the evidence of a logged statement. Computed on request after the run and stored with the statement in Sent. Evidence
 * with private values is not stored.
 */
@Service
public class EvidenceService {
    private final SentLog log;
    private final SourceFacts facts;
    private final StoredForms forms;
    private final EvidenceCollector evidenceCollector;

    EvidenceService(SentLog log, SourceFacts facts, StoredForms forms, EvidenceCollector evidenceCollector) {
        this.log = log;
        this.facts = facts;
        this.forms = forms;
        this.evidenceCollector = evidenceCollector;
    }

    /**
     * The evidence of a statement.
     *
     * @param reason why there is no evidence; empty if there is
     * @param measured whether rows were measured, or only estimated
     * @param millis time for the plan
     * @param plan its steps, one line each
     * @param fetched rows fetched from each source of a federated query
     */
    public record Evidence(
            String reason,
            boolean measured,
            double millis,
            List<PlacementEvidence> verdicts,
            List<String> plan,
            List<EvidenceCollector.Fetched> fetched) {
        public Evidence {
            fetched = List.copyOf(fetched);
        }

        static Evidence none(String reason) {
            return new Evidence(reason, false, 0, List.of(), List.of(), List.of());
        }

        /** Where choices ran, and nothing of how. */
        public Evidence inWords() {
            return new Evidence(
                    reason.isEmpty() ? "" : "Where they ran is not known.",
                    false,
                    0,
                    verdicts.stream().map(PlacementEvidence::inWords).toList(),
                    List.of(),
                    List.of());
        }

        /** The verdicts only: a plan contains values. */
        Evidence withoutValues() {
            return new Evidence(
                    reason,
                    measured,
                    millis,
                    verdicts.stream().map(PlacementEvidence::withoutProof).toList(),
                    List.of(),
                    fetched);
        }
    }

    /**
     * Where one occurrence of a parameter was evaluated.
     *
     * @param planStep the plan step that proves it; empty if unknown
     * @param estimated rows the database estimated for that step; -1 if unknown
     * @param actual rows it returned; -1 if not measured
     * @param rowsRead rows read for it; -1 if not measured
     * @param advice how to make an index usable; may be empty
     */
    public record PlacementEvidence(
            String parameter,
            Placement.Outcome outcome,
            int start,
            int end,
            int clauseStart,
            int clauseEnd,
            ExecutionSite site,
            String planStep,
            String table,
            String index,
            double estimated,
            double actual,
            double rowsRead,
            String advice) {
        private PlacementEvidence inWords() {
            return new PlacementEvidence(parameter, outcome, 0, 0, 0, 0, site, "", "", "", -1, -1, -1, "");
        }

        PlacementEvidence withoutProof() {
            return new PlacementEvidence(
                    parameter,
                    outcome,
                    start,
                    end,
                    clauseStart,
                    clauseEnd,
                    site,
                    "private",
                    table,
                    index,
                    estimated,
                    actual,
                    rowsRead,
                    advice);
        }
    }

    /** @param measured whether the database should run the statement once more and count rows, where it can */
    public Evidence of(Project project, Caller caller, long sentId, boolean measured) {
        SentRow row = log.find(project, sentId)
                .orElseThrow(() -> new NotFoundException("statement", Long.toString(sentId), List.of()));
        if (!row.evidence().isEmpty() && !measured) {
            return forms.read(row.evidence(), Evidence.class);
        }
        Optional<SentLog.LoggedStatement> sent = log.recent(sentId);
        if (sent.isEmpty()) {
            return Evidence.none("The statement is too old for its plan. Run it again.");
        }
        StatementOrigin origin = new StatementOrigin(project, caller, row.sourceId(), row.queryId(), Purpose.EVIDENCE);
        Evidence proof = explain(origin, sent.get(), measured);
        boolean hides = sent.get().hides();
        if (proof.reason().isEmpty() && !hides) {
            log.keepEvidence(sentId, forms.write(proof));
        }
        return hides ? proof.withoutValues() : proof;
    }

    private Evidence explain(StatementOrigin origin, SentLog.LoggedStatement sent, boolean measured) {
        Dialect dialect = origin.project().dialect(origin.sourceId());
        Statement statement = sent.statement();
        boolean counts = measured && !dialect.explain().measured().isEmpty();
        try {
            EvidenceCollector.CollectedEvidence told = evidenceCollector.explain(origin, statement, measured);
            List<PlacementEvidence> verdicts = told.judged().stream()
                    .map(judged -> ran(judged.verdict(), judged.sourceId(), statement, dialect))
                    .toList();
            return new Evidence("", counts, told.millis(), verdicts, told.plan(), told.fetched());
        } catch (SourceFailure | ProblemException e) {
            return Evidence.none("The plan could not be read: " + sent.withoutPrivate(e.getMessage()));
        }
    }

    private PlacementEvidence ran(Verdict verdict, String sourceId, Statement statement, Dialect dialect) {
        Placement place = verdict.placement();
        return new PlacementEvidence(
                place.parameter(),
                place.outcome(),
                place.start(),
                place.end(),
                place.clauseStart(),
                place.clauseEnd(),
                verdict.where(),
                verdict.planStep(),
                verdict.step().table(),
                verdict.step().index(),
                known(verdict.step().estimated()),
                known(verdict.step().actual()),
                known(verdict.step().read()),
                advice(verdict, sourceId, statement, dialect));
    }

    private static double known(OptionalDouble number) {
        return number.orElse(-1);
    }

    /** Advice if a table has an index that begins with the tested column, and the condition did not use it. */
    private String advice(Verdict verdict, String sourceId, Statement statement, Dialect dialect) {
        if (verdict.where() != ExecutionSite.WHILE_SCANNING) {
            return "";
        }
        Map<String, String> indexes =
                facts.leadingIndexes(sourceId, verdict.step().table());
        return indexes.entrySet().stream()
                .flatMap(index -> UnusedIndex.of(statement, verdict.placement(), dialect, index.getKey())
                        .map(why -> "Index %s begins with %s but was not used: %s"
                                .formatted(index.getValue(), index.getKey(), inWords(why)))
                        .stream())
                .findFirst()
                .orElse("");
    }

    private static String inWords(UnusedIndex why) {
        return switch (why) {
            case EXPRESSION -> "the column is inside a function. Compare the column itself with a range.";
            case PATTERN -> "a pattern that begins with a wildcard cannot use it. Search for the start of the text.";
            case COST -> "the optimizer expects too many rows. Narrow the choice, or leave it to the database.";
        };
    }
}
