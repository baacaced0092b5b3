package plainsieve.core.rewrite.rule;

import java.util.List;
import java.util.Map;
import plainsieve.core.rewrite.edit.Edit;
import plainsieve.core.statement.Placement;

/**
 * The effect of a rule on one condition.
 *
 * @param leftOut whether the whole condition is omitted, without edits
 * @param edits changes to the condition's text
 * @param outcomes the outcome of each parameter token that this rule has handled
 */
public record ConditionChange(boolean leftOut, List<Edit> edits, Map<Integer, Placement.Outcome> outcomes) {
    public ConditionChange {
        edits = List.copyOf(edits);
        outcomes = Map.copyOf(outcomes);
    }

    public static ConditionChange edits(List<Edit> edits, Map<Integer, Placement.Outcome> outcomes) {
        return new ConditionChange(false, edits, outcomes);
    }

    public static ConditionChange leaveOut() {
        return new ConditionChange(true, List.of(), Map.of());
    }
}
