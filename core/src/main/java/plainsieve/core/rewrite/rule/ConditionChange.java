package plainsieve.core.rewrite.rule;

import java.util.List;
import java.util.Map;
import plainsieve.core.rewrite.edit.Edit;
import plainsieve.core.statement.Placement;

/**
 * What a rule does to one condition.
 *
 * @param leftOut the whole condition goes; then there are no edits
 * @param edits changes to the condition's text
 * @param outcomes what happened to each parameter token this rule has dealt with
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
