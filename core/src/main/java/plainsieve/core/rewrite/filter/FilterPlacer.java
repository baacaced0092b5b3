package plainsieve.core.rewrite.filter;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import plainsieve.core.catalog.SourceNames;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.dialect.SqlFeature;
import plainsieve.core.rewrite.filter.FilterPlacement.Where;
import plainsieve.core.sql.Block;
import plainsieve.core.sql.Clause;
import plainsieve.core.sql.FromItem;
import plainsieve.core.sql.KnownFunctions;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.QueryLevel;
import plainsieve.core.sql.QueryLevel.NamedQuery;
import plainsieve.core.sql.QueryLevel.Operand;
import plainsieve.core.sql.QueryLevel.SetOperator;
import plainsieve.core.sql.lexer.Identifiers;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.TextEdit;
import plainsieve.core.value.NearestName;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;

/**
 * Places a filter on an output column in the innermost block where that is safe, or around the query.
 *
 * <pre>
 * select p.name as port from ports p                       … from ports p where p.name in (:f)
 * select port from (select port from late) l               … from (select port from late where port in (:f)) l
 * select port, count(*) as n from late group by port       n:    … group by port having count(*) &gt; :f
 * select port from late limit 10                           select * from (…) as matching where "port" in (:f)
 * </pre>
 *
 * A filter goes inside only where that is proven to affect only the rows it filters; otherwise it stays outside with
 * the reason. It is an ordinary parameterized condition: choices rewrite it like any other.
 */
public final class FilterPlacer {
    private static final String LIMITED = "the query has a row limit, and the filter applies after it";

    /** The maximum nesting depth, which bounds the use of the stack. */
    private static final int DEEPEST = 60;

    private final ParsedQuery query;
    private final Dialect dialect;
    private final CommonTableExpressions named;
    private final SchemaFacts schemaFacts;

    /** Whether the server may push a condition around a subquery into a HAVING that evaluates it differently. */
    private final boolean pushedWrong;

    private FilterPlacer(ParsedQuery query, Dialect dialect, SourceNames names) {
        this.query = query;
        this.dialect = dialect;
        this.named = new CommonTableExpressions(query, dialect);
        this.schemaFacts = new SchemaFacts(
                new ItemColumns(query, named, names.tables()), new KnownFunctions(query, dialect, names.functions()));
        this.pushedWrong = schemaFacts
                .functions()
                .differInHaving(new Span(0, query.tokens().size()));
    }

    /** The edits that insert the filters, and the placement of each. */
    public record Placed(List<TextEdit> edits, List<FilterPlacement> placements) {}

    /** A clause of a block that accepts a condition. */
    private record FilterSite(Block block, Where where) {}

    /** Throws {@link ProblemException} when the query's text shows that it has no such column. */
    public static Placed place(ParsedQuery query, Dialect dialect, SourceNames names, List<AddedFilter> filters) {
        return new FilterPlacer(query, dialect, names).place(filters);
    }

    private Placed place(List<AddedFilter> filters) {
        OutputColumns columns = OutputColumns.of(query, query.top());
        Map<FilterSite, List<String>> inside = new LinkedHashMap<>();
        List<String> around = new ArrayList<>();
        List<FilterPlacement> placements = new ArrayList<>();
        for (AddedFilter filter : filters) {
            requireOne(columns, filter);
            Attempt attempt = new OneFilter(filter).inLevel(query.top(), new ColumnKey.ByName(filter.column()), 0);
            if (attempt instanceof Attempt.Success fits) {
                fits.conditions().forEach((spot, condition) -> inside.computeIfAbsent(spot, key -> new ArrayList<>())
                        .add(condition));
                placements.add(new FilterPlacement(filter.column(), fits.where(), fits.reason(), fits.depth()));
            } else {
                Optional<String> type = types().of(query.top(), new ColumnKey.ByName(filter.column()));
                around.add(filter.condition(columns.reference(filter.column(), dialect), type, dialect));
                placements.add(
                        new FilterPlacement(filter.column(), Where.AROUND, ((Attempt.Failure) attempt).reason(), 0));
            }
        }
        List<TextEdit> edits = new ArrayList<>();
        inside.forEach((spot, conditions) ->
                edits.addAll(new ConditionInserter(query, dialect, spot.block()).edits(spot.where(), conditions)));
        if (!around.isEmpty()) {
            edits.addAll(new OuterFilter(query, dialect, pushedWrong).edits(columns, around));
        }
        return new Placed(edits, placements);
    }

    private void requireOne(OutputColumns columns, AddedFilter filter) {
        long called = columns.called(filter.column());
        if (called == 0 && columns.areAllNamed()) {
            throw unknown(columns, filter);
        }
        if (called > 1) {
            throw ambiguous(filter);
        }
    }

    private BranchColumnTypes types() {
        return new BranchColumnTypes(query, dialect, schemaFacts.columns());
    }

    private static ProblemException unknown(OutputColumns columns, AddedFilter filter) {
        return new ProblemException(Problem.of(
                ProblemKind.UNKNOWN_COLUMN,
                "The query returns no column “%s”.".formatted(filter.column()),
                NearestName.of(filter.column(), columns.names())
                        .map("Did you mean “%s”?"::formatted)
                        .orElse("It gives: " + String.join(", ", columns.names()) + ".")));
    }

    private static ProblemException ambiguous(AddedFilter filter) {
        return new ProblemException(Problem.of(
                ProblemKind.AMBIGUOUS_COLUMN,
                "The query returns more than one column “%s”.".formatted(filter.column()),
                "Give each a unique name with AS."));
    }

    /** Which output column of a level or block is meant. */
    public sealed interface ColumnKey {
        record ByName(String name) implements ColumnKey {}

        record ByPosition(int position) implements ColumnKey {}
    }

    /** The result of trying a place. */
    private sealed interface Attempt {
        /**
         * @param conditions the added conditions by place
         * @param reason why not further inside; empty in the innermost block
         */
        record Success(Map<FilterSite, String> conditions, Where where, String reason, int depth) implements Attempt {}

        record Failure(String reason) implements Attempt {}
    }

    /** The search for the place of one filter. */
    private final class OneFilter {
        private final AddedFilter filter;

        OneFilter(AddedFilter filter) {
            this.filter = filter;
        }

        private Attempt inLevel(QueryLevel level, ColumnKey key, int depth) {
            if (isLimited(level)) {
                return new Attempt.Failure(LIMITED);
            }
            if (depth > DEEPEST) {
                return new Attempt.Failure("the query is nested deeply");
            }
            return level.operands().size() == 1 ? inOnly(level, key, depth) : inEveryOperand(level, key, depth);
        }

        private Attempt inOnly(QueryLevel level, ColumnKey key, int depth) {
            Operand only = level.operands().get(0);
            KnownFunctions functions = schemaFacts.functions();
            boolean totals = level.tail().stream()
                    .anyMatch(clause -> functions.aggregate(clause.body())
                            || functions.unknown(clause.body()).isPresent());
            if (totals
                    && only instanceof Operand.Plain plain
                    && plain.block().clause(Clause.Kind.GROUP_BY).isEmpty()) {
                return new Attempt.Failure(
                        "an aggregate in ORDER BY makes one row of all, and an unknown function may be one");
            }
            return inOperand(only, key, depth);
        }

        private Attempt inOperand(Operand operand, ColumnKey key, int depth) {
            return operand instanceof Operand.Plain plain
                    ? inBlock(plain.block(), key, depth)
                    : inLevel(((Operand.Nested) operand).query(), key, depth + 1);
        }

        /** A filter on both sides of a set operation, or only on the left side of EXCEPT, filters its result. */
        private Attempt inEveryOperand(QueryLevel level, ColumnKey key, int depth) {
            Optional<ColumnKey> each = keyOfOperands(level, key);
            if (each.isEmpty()) {
                return new Attempt.Failure(
                        "a star selects the columns of a set operation, so their order is not known");
            }
            if (!types().areAlike(level.operands(), each.get())) {
                return new Attempt.Failure(
                        dialect.has(SqlFeature.COLUMN_AFFINITY)
                                ? "the branches of a set operation may compare texts and numbers differently"
                                : "the branches of a set operation may have different types");
            }
            Map<FilterSite, String> conditions = new LinkedHashMap<>();
            Where where = Where.WHERE;
            String reason = "";
            int deepest = depth;
            for (int i = 0; i < level.operands().size(); i++) {
                if (i > 0 && level.operators().get(i - 1).word() == SetOperator.Word.EXCEPT) {
                    continue;
                }
                Attempt attempt = inOperand(level.operands().get(i), each.get(), depth);
                if (!(attempt instanceof Attempt.Success fits)) {
                    return attempt;
                }
                conditions.putAll(fits.conditions());
                where = fits.where() == Where.HAVING ? Where.HAVING : where;
                reason = reason.isEmpty() ? fits.reason() : reason;
                deepest = Math.max(deepest, fits.depth());
            }
            return new Attempt.Success(conditions, where, reason, deepest);
        }

        private Optional<ColumnKey> keyOfOperands(QueryLevel level, ColumnKey key) {
            long byName = level.operators().stream().filter(SetOperator::byName).count();
            if (byName == level.operators().size() && key instanceof ColumnKey.ByName) {
                return Optional.of(key);
            }
            OutputColumns columns = OutputColumns.of(query, level);
            if (byName > 0 || !columns.areListed()) {
                return Optional.empty();
            }
            if (!(key instanceof ColumnKey.ByName name)) {
                return Optional.of(key);
            }
            OptionalInt position = columns.position(name.name());
            return position.isPresent() ? Optional.of(new ColumnKey.ByPosition(position.getAsInt())) : Optional.empty();
        }

        private Attempt inBlock(Block block, ColumnKey key, int depth) {
            BlockFilter here = new BlockFilter(query, dialect, block, filter, schemaFacts);
            BlockFilter.Decision spot = here.spot(key);
            if (!(spot instanceof BlockFilter.Allowed allowed)) {
                return new Attempt.Failure(((BlockFilter.Refused) spot).reason());
            }
            Attempt further =
                    allowed.where() == Where.WHERE ? furtherIn(here, allowed, depth) : new Attempt.Failure("");
            if (further instanceof Attempt.Success) {
                return further;
            }
            if (allowed.where() == Where.WHERE
                    && pushedWrong
                    && block.from().stream().anyMatch(this::takesConditions)) {
                return new Attempt.Failure(
                        "this database would push the filter into HAVING and evaluate it differently there");
            }
            Optional<String> type = allowed.where() == Where.WHERE ? types().of(block, key) : Optional.empty();
            Map<FilterSite, String> condition = Map.of(
                    new FilterSite(block, allowed.where()), filter.condition(allowed.expression(), type, dialect));
            return new Attempt.Success(condition, allowed.where(), ((Attempt.Failure) further).reason(), depth);
        }

        /** Whether the server may push a condition into this item; below a limit it does not. */
        private boolean takesConditions(FromItem item) {
            if (item.query().isPresent()) {
                return !isLimited(item.query().get());
            }
            return named.of(item) instanceof CommonTableExpressions.SingleReference one
                    && !isLimited(one.named().query());
        }

        private static boolean isLimited(QueryLevel level) {
            return level.tail().stream().anyMatch(clause -> clause.kind() != Clause.Kind.ORDER_BY);
        }

        /** Into the subquery or WITH query of the column; the reason is empty if the column is from a table. */
        private Attempt furtherIn(BlockFilter here, BlockFilter.Allowed allowed, int depth) {
            Optional<FromItem> from = here.itemOf(allowed);
            if (from.isEmpty()) {
                return new Attempt.Failure("");
            }
            FromItem item = from.get();
            Optional<NamedQuery> named = Optional.empty();
            if (item.query().isEmpty()) {
                CommonTableExpressions.Lookup found = FilterPlacer.this.named.of(item);
                if (found instanceof CommonTableExpressions.Unknown not) {
                    return new Attempt.Failure(not.reason());
                }
                if (!(found instanceof CommonTableExpressions.SingleReference one)) {
                    return new Attempt.Failure("");
                }
                named = Optional.of(one.named());
            }
            if (item.reach() == FromItem.Reach.NULL_SUPPLIED) {
                return new Attempt.Failure(
                        "an outer join adds missing rows of this side, so they are filtered after it");
            }
            if (item.reach() == FromItem.Reach.WHOLE) {
                return new Attempt.Failure("the joined rows depend on all rows of this side");
            }
            return inside(allowed, item, named, depth);
        }

        private Attempt inside(BlockFilter.Allowed allowed, FromItem item, Optional<NamedQuery> named, int depth) {
            QueryLevel inner = item.query().orElseGet(() -> named.orElseThrow().query());
            List<String> renamed =
                    item.columns().isEmpty() ? named.map(NamedQuery::columns).orElse(List.of()) : item.columns();
            return keyInside(allowed.columnName(), renamed)
                    .map(key -> inLevel(inner, key, depth + 1))
                    .orElse(new Attempt.Failure(""));
        }

        private static Optional<ColumnKey> keyInside(String name, List<String> renamed) {
            if (renamed.isEmpty()) {
                return Optional.of(new ColumnKey.ByName(name));
            }
            for (int i = 0; i < renamed.size(); i++) {
                if (Identifiers.mayBeEqual(renamed.get(i), name)) {
                    return Optional.of(new ColumnKey.ByPosition(i));
                }
            }
            return Optional.empty();
        }
    }
}
