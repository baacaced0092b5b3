package plainsieve.core.evidence;

import java.util.ArrayList;
import java.util.List;
import plainsieve.core.federation.FederatedStatement;
import plainsieve.core.statement.Placement;

/** Evidence for cross-source statements: each part by its own plan, the SQL over all parts here. */
public final class FederatedEvidence {
    private FederatedEvidence() {}

    /** Verdicts of the local SQL, with positions relative to its start. @param plan begins with one step per fetched part */
    public static List<Verdict> ofHere(FederatedStatement sent, Plan plan) {
        List<String> fetched =
                plan.inWords().stream().limit(sent.parts().size()).toList();
        List<Verdict> verdicts = new ArrayList<>();
        for (Placement placement : sent.localSql().placements()) {
            boolean out = placement.outcome() == Placement.Outcome.LEFT_OUT;
            verdicts.add(new Verdict(
                    placement,
                    out ? ExecutionSite.LEFT_OUT : ExecutionSite.HERE,
                    out ? "" : String.join("; ", fetched),
                    PlanStep.named("")));
        }
        return verdicts;
    }
}
