package plainsieve.server.body;

import io.swagger.v3.oas.annotations.media.Schema;
import java.util.List;
import plainsieve.core.evidence.ExecutionSite;
import plainsieve.core.statement.Placement;
import plainsieve.server.results.evidence.EvidenceService;
import plainsieve.server.sources.sent.SentValue;

/** Sent statements and evidence as JSON; the stored form differs. */
public final class SentBodies {
    private SentBodies() {}

    /** A bound value; an array has several values for one placeholder. */
    @Schema(name = "SentValue")
    public record SentValueBody(String parameter, int offset, String type, List<String> values) {
        static SentValueBody of(SentValue value) {
            return new SentValueBody(value.parameter(), value.offset(), value.type(), value.values());
        }

        public static List<SentValueBody> of(List<SentValue> values) {
            return values.stream().map(SentValueBody::of).toList();
        }
    }

    /**
     * The evidence of where a statement's choices ran.
     *
     * @param reason why there is no evidence; empty if there is
     * @param measured whether rows were measured, or only estimated
     * @param millis time for the plan
     * @param plan its steps, one line each
     * @param fetched rows fetched from each source; empty for a single source
     */
    @Schema(name = "Evidence")
    public record EvidenceBody(
            String reason,
            boolean measured,
            double millis,
            List<PlacementEvidenceBody> placements,
            List<String> plan,
            List<FetchedBody> fetched) {
        public static EvidenceBody of(EvidenceService.Evidence proof) {
            return new EvidenceBody(
                    proof.reason(),
                    proof.measured(),
                    proof.millis(),
                    proof.verdicts().stream().map(PlacementEvidenceBody::of).toList(),
                    proof.plan(),
                    proof.fetched().stream()
                            .map(side -> new FetchedBody(side.words(), side.rows()))
                            .toList());
        }
    }

    /** The rows fetched from one source. */
    public record FetchedBody(String part, long rows) {}

    /**
     * Where one occurrence of a parameter was evaluated.
     *
     * @param planStep the plan step that proves it; empty if unknown
     * @param estimated rows the database estimated for that step; -1 if unknown
     * @param actual rows it returned; -1 if not measured
     * @param rowsRead rows read for it; -1 if not measured
     * @param advice how to make an index usable; may be empty
     */
    @Schema(name = "PlacementEvidence")
    public record PlacementEvidenceBody(
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
        static PlacementEvidenceBody of(EvidenceService.PlacementEvidence ran) {
            return new PlacementEvidenceBody(
                    ran.parameter(),
                    ran.outcome(),
                    ran.start(),
                    ran.end(),
                    ran.clauseStart(),
                    ran.clauseEnd(),
                    ran.site(),
                    ran.planStep(),
                    ran.table(),
                    ran.index(),
                    ran.estimated(),
                    ran.actual(),
                    ran.rowsRead(),
                    ran.advice());
        }
    }
}
