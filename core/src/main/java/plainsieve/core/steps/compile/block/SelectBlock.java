package plainsieve.core.steps.compile.block;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import plainsieve.core.steps.model.KnownColumn;

/**
 * One SELECT under construction. Its outputs have names; its inputs have unique aliases.
 *
 * @param open whether it also returns all other columns of its first item, because they are unknown
 * @param where conditions on rows, joined by AND
 */
public record SelectBlock(
        List<FromItem> from,
        List<SqlFragment> where,
        Optional<Grouping> grouping,
        List<Out> outs,
        boolean open,
        boolean distinct,
        List<Ordering> order,
        Optional<SqlFragment> limit) {

    /** An output column. */
    public record Out(String name, SqlExpression value) {
        /** Whether it is an input column, under any name. */
        public boolean isColumn() {
            List<SqlFragment.Piece> pieces = value.sql().pieces();
            return pieces.size() == 1 && pieces.get(0) instanceof SqlFragment.Ref;
        }
    }

    /** @param by the referenced name, which may no longer be an output */
    public record Ordering(String by, SqlExpression value, boolean largestFirst) {}

    /**
     * @param having conditions on groups
     * @param rolledUp whether subtotals are added for each prefix of the keys, down to a grand total
     */
    public record Grouping(List<SqlFragment> keys, List<SqlFragment> having, boolean rolledUp) {
        public Grouping {
            keys = List.copyOf(keys);
            having = List.copyOf(having);
        }

        public Grouping having(SqlFragment condition) {
            return new Grouping(keys, SelectBlock.with(having, condition), rolledUp);
        }
    }

    /** A FROM item. @param join how it is joined; empty for the first */
    public record FromItem(Item item, String alias, Optional<Join> join) {}

    /**
     * @param kept whether unmatched rows are kept
     * @param matched columns of the joined item in equality conditions
     * @param lateral whether the joined item references preceding ones
     */
    public record Join(boolean kept, SqlFragment on, Set<String> matched, boolean lateral) {
        public Join {
            matched = Set.copyOf(matched);
        }

        public static Join plain(boolean kept, SqlFragment on) {
            return new Join(kept, on, Set.of(), false);
        }
    }

    /** The rows of a FROM item. */
    public sealed interface Item {}

    /** A table, or another row source. @param keys the columns of its primary key */
    public record TableItem(String text, Optional<List<KnownColumn>> columns, List<Set<String>> keys, StepOrigin origin)
            implements Item {
        public TableItem {
            keys = List.copyOf(keys);
        }
    }

    /** A function of the database with its arguments. */
    public record FunctionItem(SqlFragment call) implements Item {}

    /** A query that is written out, in brackets. */
    public record SubqueryItem(SqlFragment query) implements Item {}

    public record Nested(SelectBlock block) implements Item {}

    /** A common table expression, referenced by its name. The stack that declares it references it at least twice. */
    public record CommonTable(String name, SelectBlock rows) implements Item {}

    /**
     * Appended blocks with the same names in the same order.
     *
     * @param declared the common table expression before the blocks
     */
    public record Union(List<SelectBlock> blocks, Optional<CommonTable> declared) implements Item {
        public Union {
            blocks = List.copyOf(blocks);
        }

        public static Union of(List<SelectBlock> blocks) {
            return new Union(blocks, Optional.empty());
        }
    }

    public SelectBlock {
        from = List.copyOf(from);
        where = List.copyOf(where);
        outs = List.copyOf(outs);
        order = List.copyOf(order);
    }

    /** A block that returns all columns of an item. */
    public static SelectBlock of(Item item, String alias, Optional<List<KnownColumn>> columns, StepOrigin origin) {
        List<Out> outs = columns.orElse(List.of()).stream()
                .map(column -> new Out(column.name(), ref(alias, column, origin)))
                .toList();
        FromItem from = new FromItem(item, alias, Optional.empty());
        return new SelectBlock(
                List.of(from),
                List.of(),
                Optional.empty(),
                outs,
                columns.isEmpty(),
                false,
                List.of(),
                Optional.empty());
    }

    public static SqlExpression ref(String alias, KnownColumn column, StepOrigin origin) {
        SqlExpression read = SqlExpression.single(
                SqlFragment.of(new SqlFragment.Ref(alias, column.name(), origin)), column.type(), EvaluationLevel.ROW);
        return column.mayBeEmpty() ? read : read.neverEmpty();
    }

    /** The output of that name; among names that differ in case only, the exact one. */
    public Optional<Out> output(String name) {
        return outs.stream().filter(out -> out.name().equals(name)).findFirst().or(() -> outs.stream()
                .filter(out -> out.name().equalsIgnoreCase(name))
                .findFirst());
    }

    /** Its columns; nothing when not all of them are known. */
    public Optional<List<KnownColumn>> columns() {
        return open
                ? Optional.empty()
                : Optional.of(outs.stream()
                        .map(out -> new KnownColumn(
                                out.name(), out.value().type(), out.value().mayBeEmpty()))
                        .toList());
    }

    /** The outputs that are input columns of the same name. */
    public List<Out> inStar() {
        return open && from.get(0).item() instanceof Nested nested
                ? nested.block().outs()
                : List.of();
    }

    /** Whether a star comes first: individual columns of an unknown set cannot be removed or changed. */
    public boolean keepsStar() {
        boolean within = !open
                || !(from.get(0).item() instanceof Nested nested)
                || nested.block().keepsStar();
        List<Out> all = inStar();
        boolean kept = within && outs.size() >= all.size();
        for (int i = 0; kept && i < all.size(); i++) {
            Out out = outs.get(i);
            kept = out.name().equals(all.get(i).name())
                    && out.isColumn()
                    && out.value().sql().pieces().get(0) instanceof SqlFragment.Ref ref
                    && ref.column().equals(all.get(i).name());
        }
        return kept;
    }

    public boolean isRolledUp() {
        return grouping.filter(Grouping::rolledUp).isPresent();
    }

    public boolean hasWindow() {
        return outs.stream().anyMatch(out -> out.value().level() == EvaluationLevel.WINDOW);
    }

    /** Whether each input row is one output row or none, so that more conditions and joins can be added. */
    public boolean isPlain() {
        return grouping.isEmpty() && !distinct && limit.isEmpty() && !hasWindow();
    }

    /** Every column referenced in its own clauses, excluding subqueries in FROM. */
    public void ownRefs(Consumer<SqlFragment.Ref> each) {
        clauses(sql -> sql.refs(each));
    }

    private void clauses(Consumer<SqlFragment> each) {
        outs.forEach(out -> each.accept(out.value().sql()));
        where.forEach(each);
        grouping.ifPresent(group -> {
            group.keys().forEach(each);
            group.having().forEach(each);
        });
        order.forEach(one -> each.accept(one.value().sql()));
        limit.ifPresent(each);
    }

    /** Every column referenced in it or its FROM items, of its own or outer items. */
    public void refs(Consumer<SqlFragment.Ref> each) {
        ownRefs(each);
        from.forEach(one -> {
            one.join().ifPresent(join -> join.on().refs(each));
            if (one.item() instanceof Nested nested) {
                nested.block().refs(each);
            } else if (one.item() instanceof Union union) {
                union.declared().ifPresent(declared -> declared.rows().refs(each));
                union.blocks().forEach(block -> block.refs(each));
            } else if (one.item() instanceof SubqueryItem asked) {
                asked.query().refs(each);
            } else if (one.item() instanceof FunctionItem called) {
                called.call().refs(each);
            }
        });
    }

    /** The aliases of everything that it, or a query within it, selects from. */
    public Set<String> sources() {
        Set<String> all = new LinkedHashSet<>();
        Consumer<SqlFragment> within = sql -> sql.queries(query -> all.addAll(query.sources()));
        clauses(within);
        for (FromItem one : from) {
            all.add(one.alias());
            one.join().ifPresent(join -> within.accept(join.on()));
            if (one.item() instanceof Nested nested) {
                all.addAll(nested.block().sources());
            } else if (one.item() instanceof Union union) {
                union.declared()
                        .ifPresent(declared -> all.addAll(declared.rows().sources()));
                union.blocks().forEach(block -> all.addAll(block.sources()));
            } else if (one.item() instanceof SubqueryItem asked) {
                within.accept(asked.query());
            }
        }
        return all;
    }

    /** Every alias in it, at any depth. */
    public Set<String> aliases() {
        Set<String> all = new LinkedHashSet<>();
        collectAliases(all);
        return all;
    }

    private void collectAliases(Set<String> all) {
        Consumer<SqlFragment.Ref> referenced = ref -> all.add(ref.alias());
        ownRefs(referenced);
        for (FromItem one : from) {
            all.add(one.alias());
            one.join().ifPresent(join -> join.on().refs(referenced));
            if (one.item() instanceof Nested nested) {
                nested.block().collectAliases(all);
            } else if (one.item() instanceof Union union) {
                union.declared().ifPresent(declared -> {
                    all.add(declared.name());
                    declared.rows().collectAliases(all);
                });
                union.blocks().forEach(block -> block.collectAliases(all));
            } else if (one.item() instanceof SubqueryItem asked) {
                asked.query().refs(referenced);
            } else if (one.item() instanceof FunctionItem called) {
                called.call().refs(referenced);
            }
        }
    }

    public SelectBlock outs(List<Out> others) {
        return new SelectBlock(from, where, grouping, others, open, distinct, order, limit);
    }

    public SelectBlock from(FromItem more) {
        return new SelectBlock(with(from, more), where, grouping, outs, open, distinct, order, limit);
    }

    public SelectBlock where(SqlFragment condition) {
        return new SelectBlock(from, with(where, condition), grouping, outs, open, distinct, order, limit);
    }

    public SelectBlock grouped(Grouping by) {
        return new SelectBlock(from, where, Optional.of(by), outs, open, distinct, order, limit);
    }

    /** The same, but with columns that are not known. */
    public SelectBlock opened() {
        return new SelectBlock(from, where, grouping, outs, true, distinct, order, limit);
    }

    /** A block with its FROM items only. */
    public SelectBlock onlyFrom() {
        return new SelectBlock(from, List.of(), Optional.empty(), List.of(), false, false, List.of(), Optional.empty());
    }

    public SelectBlock closed() {
        return new SelectBlock(from, where, grouping, outs, false, distinct, order, limit);
    }

    public SelectBlock asDistinct() {
        return new SelectBlock(from, where, grouping, outs, open, true, order, limit);
    }

    public SelectBlock ordered(List<Ordering> by) {
        return new SelectBlock(from, where, grouping, outs, open, distinct, by, limit);
    }

    public SelectBlock limited(SqlFragment rows) {
        return new SelectBlock(from, where, grouping, outs, open, distinct, order, Optional.of(rows));
    }

    public SelectBlock unlimited() {
        return new SelectBlock(from, where, grouping, outs, open, distinct, order, Optional.empty());
    }

    /** The same with a column more, or another in its place. */
    public SelectBlock with(Out out) {
        List<Out> all = new ArrayList<>(outs);
        Optional<Out> before = output(out.name());
        if (before.isPresent()) {
            all.set(all.indexOf(before.get()), new Out(before.get().name(), out.value()));
        } else {
            all.add(out);
        }
        return outs(all);
    }

    private static <T> List<T> with(List<T> all, T more) {
        List<T> longer = new ArrayList<>(all);
        longer.add(more);
        return longer;
    }
}
