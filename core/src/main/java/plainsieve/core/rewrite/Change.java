package plainsieve.core.rewrite;

import java.util.List;
import java.util.Map;

/**
 * What a rule does to one condition.
 *
 * @param leftOut the whole condition goes; then there are no edits
 * @param edits changes to the condition's text
 * @param outcomes what happened to each parameter token this rule has dealt with
 */
record Change(boolean leftOut, List<Edit> edits, Map<Integer, Placement.Outcome> outcomes) {
    Change {
        edits = List.copyOf(edits);
        outcomes = Map.copyOf(outcomes);
    }

    static Change edits(List<Edit> edits, Map<Integer, Placement.Outcome> outcomes) {
        return new Change(false, edits, outcomes);
    }

    static Change leaveOut() {
        return new Change(true, List.of(), Map.of());
    }
}
