package plainsieve.core.steps.sql;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.steps.sql.Reckoned.Binding;
import plainsieve.core.steps.step.Mentioned;
import plainsieve.core.steps.step.Rows;
import plainsieve.core.steps.step.Step;

/**
 * Makes SQL of a query that is called for each row, where the database cannot ask it for each: it is asked once for all the
 * values with which it is called, which become more keys of its groups and of its first rows.
 *
 * <pre>
 * from (select distinct island from ports) r join crossings c on true where c.island = r.island group by r.island, c.state
 * </pre>
 *
 * A total of everything has a row even where it finds nothing, and is asked beside each row instead.
 */
final class CalledOnceSql {
    private final Making making;
    private final RowsSql rows;
    private final Step.Beside step;

    CalledOnceSql(Making making, RowsSql rows, Step.Beside step) {
        this.making = making;
        this.rows = rows;
        this.step = step;
    }

    /**
     * What is put beside rows.
     *
     * @param theirs its columns; those with which it was called first
     * @param called those columns, as they are called in our rows and in theirs
     */
    record Once(Block theirs, List<Step.Taken> called) {}

    /** The columns of our rows that the query is called with. */
    private List<String> columns() {
        Set<String> names = new LinkedHashSet<>();
        ((Rows.Query) step.rows()).arguments().forEach(argument -> names.addAll(Mentioned.columns(argument.value())));
        return List.copyOf(names);
    }

    /** Nothing where it cannot be told apart within the query. */
    Optional<Once> of(Block ours) {
        if (!(step.rows() instanceof Rows.Query) || ours.open()) {
            return Optional.empty();
        }
        Block keys = keys(ours);
        Set<String> taken = making.taken(ours);
        taken.addAll(keys.aliases());
        Block query = rows.of(step.rows(), taken, keys);
        boolean deeper = query.hasWindow()
                || query.open()
                || query.limit().filter(limit -> names(limit, keys)).isPresent()
                || query.from().stream().anyMatch(from -> speaksOf(from.item(), keys));
        boolean ofEverything =
                query.grouping().filter(grouping -> grouping.keys().isEmpty()).isPresent();
        return deeper || ofEverything ? Optional.empty() : Optional.of(once(query, keys));
    }

    /** All the values with which it is called, each once. */
    private Block keys(Block ours) {
        List<Block.Out> outs =
                columns().stream().flatMap(name -> ours.out(name).stream()).toList();
        return making.wrapped(ours.outs(outs).ordered(List.of()).asDistinct());
    }

    private static boolean names(Sql sql, Block keys) {
        boolean[] named = new boolean[1];
        sql.refs(ref -> named[0] |= ref.alias().equals(keys.from().get(0).alias()));
        return named[0];
    }

    private boolean speaksOf(Block.Item item, Block keys) {
        return JoinSql.speaksOf(Block.of(item, "", Optional.empty(), making.origin()), keys);
    }

    private Once once(Block query, Block keys) {
        List<Step.Taken> called = new ArrayList<>();
        List<Block.Out> outs = new ArrayList<>();
        for (Block.Out key : keys.outs()) {
            String name = "each_" + key.name();
            while (query.out(name).isPresent()) {
                name = name + "_";
            }
            outs.add(new Block.Out(name, key.value().on(query.grouping().isPresent() ? Level.KEY : Level.ROW)));
            called.add(new Step.Taken(name(key.name()), name(name)));
        }
        outs.addAll(query.outs());
        List<Block.From> from = new ArrayList<>(keys.from());
        Sql always = Sql.of(making.dialect().trueLiteral(), making.origin());
        query.from()
                .forEach(one -> from.add(
                        one.join().isPresent()
                                ? one
                                : new Block.From(
                                        one.item(), one.alias(), Optional.of(Block.Join.plain(false, always)))));
        Block all = new Block(
                from,
                query.where(),
                query.grouping().map(grouping -> with(grouping, keys)),
                outs,
                false,
                query.distinct(),
                query.order(),
                query.limit());
        List<Step.Name> each = called.stream().map(Step.Taken::as).toList();
        return new Once(
                all.limit().isPresent() ? new OrderSql(making).limitOfEach(all, each) : all.ordered(List.of()), called);
    }

    private static Block.Grouping with(Block.Grouping grouping, Block keys) {
        List<Sql> all = new ArrayList<>();
        keys.outs().forEach(key -> all.add(key.value().sql()));
        all.addAll(grouping.keys());
        return new Block.Grouping(all, grouping.having(), grouping.rolledUp());
    }

    private Step.Name name(String name) {
        return new Step.Name(name, step.rows().at());
    }

    /** Totals of everything, each asked beside a row; nothing where the query is none, or something within it is called. */
    Optional<Block> beside(Block ours) {
        Block query = rows.of(step.rows(), making.taken(ours), ours);
        boolean fits =
                query.grouping().filter(grouping -> grouping.keys().isEmpty()).isPresent()
                        && !query.hasWindow()
                        && query.limit().isEmpty()
                        && query.from().stream().noneMatch(from -> speaksOf(from.item(), ours));
        return fits ? Optional.of(totals(ours, query)) : Optional.empty();
    }

    private Block totals(Block ours, Block query) {
        List<Block.Out> outs = new ArrayList<>();
        for (Block.Out out : query.outs()) {
            Block alone = query.outs(List.of(out)).ordered(List.of());
            Sql asked = Sql.of(new Sql.Within(alone)).bracketed(making.origin());
            Reckoned value = out.value();
            outs.add(new Block.Out(
                    out.name(),
                    new Reckoned(asked, value.type(), Level.WINDOW, value.mayBeEmpty(), Binding.SINGLE, true)));
        }
        return ours.onlyFrom().outs(outs);
    }
}
