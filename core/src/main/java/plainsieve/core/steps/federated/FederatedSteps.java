package plainsieve.core.steps.federated;

import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.federation.FederatedQueryText;
import plainsieve.core.steps.compile.SchemaContext;
import plainsieve.core.steps.compile.StepsAnalysis;
import plainsieve.core.steps.compile.block.CompiledSteps;
import plainsieve.core.steps.model.KnownColumn;
import plainsieve.core.steps.parse.StepLines;
import plainsieve.core.steps.parse.StepReferences;
import plainsieve.core.value.LineIndex;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;

/**
 * Compiles steps that read queries of other sources. Steps before the first cross-source step run at the query's own source; that
 * step and all later ones run here.
 *
 * <pre>
 * from crossings                         side "rows_at_harbour" of "harbour": select * from crossings where …
 * where state = 'SAILED'
 * join query 'tides' on port, day        side "tides" of "sea": get /tides …
 * group by height: count of rows as n    here: select t.height, count(*) as n from rows_at_harbour r join tides t on …
 * </pre>
 */
public final class FederatedSteps {
    private final String text;
    private final Dialect dialect;
    private final SchemaContext schema;
    private final StepLines.Line first;

    private FederatedSteps(String text, Dialect dialect, SchemaContext schema, StepLines.Line first) {
        this.text = text;
        this.dialect = dialect;
        this.schema = schema;
        this.first = first;
    }

    /** Analyzes the text of steps. Never throws for errors in it. */
    public static StepsAnalysis of(String text, Dialect dialect, SchemaContext schema) {
        Optional<StepLines.Line> first = firstElsewhere(text, schema);
        return first.isEmpty()
                ? StepsAnalysis.of(text, dialect, schema)
                : new FederatedSteps(text, dialect, schema, first.get()).read();
    }

    /** Whether a text reads rows of another source. */
    public static boolean isOne(String text, SchemaContext schema) {
        return StepLines.isSteps(text) && firstElsewhere(text, schema).isPresent();
    }

    /** The columns that the rows of a query have; none while they are not known. */
    public static List<KnownColumn> columns(String query, Dialect dialect, SchemaContext schema) {
        LocalSchemaContext here = new LocalSchemaContext(dialect, schema, Optional.empty());
        try {
            return here.columns("", here.nameOf(query)).orElse(List.of());
        } catch (ProblemException e) {
            // An unusable query has no columns.
            return List.of();
        }
    }

    /** The number of the first line that runs locally; empty if everything runs at the source. */
    public static Optional<Integer> lineHere(String text, SchemaContext schema) {
        return StepLines.isSteps(text) ? firstElsewhere(text, schema).map(StepLines.Line::number) : Optional.empty();
    }

    private static Optional<StepLines.Line> firstElsewhere(String text, SchemaContext schema) {
        return StepLines.of(text).steps().stream()
                .filter(line -> referencedQueries(line).stream().anyMatch(one -> isElsewhere(one.name(), schema)))
                .findFirst();
    }

    /** An unusable query is reported at its line during analysis. */
    private static boolean isElsewhere(String query, SchemaContext schema) {
        try {
            return schema.elsewhere(query).isPresent();
        } catch (ProblemException e) {
            return true;
        }
    }

    private static List<StepReferences.QueryReference> referencedQueries(StepLines.Line line) {
        return StepReferences.queries(StepLines.HEADER + "\n" + line.text());
    }

    private StepsAnalysis read() {
        String before = Stream.of(text.split("\n", -1)).limit(first.number()).collect(Collectors.joining("\n"));
        List<StepLines.Line> own = StepLines.of(before).steps();
        Optional<StepsAnalysis> atSource =
                own.isEmpty() ? Optional.empty() : Optional.of(StepsAnalysis.of(before, dialect, schema));
        LocalSchemaContext localSchemaContext =
                new LocalSchemaContext(dialect, schema, atSource.map(StepsAnalysis::columns));
        StepsAnalysis here =
                StepsAnalysis.of(stepsAfter(own, atSource, localSchemaContext), Dialects.HERE, localSchemaContext);
        List<Problem> problems = new ArrayList<>(called());
        atSource.ifPresent(analysis -> problems.addAll(analysis.problems()));
        // A problem at the source would be repeated for everything that depends on it.
        if (problems.isEmpty()) {
            problems.addAll(locate(here.problems()));
        }
        Optional<CompiledSteps> made = Optional.empty();
        if (problems.isEmpty()) {
            try {
                made = Optional.of(compile(before, atSource, here, localSchemaContext));
            } catch (ProblemException e) {
                problems.addAll(e.problems());
            }
        }
        return new StepsAnalysis(steps(own, atSource, here), made, here.order(), problems);
    }

    /** The local steps at their line numbers; before them a line that reads the rows of the source in order. */
    private String stepsAfter(
            List<StepLines.Line> own, Optional<StepsAnalysis> atSource, LocalSchemaContext localSchemaContext) {
        List<String> lines = new ArrayList<>(List.of(text.split("\n", -1)));
        if (atSource.isPresent()) {
            lines.subList(1, first.number()).replaceAll(line -> "");
            lines.set(own.get(0).number(), "from " + name(localSchemaContext.rowsName()));
            List<StepsAnalysis.SortColumn> order = atSource.get().order();
            if (!order.isEmpty()) {
                lines.set(
                        own.get(own.size() - 1).number(),
                        order.stream()
                                .map(one -> name(one.column()) + (one.largestFirst() ? " desc" : ""))
                                .collect(Collectors.joining(", ", "sort by ", "")));
            }
        }
        return String.join("\n", lines);
    }

    static String name(String name) {
        return "\"" + name.replace("\"", "\"\"") + "\"";
    }

    /** A query of another source is run once, not per row. */
    private List<Problem> called() {
        return StepLines.of(text).steps().stream()
                .filter(line -> line.number() >= first.number())
                .filter(line -> referencedQueries(line).stream()
                        .anyMatch(one -> !one.arguments().isEmpty()))
                .map(line -> Problem.of(
                                ProblemKind.NOT_SUPPORTED,
                                "From here on all is done on rows that were fetched, so that no query can be called for each of them.",
                                "Take its rows as they are, or call it in a step further up.")
                        .at(LineIndex.of(text)
                                .place(line.start(), line.start() + line.text().length())))
                .toList();
    }

    /** Local line numbers equal those of the whole text. */
    private List<Problem> locate(List<Problem> ofHere) {
        LineIndex lineIndex = LineIndex.of(text);
        return ofHere.stream()
                .map(problem -> problem.place().isEmpty()
                        ? problem
                        : problem.at(lineIndex.inLine(
                                problem.place().get().line(),
                                problem.place().get().column(),
                                problem.place().get().end()
                                        - problem.place().get().start())))
                .toList();
    }

    private CompiledSteps compile(
            String before,
            Optional<StepsAnalysis> atSource,
            StepsAnalysis here,
            LocalSchemaContext localSchemaContext) {
        CompiledSteps last = here.statement();
        PartTexts sides = new PartTexts(dialect, schema, localSchemaContext, last.sql());
        Optional<CompiledSteps> own = atSource.map(analysis -> sides.pruned(before, analysis));
        FederatedQueryText whole = FederatedQueryText.of(sides.all(own.map(CompiledSteps::sql)), last.sql());
        List<CompiledSteps.MappedRange> stretches = new ArrayList<>();
        own.ifPresent(found -> whole.parts().stream()
                .filter(part -> part.name().equals(localSchemaContext.rowsName()))
                .forEach(part -> found.stretches().stream()
                        .filter(mappedRange -> mappedRange.origin().line() < first.number())
                        .forEach(mappedRange -> stretches.add(moved(mappedRange, part.start())))));
        last.stretches().stream()
                .filter(mappedRange -> mappedRange.origin().line() >= first.number())
                .forEach(mappedRange -> stretches.add(moved(mappedRange, whole.localSqlStart())));
        return new CompiledSteps(whole.whole(), stretches);
    }

    private static CompiledSteps.MappedRange moved(CompiledSteps.MappedRange mappedRange, int by) {
        return new CompiledSteps.MappedRange(mappedRange.start() + by, mappedRange.end() + by, mappedRange.origin());
    }

    /** Each as it was read where it is done. */
    private List<StepsAnalysis.AnalyzedStep> steps(
            List<StepLines.Line> own, Optional<StepsAnalysis> atSource, StepsAnalysis here) {
        List<StepsAnalysis.AnalyzedStep> steps = new ArrayList<>();
        Collection<StepsAnalysis.AnalyzedStep> before =
                atSource.map(StepsAnalysis::steps).orElse(List.of());
        steps.addAll(before);
        here.steps().stream()
                .filter(step -> step.line() >= first.number() || own.isEmpty())
                .forEach(steps::add);
        return steps;
    }
}
