package plainsieve.server.api.body;

import io.swagger.v3.oas.annotations.media.Schema;
import java.util.List;
import plainsieve.core.evidence.ExecutionSite;
import plainsieve.core.statement.Placement;
import plainsieve.server.evidence.EvidenceService;
import plainsieve.server.sent.SentValue;

/** Sent statements and evidence as JSON; the stored form differs. */
public final class SentBodies {
    private SentBodies() {}

    /** A bound value: many values are together under one placeholder. */
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
     * @param reason why nothing is known; empty when something is
     * @param measured whether the database counted rows, or only planned
     * @param millis how long the database took to tell
     * @param plan its steps, a line each
     * @param fetched what was fetched of each source; nothing where all rows are of one
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
     * Where one parameter did its work at one place.
     *
     * @param planStep the piece of plan that shows it; empty when nothing is claimed
     * @param estimated rows that the database expected to come out of that step; -1 when it does not say
     * @param actual rows that came out; -1 when it was not measured
     * @param rowsRead rows that were read for it; -1 when it was not measured
     * @param advice what would let an index be used, if there is one; may be empty
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
