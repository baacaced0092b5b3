package plainsieve.core.rewrite;

import java.util.List;
import plainsieve.core.sql.Condition;
import plainsieve.core.sql.ParameterPlace;

/** One condition with the parameters directly in it; the unit in which conditions are rewritten and left out. */
record Site(Condition.Leaf condition, ConditionShape shape, List<ParameterPlace> places) {
    Site {
        places = List.copyOf(places);
    }
}
