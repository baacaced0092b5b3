package plainsieve.core.evidence;

import java.util.ArrayList;
import java.util.List;
import java.util.OptionalDouble;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * SQLite's two outputs. {@code EXPLAIN QUERY PLAN} names tables and indexes but no conditions; the program of {@code
 * EXPLAIN} shows the use of every placeholder, so the verdicts are derived from it ({@link SqliteProgram}).
 */
final class SqlitePlan implements PlanReader {
    private static final Pattern STEP = Pattern.compile(
            "(SEARCH|SCAN) (\\S+)(?: EXISTS)?(?: USING (?:(?:AUTOMATIC )?(?:PARTIAL )?(?:COVERING )?INDEX (\\S+)|(INTEGER PRIMARY KEY)))?.*");

    @Override
    public Plan read(List<?> answers) {
        List<PlanStep> steps = new ArrayList<>();
        boolean sorted = false;
        for (Object row : answers.isEmpty() ? List.of() : PlanTree.list(answers.get(0))) {
            List<?> line = PlanTree.list(row);
            String text = line.isEmpty() ? "" : PlanTree.text(line.get(line.size() - 1));
            steps.add(step(text));
            sorted |= text.startsWith("USE TEMP B-TREE FOR") && isOutermost(line);
        }
        SqliteProgram program =
                new SqliteProgram(answers.size() < 2 ? List.of() : PlanTree.list(answers.get(1)), steps);
        boolean first = sorted || program.aggregatesAll();
        ExecutionSite limit = first
                ? ExecutionSite.AFTER_SORTING
                : program.hasLimit() ? ExecutionSite.STOPS_EARLY : ExecutionSite.NOT_KNOWN;
        return new Plan(steps, program.tests(), limit, sorted ? "USE TEMP B-TREE" : "no temporary b-tree");
    }

    private static boolean isOutermost(List<?> line) {
        return line.size() > 1 && PlanTree.text(line.get(1)).equals("0");
    }

    private static PlanStep step(String text) {
        Matcher found = STEP.matcher(text);
        if (!found.matches()) {
            return PlanStep.named(text);
        }
        String index = found.group(3) != null ? found.group(3) : found.group(4) != null ? "primary key" : "";
        return new PlanStep(
                text,
                "",
                found.group(2),
                index,
                OptionalDouble.empty(),
                OptionalDouble.empty(),
                OptionalDouble.empty());
    }
}
