package plainsieve.core.steps.compile;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;
import plainsieve.core.steps.compile.block.SelectBlock;
import plainsieve.core.steps.compile.block.SqlFragment;
import plainsieve.core.steps.model.RowSource;
import plainsieve.core.steps.model.Step;
import plainsieve.core.steps.parse.ParsedStep;
import plainsieve.core.steps.parse.StepLines;
import plainsieve.core.steps.parse.StepScope;
import plainsieve.core.value.NearestName;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;

/** Inlines referenced queries: steps are continued, SQL becomes a subquery. */
final class StepQueryResolver implements QueryResolver {
    private final List<String> path;

    /** @param path the queries being resolved, outermost first, for cycle detection */
    StepQueryResolver(List<String> path) {
        this.path = List.copyOf(path);
    }

    @Override
    public SelectBlock block(RowSource.Query query, CompileContext context, Set<String> taken, SelectBlock ours) {
        String text = context.around().query(query.name()).orElseThrow(() -> unknown(query, context));
        if (path.contains(query.name())) {
            throw context.wrong(
                    ProblemKind.CIRCULAR_REFERENCE,
                    query.at(),
                    "Query “%s” would read itself: %s."
                            .formatted(query.name(), String.join(" → ", path) + " → " + query.name()),
                    "Use another query.");
        }
        CompileContext within = context.within(text, query.at(), taken)
                .calledWith(new ParameterizedQuery(context, ours).arguments(query, text));
        return StepLines.isSteps(text) ? ofSteps(query, text, within, context) : ofSql(query, text, within);
    }

    private static ProblemException unknown(RowSource.Query query, CompileContext context) {
        Set<String> all = new TreeSet<>(context.around().queries());
        all.addAll(context.around().queriesElsewhere().keySet());
        return context.wrong(
                ProblemKind.UNKNOWN_QUERY,
                query.at(),
                "Unknown query “%s”.".formatted(query.name()),
                NearestName.of(query.name(), all)
                        .map("Did you mean “%s”?"::formatted)
                        .orElse("Use one of the project's queries."));
    }

    /** @param around the context of the referencing line, where errors are reported */
    private SelectBlock ofSteps(RowSource.Query query, String text, CompileContext context, CompileContext around) {
        StepQueryResolver deeper = new StepQueryResolver(
                Stream.concat(path.stream(), Stream.of(query.name())).toList());
        Optional<SelectBlock> block = Optional.empty();
        for (StepLines.Line line : StepLines.of(text).steps()) {
            CompileContext one =
                    context.within(line.text(), query.at(), context.reserved()).calledWith(context.arguments());
            try {
                Step step = ParsedStep.of(line.text(), new StepScope(block.flatMap(SelectBlock::columns)))
                        .step();
                StepCompiler compiler = new StepCompiler(one, deeper);
                block = Optional.of(
                        block.isEmpty()
                                ? compiler.first(StepCompiler.beginning(step, one))
                                : compiler.after(block.get(), step));
            } catch (ProblemException e) {
                throw around.wrong(
                        ProblemKind.INVALID_STEP,
                        query.at(),
                        "Query “%s” cannot be read: %s"
                                .formatted(query.name(), e.first().message()),
                        "Correct that query first.");
            }
        }
        return block.orElseThrow(() -> around.wrong(
                ProblemKind.INVALID_STEP,
                query.at(),
                "Query “%s” has no steps.".formatted(query.name()),
                "Give it one."));
    }

    private static SelectBlock ofSql(RowSource.Query query, String text, CompileContext context) {
        String bare = text.strip().replaceFirst(";\\s*$", "");
        SqlFragment sql = ParameterizedQuery.filledIn(bare, context).and("\n", context.origin());
        String alias = context.alias(query.name(), context.reserved());
        return SelectBlock.of(new SelectBlock.SubqueryItem(sql), alias, Optional.empty(), context.origin());
    }
}
