package plainsieve.core.rewrite;

import java.util.List;
import java.util.Optional;
import plainsieve.core.sql.Condition;
import plainsieve.core.sql.ParameterPlace;

/**
 * One condition with the parameters directly in it; the unit in which conditions are rewritten and left out.
 *
 * @param guard the hand-written optional filter whose guard this condition is
 * @param filterOf the hand-written optional filter whose filter this condition is
 */
record Site(
        Condition.Leaf condition,
        ConditionShape shape,
        List<ParameterPlace> places,
        Optional<OptionalIdiom> guard,
        Optional<OptionalIdiom> filterOf) {
    Site {
        places = List.copyOf(places);
    }
}
