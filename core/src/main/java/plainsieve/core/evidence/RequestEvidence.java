package plainsieve.core.evidence;

import java.util.List;
import plainsieve.core.statement.Placement;
import plainsieve.core.statement.Statement;

/** Evidence for web requests: values in the request were applied by the service, conditions of the SQL on this server. */
final class RequestEvidence {
    private RequestEvidence() {}

    /** @param plan its first step is the request with its number of rows */
    static List<Verdict> of(Statement statement, int sqlStart, Plan plan) {
        return statement.placements().stream()
                .map(placement -> verdict(placement, sqlStart, plan))
                .toList();
    }

    private static Verdict verdict(Placement placement, int sqlStart, Plan plan) {
        if (placement.outcome() == Placement.Outcome.LEFT_OUT) {
            return new Verdict(placement, ExecutionSite.LEFT_OUT, "", PlanStep.named(""));
        }
        PlanStep fetched = plan.steps().stream().findFirst().orElse(PlanStep.named(""));
        boolean asked = placement.sentStart() < sqlStart;
        return asked
                ? new Verdict(placement, ExecutionSite.AT_SERVICE, fetched.inWords(), fetched)
                : new Verdict(placement, ExecutionSite.HERE, fetched.inWords(), fetched);
    }
}
