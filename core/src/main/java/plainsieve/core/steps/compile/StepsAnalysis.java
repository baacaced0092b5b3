package plainsieve.core.steps.compile;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Function;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.steps.compile.block.CompiledSteps;
import plainsieve.core.steps.compile.block.SelectBlock;
import plainsieve.core.steps.model.KnownColumn;
import plainsieve.core.steps.model.Step;
import plainsieve.core.steps.parse.Expectation;
import plainsieve.core.steps.parse.ParsedStep;
import plainsieve.core.steps.parse.StepLines;
import plainsieve.core.steps.parse.StepMark;
import plainsieve.core.steps.parse.StepScope;
import plainsieve.core.value.Interruption;
import plainsieve.core.value.LineIndex;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.TextLocation;

/**
 * The result of analyzing steps: each step with its columns, marks and problems, and the compiled statement.
 *
 * <pre>
 * StepsReading.of("steps 1\nfrom crossings\nwhere state = 'CANCELLED'", dialect, around).sql()
 *     → select * from crossings where state = 'CANCELLED'
 * </pre>
 *
 * @param made empty if there are errors
 * @param order the final sort order, as far as its columns exist
 */
public record StepsAnalysis(
        List<AnalyzedStep> steps, Optional<CompiledSteps> made, List<SortColumn> order, List<Problem> problems) {
    /**
     * A step.
     *
     * @param line its line number in the text, from 0
     * @param written its stored text
     * @param marks editable words; empty if it has errors
     * @param columns the columns after it; empty if unknown
     * @param fresh the columns that the step added
     * @param problem its error, located in the whole text
     */
    public record AnalyzedStep(
            int line,
            boolean on,
            String written,
            List<StepMark> marks,
            Optional<List<KnownColumn>> columns,
            Set<String> fresh,
            Optional<Problem> problem,
            Optional<Step> step) {}

    /** A column that rows are sorted by. */
    public record SortColumn(String column, boolean largestFirst) {}

    private static final int MOST_STEPS = 500;

    public StepsAnalysis {
        order = List.copyOf(order);
        steps = List.copyOf(steps);
        problems = List.copyOf(problems);
    }

    /** Analyzes the text of steps. Never throws for errors in it. */
    public static StepsAnalysis of(String text, Dialect dialect, SchemaContext schema) {
        return new Reader(text, dialect, schema).read();
    }

    /** The statement. Throws {@link ProblemException} with every problem if there is none. */
    public CompiledSteps statement() {
        return made.orElseThrow(() -> new ProblemException(problems));
    }

    /** The output columns; empty if unknown. */
    public List<KnownColumn> columns() {
        return steps.isEmpty()
                ? List.of()
                : steps.get(steps.size() - 1).columns().orElse(List.of());
    }

    /** The words of the steps from which a position in their statement originates. @param text of the steps */
    public Optional<TextLocation> place(String text, TextLocation inStatement) {
        return made.flatMap(found -> found.at(inStatement.start()))
                .flatMap(origin -> StepLines.of(text).lines().stream()
                        .filter(line -> line.number() == origin.line())
                        .findFirst()
                        .map(line -> LineIndex.of(text)
                                .place(
                                        Math.min(line.start() + origin.at().start(), text.length()),
                                        Math.min(line.start() + origin.at().end(), text.length()))));
    }

    /** Problems of the statement as problems of the steps. */
    public List<Problem> locate(String text, List<Problem> ofStatement) {
        return ofStatement.stream()
                .map(problem -> new Problem(
                        problem.kind(),
                        problem.message(),
                        problem.advice(),
                        problem.place().flatMap(location -> place(text, location)),
                        problem.parameter()))
                .toList();
    }

    /** Possible continuations of a typed line after the given number of steps. */
    public Set<Expectation> expectations(String typed, int behind) {
        return ParsedStep.expectations(
                typed,
                new StepScope(
                        behind == 0 ? Optional.empty() : steps.get(behind - 1).columns()));
    }

    /** Processes the lines with the rows after each. */
    private static final class Reader {
        private final String text;
        private final Dialect dialect;
        private final SchemaContext schema;
        private final List<AnalyzedStep> steps = new ArrayList<>();
        private final List<Problem> problems = new ArrayList<>();
        private Optional<SelectBlock> block = Optional.empty();
        private CompileContext last;

        Reader(String text, Dialect dialect, SchemaContext schema) {
            this.text = text;
            this.dialect = dialect;
            this.schema = schema;
            this.last = CompileContext.of(dialect, schema, 0, "");
        }

        StepsAnalysis read() {
            List<StepLines.Line> lines = StepLines.of(text).lines();
            lines.stream().limit(MOST_STEPS).forEach(this::step);
            if (lines.size() > MOST_STEPS) {
                StepLines.Line first = lines.get(MOST_STEPS);
                problems.add(Problem.of(
                                ProblemKind.LIMIT_EXCEEDED,
                                "There are %,d steps; %,d are the most.".formatted(lines.size(), MOST_STEPS),
                                "Move some of them to another query, and begin with its rows.")
                        .at(LineIndex.of(text)
                                .place(
                                        first.start(),
                                        first.start() + first.text().length())));
            }
            if (block.isEmpty() && problems.isEmpty()) {
                problems.add(
                        Problem.of(ProblemKind.NO_STEPS, "There are no steps yet.", "Begin with “from” and a table.")
                                .at(TextLocation.of(text, 0, Math.min(StepLines.HEADER.length(), text.length()))));
            }
            if (problems.isEmpty() && !block.orElseThrow().keepsStar()) {
                problems.add(Problem.of(
                                ProblemKind.UNKNOWN_COLUMN,
                                "The columns are unknown here, and a step removes one of them.",
                                "List the columns with “columns …”, or wait until the columns of the source are loaded.")
                        .at(LineIndex.of(text).place(text.lastIndexOf(last.text()), text.length())));
            }
            Optional<CompiledSteps> made =
                    problems.isEmpty() ? block.map(found -> new StatementWriter(last).write(found)) : Optional.empty();
            return new StepsAnalysis(steps, made, block.map(Reader::order).orElse(List.of()), problems);
        }

        private static List<SortColumn> order(SelectBlock block) {
            List<SortColumn> order = new ArrayList<>();
            for (SelectBlock.Ordering one : block.order()) {
                Optional<SelectBlock.Out> out =
                        block.output(one.by()).filter(found -> found.value().isAs(one.value()));
                if (out.isEmpty()) {
                    break;
                }
                order.add(new SortColumn(out.get().name(), one.largestFirst()));
            }
            return order;
        }

        private void step(StepLines.Line line) {
            Interruption.check();
            CompileContext context = CompileContext.of(dialect, schema, line.number(), line.text());
            StepScope scope = new StepScope(block.flatMap(SelectBlock::columns));
            Optional<ParsedStep> read = Optional.empty();
            try {
                read = Optional.of(ParsedStep.of(line.text(), scope));
                context = CompileContext.of(
                        dialect, schema, line.number(), read.get().written());
                SelectBlock after = after(read.get().step(), context);
                if (line.on()) {
                    Set<String> fresh = fresh(after);
                    block = Optional.of(after);
                    last = context;
                    add(line, read, fresh, Optional.empty());
                    return;
                }
                add(line, read, Set.of(), Optional.empty());
            } catch (ProblemException e) {
                Problem placed = placed(e.first(), line);
                if (line.on()) {
                    problems.add(placed);
                    // Later references to columns of an invalid step are not errors.
                    block = block.map(SelectBlock::opened);
                }
                add(line, read, Set.of(), Optional.of(placed));
            }
        }

        private SelectBlock after(Step step, CompileContext context) {
            StepCompiler compiler = new StepCompiler(context, new StepQueryResolver(List.of()));
            return block.isEmpty()
                    ? compiler.first(StepCompiler.beginning(step, context))
                    : compiler.after(block.get(), step);
        }

        private Set<String> fresh(SelectBlock after) {
            if (block.isEmpty() || block.get().open()) {
                return Set.of();
            }
            Set<String> before = new HashSet<>();
            block.get().outs().forEach(out -> before.add(out.name().toLowerCase(Locale.ROOT)));
            Set<String> fresh = new TreeSet<>();
            after.outs().stream()
                    .map(SelectBlock.Out::name)
                    .filter(name -> !before.contains(name.toLowerCase(Locale.ROOT)))
                    .forEach(fresh::add);
            return fresh;
        }

        private void add(StepLines.Line line, Optional<ParsedStep> read, Set<String> fresh, Optional<Problem> problem) {
            steps.add(new AnalyzedStep(
                    line.number(),
                    line.on(),
                    read.map(ParsedStep::written).orElse(line.text()),
                    read.map(ParsedStep::marks).orElse(List.of()),
                    block.flatMap(SelectBlock::columns),
                    fresh,
                    problem,
                    read.map(ParsedStep::step)));
        }

        private Problem placed(Problem problem, StepLines.Line line) {
            Function<TextLocation, TextLocation> shifted = location -> LineIndex.of(text)
                    .place(
                            Math.min(line.start() + location.start(), text.length()),
                            Math.min(line.start() + location.end(), text.length()));
            return problem.at(problem.place().map(shifted).orElseGet(() -> LineIndex.of(text)
                    .place(line.start(), line.start() + line.text().length())));
        }
    }
}
