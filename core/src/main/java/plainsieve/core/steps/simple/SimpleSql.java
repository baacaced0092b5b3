package plainsieve.core.steps.simple;

import java.util.List;
import java.util.Optional;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.steps.sql.Around;
import plainsieve.core.steps.sql.StepsReading;
import plainsieve.core.steps.step.KnownColumn;
import plainsieve.core.steps.step.Step;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;

/**
 * Simple SQL as steps that give the same rows: one table, joins, conditions, groups, an order, a limit.
 *
 * <pre>
 * select island, count(*) as n from ports group by island order by n desc limit 5
 *     → rows of ports
 *       total by island: number of rows as n
 *       first 5 rows by n largest first
 * </pre>
 */
public final class SimpleSql {
    private SimpleSql() {}

    /**
     * The text of the steps. Throws {@link ProblemException} of kind {@code not-as-steps} with the place of what steps have
     * nothing for that is exactly the same.
     */
    public static String asSteps(String sql, Dialect dialect, Around around) {
        SelectReader reader = new SelectReader(sql, dialect, around);
        SimpleSelect select = reader.read();
        SelectSteps steps = new SelectSteps(select, reader);
        String whole = steps.text(true);
        StepsReading reading = checked(StepsReading.of(whole, dialect, around));
        String shorter = steps.text(false);
        StepsReading other = StepsReading.of(shorter, dialect, around);
        boolean alike = other.problems().isEmpty()
                && columns(other).isPresent()
                && columns(other).equals(columns(reading));
        refuseOtherOrder(steps, reading);
        return alike ? shorter : whole;
    }

    private static StepsReading checked(StepsReading reading) {
        if (!reading.problems().isEmpty()) {
            throw refused(
                    "Its steps would not be right: " + reading.problems().get(0).message());
        }
        return reading;
    }

    private static Optional<List<String>> columns(StepsReading reading) {
        return last(reading)
                .columns()
                .map(columns -> columns.stream().map(KnownColumn::name).toList());
    }

    private static StepsReading.One last(StepsReading reading) {
        return reading.steps().get(reading.steps().size() - 1);
    }

    /** Steps put rows without a value last. */
    private static void refuseOtherOrder(SelectSteps steps, StepsReading reading) {
        for (String name : steps.neverEmpty()) {
            boolean always = reading.steps().stream()
                    .takeWhile(step ->
                            step.step().filter(Step.Columns.class::isInstance).isEmpty())
                    .flatMap(step -> step.columns().stream())
                    .flatMap(List::stream)
                    .filter(column -> column.name().equalsIgnoreCase(name))
                    .reduce((first, second) -> second)
                    .filter(column -> !column.mayBeEmpty())
                    .isPresent();
            if (!always) {
                throw refused("It sorts rows without a value in “%s” first; steps put them last.".formatted(name));
            }
        }
    }

    private static ProblemException refused(String why) {
        return new ProblemException(Problem.of("not-as-steps", why, "This query stays as it is."));
    }
}
