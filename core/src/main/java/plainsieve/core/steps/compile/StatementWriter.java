package plainsieve.core.steps.compile;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.steps.compile.block.CompiledSteps;
import plainsieve.core.steps.compile.block.EvaluationLevel;
import plainsieve.core.steps.compile.block.IdentifierQuoting;
import plainsieve.core.steps.compile.block.JoinElimination;
import plainsieve.core.steps.compile.block.SelectBlock;
import plainsieve.core.steps.compile.block.SqlFragment;
import plainsieve.core.steps.compile.block.StepOrigin;
import plainsieve.core.steps.compile.block.UnionBlocks;
import plainsieve.core.steps.model.KnownColumn;

/**
 * Writes nested blocks as one statement: one clause per line, subqueries indented. Subqueries return
 * only used columns.
 */
final class StatementWriter {
    private final CompileContext context;
    private final Dialect dialect;
    private final StringBuilder text = new StringBuilder();
    private final List<CompiledSteps.MappedRange> stretches = new ArrayList<>();

    /** @param context of the last step, for text without an origin */
    StatementWriter(CompileContext context) {
        this.context = context;
        this.dialect = context.dialect();
    }

    CompiledSteps write(SelectBlock block) {
        block(NeededColumns.ALL, block, "\n", false);
        return new CompiledSteps(text.toString(), stretches);
    }

    /** The required columns of a block: all or these. */
    private record NeededColumns(boolean all, Set<String> names) {
        static final NeededColumns ALL = new NeededColumns(true, Set.of());

        boolean wants(String name) {
            return all || names.contains(name);
        }
    }

    private static boolean isPlain(SelectBlock.Out out) {
        List<SqlFragment.Piece> pieces = out.value().sql().pieces();
        return pieces.size() == 1
                && pieces.get(0) instanceof SqlFragment.Ref ref
                && ref.column().equals(out.name());
    }

    private void words(String words, StepOrigin origin) {
        int start = text.length();
        text.append(words);
        int last = stretches.size() - 1;
        boolean goesOn = last >= 0
                && stretches.get(last).end() == start
                && stretches.get(last).origin().equals(origin);
        if (goesOn) {
            stretches.set(
                    last, new CompiledSteps.MappedRange(stretches.get(last).start(), text.length(), origin));
        } else {
            stretches.add(new CompiledSteps.MappedRange(start, text.length(), origin));
        }
    }

    private void words(String words) {
        text.append(words);
    }

    private String name(String name) {
        return IdentifierQuoting.of(name, dialect);
    }

    /** @param line the start of a new clause: a line break with indentation, or a blank in single-line text */
    private void block(NeededColumns shape, SelectBlock whole, String line, boolean within) {
        Optional<SelectBlock.Union> bare = UnionBlocks.bare(whole);
        if (bare.isPresent()) {
            stack(shape, bare.get(), line);
            return;
        }
        SelectBlock block = JoinElimination.leftOut(reduced(shape, whole));
        boolean qualified = within || isQualified(block);
        words(block.distinct() ? "select distinct " : "select ");
        select(block, qualified);
        from(block, line, qualified);
        conditions("where", block.where(), line, qualified);
        block.grouping().ifPresent(grouping -> {
            list(grouping.rolledUp() ? "group by rollup (" : "group by ", grouping.keys(), line, qualified);
            words(grouping.rolledUp() ? ")" : "");
            conditions("having", grouping.having(), line, qualified);
        });
        List<SqlFragment> order = block.order().stream()
                .map(one -> new OrderSql(context).term(one, orderTerm(block, one)))
                .toList();
        list("order by ", order, line, qualified);
        block.limit().ifPresent(limit -> {
            words(line + "limit ");
            sql(limit, qualified);
        });
    }

    /** Sorts by the alias of an expression in the SELECT list, if it has one. */
    private SqlFragment orderTerm(SelectBlock block, SelectBlock.Ordering one) {
        Optional<SelectBlock.Out> out =
                block.output(one.by()).filter(found -> found.value().isAs(one.value()));
        return out.isEmpty() || isPlain(out.get())
                ? one.value().sql()
                : SqlFragment.of(name(out.get().name()), context.origin());
    }

    /** The block reduced to its required columns. */
    private SelectBlock reduced(NeededColumns shape, SelectBlock block) {
        if (shape.all() || block.distinct()) {
            return block;
        }
        List<SelectBlock.Out> outs = new ArrayList<>(
                block.outs().stream().filter(out -> shape.wants(out.name())).toList());
        if (block.open()) {
            String first = block.from().get(0).alias();
            List<SelectBlock.Out> unknown = shape.names().stream()
                    .filter(name -> block.output(name).isEmpty())
                    .map(name -> new KnownColumn(name, Optional.empty(), true))
                    .map(column -> new SelectBlock.Out(column.name(), SelectBlock.ref(first, column, context.origin())))
                    .toList();
            outs.addAll(0, unknown);
        }
        boolean losesTotals = UnionBlocks.losesTotals(block, outs);
        if (outs.isEmpty() || losesTotals) {
            block.outs().stream()
                    .filter(out -> !losesTotals || out.value().level() == EvaluationLevel.TOTAL)
                    .findFirst()
                    .ifPresent(outs::add);
        }
        return block.outs(outs).closed();
    }

    /**
     * Whether columns are qualified: with several FROM items, with references to outer
     * items, or where a name would be ambiguous, as in MariaDB for a window over groups whose key is not selected, or over
     * rows whose order is not, and in Trino for sort keys of groups that are not selected.
     */
    private static boolean isQualified(SelectBlock block) {
        boolean orderedByOthers =
                block.order().stream().anyMatch(one -> block.output(one.by()).isEmpty());
        boolean grouped = block.grouping().isPresent();
        if (block.from().size() > 1
                || block.hasWindow() && grouped
                || orderedByOthers && (block.hasWindow() || grouped)) {
            return true;
        }
        Set<String> named = new HashSet<>();
        Set<String> aliases = new HashSet<>();
        block.ownRefs(ref -> {
            named.add(ref.column().toLowerCase(Locale.ROOT));
            aliases.add(ref.alias());
        });
        block.from().forEach(from -> aliases.remove(from.alias()));
        boolean others = !aliases.isEmpty()
                || block.where().stream()
                        .anyMatch(sql -> sql.pieces().stream().anyMatch(SqlFragment.Within.class::isInstance));
        return others
                || block.outs().stream()
                        .anyMatch(out ->
                                !isPlain(out) && named.contains(out.name().toLowerCase(Locale.ROOT)));
    }

    private void select(SelectBlock block, boolean qualified) {
        List<SelectBlock.Out> outs = block.outs();
        int skipped = block.open() ? block.inStar().size() : starred(block);
        boolean star = block.open() || skipped > 0;
        if (star) {
            SelectBlock.FromItem first = block.from().get(0);
            words(block.from().size() == 1 ? "*" : first.alias() + ".*");
        }
        for (int i = skipped; i < outs.size(); i++) {
            SelectBlock.Out out = outs.get(i);
            words(i > 0 || star ? ", " : "");
            sql(out.value().sql(), qualified);
            if (!isPlain(out) && !out.name().isEmpty()) {
                words(" as " + name(out.name()));
            }
        }
        if (outs.isEmpty() && !star) {
            words("1 as one");
        }
    }

    /** The number of leading columns that equal those of the first item. */
    private static int starred(SelectBlock block) {
        if (block.from().isEmpty() || block.grouping().isPresent()) {
            return 0;
        }
        List<SelectBlock.Out> outs = block.outs();
        SelectBlock.FromItem first = block.from().get(0);
        List<String> all = names(first.item());
        boolean same = !all.isEmpty() && outs.size() >= all.size();
        for (int i = 0; same && i < all.size(); i++) {
            SelectBlock.Out out = outs.get(i);
            same = isPlain(out)
                    && out.name().equals(all.get(i))
                    && ((SqlFragment.Ref) out.value().sql().pieces().get(0))
                            .alias()
                            .equals(first.alias());
        }
        return same ? all.size() : 0;
    }

    private static List<String> names(SelectBlock.Item item) {
        if (item instanceof SelectBlock.TableItem written) {
            return written.columns().orElse(List.of()).stream()
                    .map(KnownColumn::name)
                    .toList();
        }
        if (item instanceof SelectBlock.Nested nested && !nested.block().open()) {
            return nested.block().outs().stream().map(SelectBlock.Out::name).toList();
        }
        if (item instanceof SelectBlock.CommonTable table) {
            return table.rows().outs().stream().map(SelectBlock.Out::name).toList();
        }
        return item instanceof SelectBlock.Union union
                ? union.blocks().get(0).outs().stream()
                        .map(SelectBlock.Out::name)
                        .toList()
                : List.of();
    }

    private void from(SelectBlock block, String line, boolean qualified) {
        for (SelectBlock.FromItem one : block.from()) {
            words(line
                    + one.join()
                            .map(join -> join.kept() ? "left join " : "join ")
                            .orElse("from "));
            item(block, one, line, qualified);
            one.join().ifPresent(join -> {
                words(" on ");
                sql(join.on(), true);
            });
        }
    }

    private void item(SelectBlock block, SelectBlock.FromItem one, String line, boolean qualified) {
        boolean inOneLine = line.equals(" ");
        String deeper = inOneLine ? line : line + "  ";
        if (one.item() instanceof SelectBlock.TableItem written) {
            words(written.text(), written.origin());
            words(qualified ? " " + one.alias() : "");
            return;
        }
        if (one.item() instanceof SelectBlock.CommonTable table) {
            words(table.name() + (qualified ? " " + one.alias() : ""));
            return;
        }
        if (one.item() instanceof SelectBlock.FunctionItem called) {
            sql(called.call(), true);
            words(" " + one.alias());
            return;
        }
        one.join().filter(SelectBlock.Join::lateral).ifPresent(join -> words("lateral "));
        words(inOneLine ? "(" : "(" + deeper);
        NeededColumns shape = needed(block, one);
        if (one.item() instanceof SelectBlock.Nested nested) {
            block(shape, nested.block(), deeper, false);
        } else if (one.item() instanceof SelectBlock.Union union) {
            stack(shape, union, deeper);
        } else {
            sql(((SelectBlock.SubqueryItem) one.item()).query(), true);
        }
        words(inOneLine ? ") " : line + ") ");
        words(one.alias());
    }

    /** The columns of an item that a block uses. */
    private static NeededColumns needed(SelectBlock block, SelectBlock.FromItem one) {
        boolean first = block.from().get(0).equals(one);
        if (first && block.open()) {
            return NeededColumns.ALL;
        }
        Set<String> names = new LinkedHashSet<>();
        block.refs(ref -> {
            if (ref.alias().equals(one.alias())) {
                names.add(ref.column());
            }
        });
        List<String> all = names(one.item());
        return !all.isEmpty() && names.containsAll(all) ? NeededColumns.ALL : new NeededColumns(false, names);
    }

    private void stack(NeededColumns asked, SelectBlock.Union union, String line) {
        NeededColumns shape =
                asked.all() ? asked : new NeededColumns(false, UnionBlocks.withTotals(asked.names(), union));
        union.declared().ifPresent(declared -> declaration(declared, union.blocks(), line));
        boolean first = true;
        for (SelectBlock block : union.blocks()) {
            words(first ? "" : line + "union all" + line);
            boolean bare = block.from().isEmpty();
            block(shape, block, bare ? " " : line, false);
            first = false;
        }
    }

    private void declaration(SelectBlock.CommonTable table, List<SelectBlock> blocks, String line) {
        List<NeededColumns> needed = blocks.stream()
                .flatMap(block -> block.from().stream()
                        .filter(one -> one.item().equals(table))
                        .map(one -> needed(block, one)))
                .toList();
        Set<String> names = new LinkedHashSet<>();
        needed.forEach(one -> names.addAll(one.names()));
        NeededColumns shape = new NeededColumns(
                needed.stream().anyMatch(NeededColumns::all) || names.containsAll(names(table)), names);
        boolean inOneLine = line.equals(" ");
        words("with " + table.name() + " as (" + (inOneLine ? "" : line + "  "));
        block(shape, table.rows(), inOneLine ? line : line + "  ", false);
        words((inOneLine ? "" : line) + ")" + line);
    }

    private void conditions(String word, List<SqlFragment> conditions, String line, boolean qualified) {
        boolean inOneLine = line.equals(" ");
        for (int i = 0; i < conditions.size(); i++) {
            words(i == 0 ? line + word + " " : inOneLine ? " and " : line + "  and ");
            sql(conditions.get(i), qualified);
        }
    }

    private void list(String words, List<SqlFragment> parts, String line, boolean qualified) {
        for (int i = 0; i < parts.size(); i++) {
            words(i == 0 ? line + words : ", ");
            sql(parts.get(i), qualified);
        }
    }

    private void sql(SqlFragment sql, boolean qualified) {
        for (SqlFragment.Piece piece : sql.pieces()) {
            if (piece instanceof SqlFragment.Words words) {
                words(words.text(), words.origin());
            } else if (piece instanceof SqlFragment.Ref ref) {
                words((qualified ? ref.alias() + "." : "") + name(ref.column()), ref.origin());
            } else {
                block(NeededColumns.ALL, ((SqlFragment.Within) piece).block(), " ", true);
            }
        }
    }
}
