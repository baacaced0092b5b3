package plainsieve.core.steps.several;

import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.sides.SidesText;
import plainsieve.core.steps.read.StepLines;
import plainsieve.core.steps.read.StepNames;
import plainsieve.core.steps.sql.Around;
import plainsieve.core.steps.sql.Made;
import plainsieve.core.steps.sql.StepsReading;
import plainsieve.core.steps.step.KnownColumn;
import plainsieve.core.value.Lines;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;

/**
 * Reads steps that may take rows of queries of other sources. What stands in front of the first step that does is asked of the
 * query's own source, as always; that step, and all behind it, are done here, on the rows of every source.
 *
 * <pre>
 * rows of crossings                       side "rows_at_harbour" of "harbour": select * from crossings where …
 * where state is 'SAILED'
 * beside each, its row of query 'tides'   side "tides" of "sea": get /tides …
 * total by height: number of rows as n    here: select t.height, count(*) as n from rows_at_harbour r join tides t on …
 * </pre>
 */
public final class SeveralSteps {
    private final String text;
    private final Dialect dialect;
    private final Around around;
    private final StepLines.Line first;

    private SeveralSteps(String text, Dialect dialect, Around around, StepLines.Line first) {
        this.text = text;
        this.dialect = dialect;
        this.around = around;
        this.first = first;
    }

    /** Reads the text of steps. Never throws on what is wrong in it. */
    public static StepsReading of(String text, Dialect dialect, Around around) {
        Optional<StepLines.Line> first = firstElsewhere(text, around);
        return first.isEmpty()
                ? StepsReading.of(text, dialect, around)
                : new SeveralSteps(text, dialect, around, first.get()).read();
    }

    /** Whether a text takes rows of another source than its own. */
    public static boolean isOne(String text, Around around) {
        return StepLines.isSteps(text) && firstElsewhere(text, around).isPresent();
    }

    /** The columns that the rows of a query have; none while they are not known. */
    public static List<KnownColumn> columns(String query, Dialect dialect, Around around) {
        AroundHere here = new AroundHere(dialect, around, Optional.empty());
        try {
            return here.columns("", here.nameOf(query)).orElse(List.of());
        } catch (ProblemException e) {
            // What cannot be taken has none.
            return List.of();
        }
    }

    /** The number of the line from which on all is done here; nothing when all of it is done at the source. */
    public static Optional<Integer> lineHere(String text, Around around) {
        return StepLines.isSteps(text) ? firstElsewhere(text, around).map(StepLines.Line::number) : Optional.empty();
    }

    private static Optional<StepLines.Line> firstElsewhere(String text, Around around) {
        return StepLines.of(text).steps().stream()
                .filter(line -> taken(line).stream().anyMatch(one -> isElsewhere(one.id(), around)))
                .findFirst();
    }

    /** One that cannot be taken is told in its line, when that is read. */
    private static boolean isElsewhere(String query, Around around) {
        try {
            return around.elsewhere(query).isPresent();
        } catch (ProblemException e) {
            return true;
        }
    }

    private static List<StepNames.Taken> taken(StepLines.Line line) {
        return StepNames.queries(StepLines.HEADER + "\n" + line.text());
    }

    private StepsReading read() {
        String before = Stream.of(text.split("\n", -1)).limit(first.number()).collect(Collectors.joining("\n"));
        List<StepLines.Line> own = StepLines.of(before).steps();
        Optional<StepsReading> atSource =
                own.isEmpty() ? Optional.empty() : Optional.of(StepsReading.of(before, dialect, around));
        AroundHere aroundHere = new AroundHere(dialect, around, atSource.map(StepsReading::columns));
        StepsReading here = StepsReading.of(behind(own, atSource, aroundHere), Dialects.HERE, aroundHere);
        List<Problem> problems = new ArrayList<>(called());
        atSource.ifPresent(reading -> problems.addAll(reading.problems()));
        // What is wrong at the source would be told again of all that stands on it.
        if (problems.isEmpty()) {
            problems.addAll(placed(here.problems()));
        }
        Optional<Made> made = Optional.empty();
        if (problems.isEmpty()) {
            try {
                made = Optional.of(made(before, atSource, here, aroundHere));
            } catch (ProblemException e) {
                problems.addAll(e.problems());
            }
        }
        return new StepsReading(steps(own, atSource, here), made, here.order(), problems);
    }

    /** The steps that are done here, each in its own line; in front of them those rows that the source gives, in their order. */
    private String behind(List<StepLines.Line> own, Optional<StepsReading> atSource, AroundHere aroundHere) {
        List<String> lines = new ArrayList<>(List.of(text.split("\n", -1)));
        if (atSource.isPresent()) {
            lines.subList(1, first.number()).replaceAll(line -> "");
            lines.set(own.get(0).number(), "rows of " + name(aroundHere.rowsName()));
            List<StepsReading.Sorted> order = atSource.get().order();
            if (!order.isEmpty()) {
                lines.set(
                        own.get(own.size() - 1).number(),
                        order.stream()
                                .map(one -> name(one.column()) + (one.largestFirst() ? " largest first" : ""))
                                .collect(Collectors.joining(", ", "sort by ", "")));
            }
        }
        return String.join("\n", lines);
    }

    static String name(String name) {
        return "\"" + name.replace("\"", "\"\"") + "\"";
    }

    /** A query of another source is asked once, not for each row. */
    private List<Problem> called() {
        return StepLines.of(text).steps().stream()
                .filter(line -> line.number() >= first.number())
                .filter(line ->
                        taken(line).stream().anyMatch(one -> !one.arguments().isEmpty()))
                .map(line -> Problem.of(
                                "called-elsewhere",
                                "From here on all is done on rows that were fetched, so that no query can be called for each of them.",
                                "Take its rows as they are, or call it in a step further up.")
                        .at(Lines.of(text)
                                .place(line.start(), line.start() + line.text().length())))
                .toList();
    }

    /** Its lines are those of the whole text, at the same number. */
    private List<Problem> placed(List<Problem> ofHere) {
        Lines lines = Lines.of(text);
        return ofHere.stream()
                .map(problem -> problem.place().isEmpty()
                        ? problem
                        : problem.at(lines.inLine(
                                problem.place().get().line(),
                                problem.place().get().column(),
                                problem.place().get().end()
                                        - problem.place().get().start())))
                .toList();
    }

    private Made made(String before, Optional<StepsReading> atSource, StepsReading here, AroundHere aroundHere) {
        Made last = here.statement();
        SideTexts sides = new SideTexts(dialect, around, aroundHere, last.sql());
        Optional<Made> own = atSource.map(reading -> sides.pruned(before, reading));
        SidesText whole = SidesText.of(sides.all(own.map(Made::sql)), last.sql());
        List<Made.Stretch> stretches = new ArrayList<>();
        own.ifPresent(found -> whole.sides().stream()
                .filter(side -> side.name().equals(aroundHere.rowsName()))
                .forEach(side -> found.stretches().stream()
                        .filter(stretch -> stretch.origin().line() < first.number())
                        .forEach(stretch -> stretches.add(moved(stretch, side.start())))));
        last.stretches().stream()
                .filter(stretch -> stretch.origin().line() >= first.number())
                .forEach(stretch -> stretches.add(moved(stretch, whole.hereStart())));
        return new Made(whole.whole(), stretches);
    }

    private static Made.Stretch moved(Made.Stretch stretch, int by) {
        return new Made.Stretch(stretch.start() + by, stretch.end() + by, stretch.origin());
    }

    /** Each as it was read where it is done. */
    private List<StepsReading.One> steps(List<StepLines.Line> own, Optional<StepsReading> atSource, StepsReading here) {
        List<StepsReading.One> steps = new ArrayList<>();
        Collection<StepsReading.One> before = atSource.map(StepsReading::steps).orElse(List.of());
        steps.addAll(before);
        here.steps().stream()
                .filter(step -> step.line() >= first.number() || own.isEmpty())
                .forEach(steps::add);
        return steps;
    }
}
