package plainsieve.core.rewrite;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.rewrite.edit.ConditionRemoval;
import plainsieve.core.rewrite.edit.Edit;
import plainsieve.core.rewrite.edit.Fragment;
import plainsieve.core.rewrite.edit.SourceText;
import plainsieve.core.rewrite.filter.OutputColumns;
import plainsieve.core.sql.Block;
import plainsieve.core.sql.Clause;
import plainsieve.core.sql.KnownFunctions;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.QueryLevel;
import plainsieve.core.sql.SelectList;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.statement.PlaceholderBinding;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;

/**
 * Puts a view's grouping, sort and limit around the author's query, or in the place of its star.
 *
 * <pre>
 * select port, delay from late order by delay
 *   count by port   select "port", count(*) as "count" from (
 *                   select port, delay from late
 *                   ) as matching group by "port" order by "port" limit ?
 * select * from late where delay > 5
 *   count by port   select "port", count(*) as "count" from late where delay > 5
 *                   group by "port" order by "port" limit ?
 * </pre>
 *
 * A star over one item selects that item's columns, so grouping and sorting are the same with or without a
 * wrapper.
 *
 * An ORDER BY of the author's outermost query has no effect under a grouping and is removed, unless it determines the
 * rows: with a limit, or where {@link #picksRows the block selects some by it}.
 */
final class ViewWrapper {
    private static final Set<Clause.Kind> LOOKING = EnumSet.of(Clause.Kind.SELECT, Clause.Kind.FROM, Clause.Kind.WHERE);

    private final ParsedQuery query;
    private final SourceText sourceText;

    ViewWrapper(ParsedQuery query, SourceText sourceText) {
        this.query = query;
        this.sourceText = sourceText;
    }

    /** The edits of a view. */
    record ViewEdits(List<Edit> edits, PlannedChanges.View view) {}

    /** The edits of a view; empty if the query can be sent unchanged. */
    Optional<ViewEdits> edits(ResultShape shape, Optional<RowLimits.OutermostLimit> most) {
        if (shape instanceof ResultShape.Totals totals) {
            return Optional.of(put(heading(totals), ending(totals, most)));
        }
        ResultShape.Rows rows = (ResultShape.Rows) shape;
        Fragment.Builder ending = Fragment.build();
        rows.sort().ifPresent(sort -> ending.text("\norder by ")
                .text(reference(sort.column()))
                .text(sort.descending() ? " desc" : ""));
        return rows.sort().map(sort -> put("*", limit(ending, most)));
    }

    /** Wraps the query only to add a limit around one that cannot be changed. */
    ViewEdits limitAround(RowLimits.OutermostLimit most) {
        return wrap("*", limit(Fragment.build(), Optional.of(most)));
    }

    private static Fragment limit(Fragment.Builder ending, Optional<RowLimits.OutermostLimit> most) {
        most.ifPresent(m -> ending.text("\nlimit ").bind(m.parameter(), new PlaceholderBinding.RowCount(m.rows())));
        return ending.done();
    }

    private ViewEdits put(String shown, Fragment ending) {
        return star().map(star -> inPlaceOf(star, shown, ending)).orElseGet(() -> wrap(shown, ending));
    }

    private ViewEdits inPlaceOf(Span star, String shown, Fragment ending) {
        List<Edit> edits = new ArrayList<>();
        edits.add(new Edit(sourceText.start(star), sourceText.end(star), Fragment.of(shown)));
        query.top().tail().forEach(order -> edits.add(ConditionRemoval.wholeClause(sourceText, order)));
        edits.add(Edit.insertBetweenClauses(sourceText.end(query.top().span()), ending));
        return new ViewEdits(edits, PlannedChanges.View.IN_PLACE);
    }

    private ViewEdits wrap(String shown, Fragment ending) {
        List<Edit> edits = new ArrayList<>();
        QueryLevel top = query.top();
        edits.add(
                Edit.insertBetweenClauses(sourceText.start(top.span()), Fragment.of("select " + shown + " from (\n")));
        if (top.tail().size() == 1 && onlySorts(top.tail().get(0)) && !picksRows(top)) {
            edits.add(ConditionRemoval.wholeClause(sourceText, top.tail().get(0)));
        }
        Fragment.Builder behind = Fragment.build().text("\n) as matching");
        edits.add(Edit.insertBetweenClauses(sourceText.end(top.span()), append(behind, ending)));
        return new ViewEdits(edits, PlannedChanges.View.AROUND);
    }

    /** The star of {@code select * from one item where … order by …} that returns every row. */
    private Optional<Span> star() {
        QueryLevel top = query.top();
        boolean simple = top.operands().size() == 1
                && top.operands().get(0) instanceof QueryLevel.Operand.Plain plain
                && plain.block().from().size() == 1
                && plain.block().clauses().stream().allMatch(clause -> LOOKING.contains(clause.kind()))
                && top.tail().stream().allMatch(this::onlySorts);
        return simple && !picksRows(top)
                ? ((QueryLevel.Operand.Plain) top.operands().get(0))
                        .block()
                        .clause(Clause.Kind.SELECT)
                        .map(Clause::body)
                        .filter(body ->
                                body.length() == 1 && sourceText.tokens().isSymbol(body.from(), "*"))
                : Optional.empty();
    }

    private boolean onlySorts(Clause clause) {
        return clause.kind() == Clause.Kind.ORDER_BY
                && query.parametersIn(clause.body()).isEmpty();
    }

    /**
     * DISTINCT ON keeps the first row by the order; session variables and volatile functions follow it. An aggregate in ORDER BY
     * returns a single row where nothing is grouped.
     */
    private boolean picksRows(QueryLevel level) {
        if (level.operands().size() > 1 || !(level.operands().get(0) instanceof QueryLevel.Operand.Plain plain)) {
            return false;
        }
        Block block = plain.block();
        KnownFunctions functions = new KnownFunctions(query, sourceText.dialect());
        boolean distinctOn = block.clause(Clause.Kind.SELECT)
                .filter(clause -> SelectList.of(query, clause).isDistinctOn())
                .isPresent();
        boolean totals = block.clause(Clause.Kind.GROUP_BY).isEmpty()
                && level.tail().stream()
                        .anyMatch(clause -> functions.aggregate(clause.body())
                                || functions.unknown(clause.body()).isPresent());
        return distinctOn
                || totals
                || functions.countRows(block.span())
                || functions.areVolatile(block.span())
                || block.clauses().stream()
                        .filter(clause -> clause.kind() != Clause.Kind.FROM)
                        .anyMatch(clause -> functions.unknown(clause.body()).isPresent());
    }

    private static Fragment append(Fragment.Builder builder, Fragment more) {
        int at = 0;
        for (Fragment.Slot slot : more.slots()) {
            builder.text(more.text().substring(at, slot.offset())).bind(slot.parameter(), slot.bound());
            at = slot.offset() + 1;
        }
        return builder.text(more.text().substring(at)).done();
    }

    private String heading(ResultShape.Totals totals) {
        List<String> items = new ArrayList<>();
        totals.groupBy().forEach(key -> items.add(heading(key)));
        totals.measures().forEach(measure -> items.add(call(measure) + " as " + name(outputName(measure, totals))));
        return String.join(", ", items);
    }

    private String heading(ResultShape.Key key) {
        return key.cut()
                .map(valueGrouping -> expression(key) + " as " + name(key.column() + "_" + valueGrouping.word()))
                .orElseGet(() -> expression(key));
    }

    private String expression(ResultShape.Key key) {
        String column = reference(key.column());
        return key.cut()
                .map(valueGrouping -> valueGrouping.of(column, sourceText.dialect()))
                .orElse(column);
    }

    private Fragment ending(ResultShape.Totals totals, Optional<RowLimits.OutermostLimit> most) {
        Fragment.Builder ending = Fragment.build();
        if (totals.groupBy().isEmpty()) {
            return ending.done();
        }
        String keys = String.join(
                ", ", totals.groupBy().stream().map(this::expression).toList());
        ending.text("\ngroup by ").text(keys).text("\norder by ");
        if (totals.order() != ResultShape.Order.KEYS) {
            Measure first = totals.measures().get(0);
            ending.text(name(outputName(first, totals)) + direction(totals.order(), first.function()) + ", ");
        }
        return limit(ending.text(keys), most);
    }

    /** A count always has a value. */
    private String direction(ResultShape.Order order, Measure.Function function) {
        boolean counted = function == Measure.Function.COUNT || function == Measure.Function.COUNT_DISTINCT;
        return order == ResultShape.Order.SMALLEST
                ? ""
                : counted ? " desc" : sourceText.dialect().descending();
    }

    private String call(Measure measure) {
        Optional<String> column = measure.column().map(this::reference);
        return switch (measure.function()) {
            case COUNT -> "count(" + column.orElse("*") + ")";
            case COUNT_DISTINCT -> "count(distinct " + column.orElseThrow() + ")";
            case AVG -> sourceText.dialect().average(column.orElseThrow());
            case SUM, MIN, MAX -> measure.function().word() + "(" + column.orElseThrow() + ")";
            case MEDIAN -> sourceText.dialect().median(column.orElseThrow()).orElseThrow(this::hasNoMedian);
            case SHARE -> share(column.map(name -> "sum(" + name + ")").orElse("count(*)"));
        };
    }

    /** The total over all groups is computed before any limit. A binary fraction, as some databases truncate decimals. */
    private static String share(String whole) {
        return whole + " * 100e0 / nullif(sum(" + whole + ") over (), 0)";
    }

    private ProblemException hasNoMedian() {
        return new ProblemException(Problem.of(
                ProblemKind.NOT_SUPPORTED,
                "%s has no median function.".formatted(sourceText.dialect().name()),
                "Use the average, or compute it in the query."));
    }

    /** {@code count}, {@code sum_passengers}; with a line after it where a column that is grouped by is called so. */
    private static String outputName(Measure measure, ResultShape.Totals totals) {
        String function = measure.function().word();
        String name = measure.column().map(column -> function + "_" + column).orElse(function);
        List<String> keys = totals.groupBy().stream()
                .map(key -> key.cut()
                        .map(valueGrouping -> key.column() + "_" + valueGrouping.word())
                        .orElse(key.column()))
                .toList();
        while (keys.stream().anyMatch(name::equalsIgnoreCase)) {
            name += "_";
        }
        return name;
    }

    /** A column as the query around refers to it. */
    private String reference(String column) {
        return OutputColumns.of(query, query.top()).reference(column, sourceText.dialect());
    }

    private String name(String newName) {
        return sourceText.dialect().quoteName(newName);
    }
}
