package plainsieve.core.steps.convert;

import java.util.List;
import java.util.Optional;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.steps.compile.SchemaContext;
import plainsieve.core.steps.compile.StepsAnalysis;
import plainsieve.core.steps.model.KnownColumn;
import plainsieve.core.steps.model.Step;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;

/**
 * Converts SQL to equivalent steps: one table, joins, conditions, groups, an order, a limit.
 *
 * <pre>
 * select island, count(*) as n from ports group by island order by n desc limit 5
 *     → from ports
 *       group by island: count of rows as n
 *       first 5 rows by n desc
 * </pre>
 */
public final class SqlToSteps {
    private SqlToSteps() {}

    /**
     * The text of the steps. Throws {@link ProblemException} of kind {@code not-as-steps} with the position of syntax without
     * an exact equivalent.
     */
    public static String asSteps(String sql, Dialect dialect, SchemaContext schema) {
        SelectReader reader = new SelectReader(sql, dialect, schema);
        SimpleSelect select = reader.read();
        StepsWriter steps = new StepsWriter(select, reader);
        String whole = steps.text(true);
        StepsAnalysis analysis = checked(StepsAnalysis.of(whole, dialect, schema));
        String shorter = steps.text(false);
        StepsAnalysis other = StepsAnalysis.of(shorter, dialect, schema);
        boolean alike = other.problems().isEmpty()
                && columns(other).isPresent()
                && columns(other).equals(columns(analysis));
        refuseOtherOrder(steps, analysis);
        return alike ? shorter : whole;
    }

    private static StepsAnalysis checked(StepsAnalysis analysis) {
        if (!analysis.problems().isEmpty()) {
            throw unsupported(
                    "Its steps would be wrong: " + analysis.problems().get(0).message());
        }
        return analysis;
    }

    private static Optional<List<String>> columns(StepsAnalysis analysis) {
        return last(analysis)
                .columns()
                .map(columns -> columns.stream().map(KnownColumn::name).toList());
    }

    private static StepsAnalysis.AnalyzedStep last(StepsAnalysis analysis) {
        return analysis.steps().get(analysis.steps().size() - 1);
    }

    /** Steps sort nulls last. */
    private static void refuseOtherOrder(StepsWriter steps, StepsAnalysis analysis) {
        for (String name : steps.neverEmpty()) {
            boolean always = analysis.steps().stream()
                    .takeWhile(step ->
                            step.step().filter(Step.Columns.class::isInstance).isEmpty())
                    .flatMap(step -> step.columns().stream())
                    .flatMap(List::stream)
                    .filter(column -> column.name().equalsIgnoreCase(name))
                    .reduce((first, second) -> second)
                    .filter(column -> !column.mayBeEmpty())
                    .isPresent();
            if (!always) {
                throw unsupported("It sorts rows without a value in “%s” first; steps sort them last.".formatted(name));
            }
        }
    }

    private static ProblemException unsupported(String why) {
        return new ProblemException(Problem.of(ProblemKind.NOT_CONVERTIBLE, why, "The query stays unchanged."));
    }
}
