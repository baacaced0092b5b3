package plainsieve.core.steps.sql;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Function;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.steps.read.Mark;
import plainsieve.core.steps.read.ReadLine;
import plainsieve.core.steps.read.Scope;
import plainsieve.core.steps.read.StepLines;
import plainsieve.core.steps.read.Wanted;
import plainsieve.core.steps.step.KnownColumn;
import plainsieve.core.steps.step.Step;
import plainsieve.core.value.Interruption;
import plainsieve.core.value.Lines;
import plainsieve.core.value.Place;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;

/**
 * Steps as they were read: each with what it says, what rows there are after it, and what is wrong with it; and the statement
 * that they come to.
 *
 * <pre>
 * StepsReading.of("steps 1\nrows of crossings\nwhere state is 'CANCELLED'", dialect, around).sql()
 *     → select * from crossings where state = 'CANCELLED'
 * </pre>
 *
 * @param made nothing while something is wrong
 * @param order what the rows are sorted by at last, as far as it is columns that there are
 */
public record StepsReading(List<One> steps, Optional<Made> made, List<Sorted> order, List<Problem> problems) {
    /**
     * A step.
     *
     * @param line the number of its line in the text, from 0
     * @param written its words as they are kept
     * @param marks words in it that can be changed; none while it cannot be understood
     * @param columns the columns after it; nothing when they are not known
     * @param fresh those of them that the step brought
     * @param problem what is wrong with it; its place is in the whole text
     */
    public record One(
            int line,
            boolean on,
            String written,
            List<Mark> marks,
            Optional<List<KnownColumn>> columns,
            Set<String> fresh,
            Optional<Problem> problem,
            Optional<Step> step) {}

    /** A column that rows are sorted by. */
    public record Sorted(String column, boolean largestFirst) {}

    private static final int MOST_STEPS = 200;

    public StepsReading {
        order = List.copyOf(order);
        steps = List.copyOf(steps);
        problems = List.copyOf(problems);
    }

    /** Reads the text of steps. Never throws on what is wrong in it. */
    public static StepsReading of(String text, Dialect dialect, Around around) {
        return new Reader(text, dialect, around).read();
    }

    /** The statement. Throws {@link ProblemException} with every problem when there is none. */
    public Made statement() {
        return made.orElseThrow(() -> new ProblemException(problems));
    }

    /** The columns that there are at last; none while they are not known. */
    public List<KnownColumn> columns() {
        return steps.isEmpty()
                ? List.of()
                : steps.get(steps.size() - 1).columns().orElse(List.of());
    }

    /** The words of the steps that a place in their statement comes from. @param text of the steps */
    public Optional<Place> place(String text, Place inStatement) {
        return made.flatMap(found -> found.at(inStatement.start()))
                .flatMap(origin -> StepLines.of(text).lines().stream()
                        .filter(line -> line.number() == origin.line())
                        .findFirst()
                        .map(line -> Lines.of(text)
                                .place(
                                        Math.min(line.start() + origin.at().start(), text.length()),
                                        Math.min(line.start() + origin.at().end(), text.length()))));
    }

    /** Problems of the statement as problems of the steps. */
    public List<Problem> placed(String text, List<Problem> ofStatement) {
        return ofStatement.stream()
                .map(problem -> new Problem(
                        problem.kind(),
                        problem.message(),
                        problem.advice(),
                        problem.place().flatMap(place -> place(text, place)),
                        problem.parameter()))
                .toList();
    }

    /** What could come next in a line of which this much is typed, behind the first so many steps. */
    public Set<Wanted> wanted(String typed, int behind) {
        return ReadLine.wanted(
                typed,
                new Scope(behind == 0 ? Optional.empty() : steps.get(behind - 1).columns()));
    }

    /** Goes through the lines with the rows as they are after each. */
    private static final class Reader {
        private final String text;
        private final Dialect dialect;
        private final Around around;
        private final List<One> steps = new ArrayList<>();
        private final List<Problem> problems = new ArrayList<>();
        private Optional<Block> block = Optional.empty();
        private Making last;

        Reader(String text, Dialect dialect, Around around) {
            this.text = text;
            this.dialect = dialect;
            this.around = around;
            this.last = Making.of(dialect, around, 0, "");
        }

        StepsReading read() {
            List<StepLines.Line> lines = StepLines.of(text).lines();
            lines.stream().limit(MOST_STEPS).forEach(this::step);
            if (lines.size() > MOST_STEPS) {
                StepLines.Line first = lines.get(MOST_STEPS);
                problems.add(Problem.of(
                                "too-many-steps",
                                "There are %,d steps; %,d are the most.".formatted(lines.size(), MOST_STEPS),
                                "Put some of them into a query of their own, and begin with its rows.")
                        .at(Lines.of(text)
                                .place(
                                        first.start(),
                                        first.start() + first.text().length())));
            }
            if (block.isEmpty() && problems.isEmpty()) {
                problems.add(Problem.of("no-steps", "There is no step yet.", "Begin with “rows of” and a table.")
                        .at(Place.in(text, 0, Math.min(StepLines.HEADER.length(), text.length()))));
            }
            if (problems.isEmpty() && !block.orElseThrow().keepsStar()) {
                problems.add(Problem.of(
                                "unknown-columns",
                                "What columns there are is not known here, and a step takes one of them away.",
                                "Say with “columns …” which there shall be, or wait until the source has told its columns.")
                        .at(Lines.of(text).place(text.lastIndexOf(last.text()), text.length())));
            }
            Optional<Made> made =
                    problems.isEmpty() ? block.map(found -> new StatementWriter(last).write(found)) : Optional.empty();
            return new StepsReading(steps, made, block.map(Reader::order).orElse(List.of()), problems);
        }

        private static List<Sorted> order(Block block) {
            List<Sorted> order = new ArrayList<>();
            for (Block.Ordering one : block.order()) {
                Optional<Block.Out> out =
                        block.out(one.by()).filter(found -> found.value().isAs(one.value()));
                if (out.isEmpty()) {
                    break;
                }
                order.add(new Sorted(out.get().name(), one.largestFirst()));
            }
            return order;
        }

        private void step(StepLines.Line line) {
            Interruption.check();
            Making making = Making.of(dialect, around, line.number(), line.text());
            Scope scope = new Scope(block.flatMap(Block::columns));
            Optional<ReadLine> read = Optional.empty();
            try {
                read = Optional.of(ReadLine.of(line.text(), scope));
                making = Making.of(dialect, around, line.number(), read.get().written());
                Block after = after(read.get().step(), making);
                if (line.on()) {
                    Set<String> fresh = fresh(after);
                    block = Optional.of(after);
                    last = making;
                    add(line, read, fresh, Optional.empty());
                    return;
                }
                add(line, read, Set.of(), Optional.empty());
            } catch (ProblemException e) {
                Problem placed = placed(e.first(), line);
                if (line.on()) {
                    problems.add(placed);
                    // What it would have brought may be named further down: that is not wrong, too.
                    block = block.map(Block::opened);
                }
                add(line, read, Set.of(), Optional.of(placed));
            }
        }

        private Block after(Step step, Making making) {
            Building building = new Building(making, new QueriesOfSteps(List.of()));
            return block.isEmpty()
                    ? building.first(Building.beginning(step, making))
                    : building.after(block.get(), step);
        }

        private Set<String> fresh(Block after) {
            if (block.isEmpty() || block.get().open()) {
                return Set.of();
            }
            Set<String> before = new HashSet<>();
            block.get().outs().forEach(out -> before.add(out.name().toLowerCase(Locale.ROOT)));
            Set<String> fresh = new TreeSet<>();
            after.outs().stream()
                    .map(Block.Out::name)
                    .filter(name -> !before.contains(name.toLowerCase(Locale.ROOT)))
                    .forEach(fresh::add);
            return fresh;
        }

        private void add(StepLines.Line line, Optional<ReadLine> read, Set<String> fresh, Optional<Problem> problem) {
            steps.add(new One(
                    line.number(),
                    line.on(),
                    read.map(ReadLine::written).orElse(line.text()),
                    read.map(ReadLine::marks).orElse(List.of()),
                    block.flatMap(Block::columns),
                    fresh,
                    problem,
                    read.map(ReadLine::step)));
        }

        private Problem placed(Problem problem, StepLines.Line line) {
            Function<Place, Place> shifted = place -> Lines.of(text)
                    .place(
                            Math.min(line.start() + place.start(), text.length()),
                            Math.min(line.start() + place.end(), text.length()));
            return problem.at(problem.place().map(shifted).orElseGet(() -> Lines.of(text)
                    .place(line.start(), line.start() + line.text().length())));
        }
    }
}
