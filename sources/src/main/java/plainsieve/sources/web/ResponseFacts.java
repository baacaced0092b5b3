package plainsieve.sources.web;

import java.util.ArrayList;
import java.util.List;
import plainsieve.core.evidence.PlanStep;
import plainsieve.sources.DetectedColumn;

/**
 * How a request was answered.
 *
 * @param request without the secret
 * @param whole whether all pages were fetched
 * @param columns with their detected types
 */
record ResponseFacts(
        String request, boolean whole, int pages, long rows, long bytes, long millis, List<DetectedColumn> columns) {
    ResponseFacts {
        columns = List.copyOf(columns);
    }

    String inWords() {
        return "%s: %,d %s in %,d %s, %,d kB in %,d ms"
                .formatted(
                        request,
                        rows,
                        rows == 1 ? "row" : "rows",
                        pages,
                        pages == 1 ? "page" : "pages",
                        Math.max(1, bytes >> 10),
                        millis);
    }

    /** Each response as a plan step, followed by unreadable cells. */
    static List<PlanStep> steps(List<ResponseFacts> all) {
        List<PlanStep> steps = new ArrayList<>();
        for (ResponseFacts facts : all) {
            steps.add(PlanStep.fetched(facts.inWords(), facts.rows()));
            facts.unread().forEach(words -> steps.add(PlanStep.named(words)));
        }
        return steps;
    }

    /** The unreadable cells, one sentence each. */
    private List<String> unread() {
        List<String> unread = new ArrayList<>();
        for (DetectedColumn column : columns) {
            if (column.mismatches() > 0) {
                unread.add("%,d of %,d cells of “%s” cannot be read as %s and have no value: “%s”"
                        .formatted(
                                column.mismatches(),
                                column.nonBlank(),
                                column.name(),
                                column.type(),
                                String.join("”, “", column.examples())));
            }
        }
        return unread;
    }
}
