package plainsieve.core.steps.compile;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;
import plainsieve.core.steps.model.RowSource;
import plainsieve.core.steps.model.Step;
import plainsieve.core.steps.parse.ParsedStep;
import plainsieve.core.steps.parse.StepLines;
import plainsieve.core.steps.parse.StepScope;
import plainsieve.core.value.NearestName;
import plainsieve.core.value.ProblemException;

/** Other queries as rows: steps go on where the other's end; SQL stands in brackets. */
final class StepQueryResolver implements QueryResolver {
    private final List<String> path;

    /** @param path the queries that are being read, the outermost first; none may come again */
    StepQueryResolver(List<String> path) {
        this.path = List.copyOf(path);
    }

    @Override
    public SelectBlock block(RowSource.Query query, CompileContext making, Set<String> taken, SelectBlock ours) {
        String text = making.around().query(query.id()).orElseThrow(() -> unknown(query, making));
        if (path.contains(query.id())) {
            throw making.wrong(
                    "query-circle",
                    query.at(),
                    "The rows of query “%s” would be made of themselves: %s."
                            .formatted(query.id(), String.join(" → ", path) + " → " + query.id()),
                    "Take the rows of another query.");
        }
        CompileContext within = making.within(text, query.at(), taken)
                .calledWith(new ParameterizedQuery(making, ours).arguments(query, text));
        return StepLines.isSteps(text) ? ofSteps(query, text, within, making) : ofSql(query, text, within);
    }

    private static ProblemException unknown(RowSource.Query query, CompileContext making) {
        Set<String> all = new TreeSet<>(making.around().queries());
        all.addAll(making.around().queriesElsewhere().keySet());
        return making.wrong(
                "unknown-query",
                query.at(),
                "There is no query “%s”.".formatted(query.id()),
                NearestName.to(query.id(), all)
                        .map("Did you mean “%s”?"::formatted)
                        .orElse("Take one of the project."));
    }

    /** @param around of the line that takes the rows, where what is wrong is told */
    private SelectBlock ofSteps(RowSource.Query query, String text, CompileContext making, CompileContext around) {
        StepQueryResolver deeper = new StepQueryResolver(
                Stream.concat(path.stream(), Stream.of(query.id())).toList());
        Optional<SelectBlock> block = Optional.empty();
        for (StepLines.Line line : StepLines.of(text).steps()) {
            CompileContext one =
                    making.within(line.text(), query.at(), making.reserved()).calledWith(making.arguments());
            try {
                Step step = ParsedStep.of(line.text(), new StepScope(block.flatMap(SelectBlock::columns)))
                        .step();
                StepCompiler building = new StepCompiler(one, deeper);
                block = Optional.of(
                        block.isEmpty()
                                ? building.first(StepCompiler.beginning(step, one))
                                : building.after(block.get(), step));
            } catch (ProblemException e) {
                throw around.wrong(
                        "query-broken",
                        query.at(),
                        "Query “%s” cannot be read: %s"
                                .formatted(query.id(), e.first().message()),
                        "Mend that query first.");
            }
        }
        return block.orElseThrow(() -> around.wrong(
                "query-broken", query.at(), "Query “%s” has no steps.".formatted(query.id()), "Give it one."));
    }

    private static SelectBlock ofSql(RowSource.Query query, String text, CompileContext making) {
        String bare = text.strip().replaceFirst(";\\s*$", "");
        SqlFragment sql = ParameterizedQuery.filledIn(bare, making).and("\n", making.origin());
        String alias = making.alias(query.id(), making.reserved());
        return SelectBlock.of(new SelectBlock.Asked(sql), alias, Optional.empty(), making.origin());
    }
}
