package plainsieve.core.steps.sql;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;
import plainsieve.core.steps.read.ReadLine;
import plainsieve.core.steps.read.Scope;
import plainsieve.core.steps.read.StepLines;
import plainsieve.core.steps.step.Rows;
import plainsieve.core.steps.step.Step;
import plainsieve.core.value.Nearest;
import plainsieve.core.value.ProblemException;

/** Other queries as rows: steps go on where the other's end; SQL stands in brackets. */
final class QueriesOfSteps implements Queries {
    private final List<String> path;

    /** @param path the queries that are being read, the outermost first; none may come again */
    QueriesOfSteps(List<String> path) {
        this.path = List.copyOf(path);
    }

    @Override
    public Block block(Rows.Query query, Making making, Set<String> taken, Block ours) {
        String text = making.around().query(query.id()).orElseThrow(() -> unknown(query, making));
        if (path.contains(query.id())) {
            throw making.wrong(
                    "query-circle",
                    query.at(),
                    "The rows of query “%s” would be made of themselves: %s."
                            .formatted(query.id(), String.join(" → ", path) + " → " + query.id()),
                    "Take the rows of another query.");
        }
        Making within =
                making.within(text, query.at(), taken).calledWith(new CalledQuery(making, ours).arguments(query, text));
        return StepLines.isSteps(text) ? ofSteps(query, text, within, making) : ofSql(query, text, within);
    }

    private static ProblemException unknown(Rows.Query query, Making making) {
        Set<String> all = new TreeSet<>(making.around().queries());
        all.addAll(making.around().queriesElsewhere().keySet());
        return making.wrong(
                "unknown-query",
                query.at(),
                "There is no query “%s”.".formatted(query.id()),
                Nearest.to(query.id(), all).map("Did you mean “%s”?"::formatted).orElse("Take one of the project."));
    }

    /** @param around of the line that takes the rows, where what is wrong is told */
    private Block ofSteps(Rows.Query query, String text, Making making, Making around) {
        QueriesOfSteps deeper = new QueriesOfSteps(
                Stream.concat(path.stream(), Stream.of(query.id())).toList());
        Optional<Block> block = Optional.empty();
        for (StepLines.Line line : StepLines.of(text).steps()) {
            Making one =
                    making.within(line.text(), query.at(), making.reserved()).calledWith(making.arguments());
            try {
                Step step = ReadLine.of(line.text(), new Scope(block.flatMap(Block::columns)))
                        .step();
                Building building = new Building(one, deeper);
                block = Optional.of(
                        block.isEmpty()
                                ? building.first(Building.beginning(step, one))
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

    private static Block ofSql(Rows.Query query, String text, Making making) {
        String bare = text.strip().replaceFirst(";\\s*$", "");
        Sql sql = CalledQuery.filledIn(bare, making).and("\n", making.origin());
        String alias = making.alias(query.id(), making.reserved());
        return Block.of(new Block.Asked(sql), alias, Optional.empty(), making.origin());
    }
}
