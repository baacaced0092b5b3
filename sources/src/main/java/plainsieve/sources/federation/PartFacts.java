package plainsieve.sources.federation;

import java.util.List;
import plainsieve.core.evidence.PlanStep;

/**
 * Statistics of one fetched part.
 *
 * @param rows number of fetched rows
 * @param narrowed the pushed constraints, as text
 */
record PartFacts(String name, String source, long rows, List<String> narrowed, long millis) {
    PartFacts {
        narrowed = List.copyOf(narrowed);
    }

    String inWords() {
        return "%s of %s: %,d %s fetched in %,d ms%s"
                .formatted(
                        name,
                        source,
                        rows,
                        rows == 1 ? "row" : "rows",
                        millis,
                        narrowed.isEmpty() ? "" : ", filtered by " + String.join(" and ", narrowed));
    }

    PlanStep step() {
        return PlanStep.fetched(inWords(), rows);
    }
}
