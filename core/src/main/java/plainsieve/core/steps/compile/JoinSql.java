package plainsieve.core.steps.compile;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import plainsieve.core.dialect.SqlFeature;
import plainsieve.core.steps.compile.block.EvaluationLevel;
import plainsieve.core.steps.compile.block.SelectBlock;
import plainsieve.core.steps.compile.block.SqlExpression;
import plainsieve.core.steps.compile.block.SqlFragment;
import plainsieve.core.steps.compile.block.StepOrigin;
import plainsieve.core.steps.model.ComparisonOperator;
import plainsieve.core.steps.model.KnownColumn;
import plainsieve.core.steps.model.LineSpan;
import plainsieve.core.steps.model.RowSource;
import plainsieve.core.steps.model.Step;
import plainsieve.core.steps.model.StepCondition;
import plainsieve.core.steps.model.StepExpression;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;

/** Compiles joins to SQL. */
final class JoinSql {

    private final CompileContext context;
    private final RowsSql rows;

    JoinSql(CompileContext context, RowsSql rows) {
        this.context = context;
        this.rows = rows;
    }

    SelectBlock join(SelectBlock block, Step.Join step) {
        SelectBlock ours = apart(block.isPlain() ? block : context.wrapped(block), step.rows());
        SelectBlock other = rows.of(step.rows(), context.usedAliases(ours), ours);
        JoinedRows joined = joined(ours, other, step.kept());
        if (joined.lateral() && !context.dialect().has(SqlFeature.RELIABLE_LATERAL)) {
            Optional<SelectBlock> without = new LateralFallbackSql(context, rows, this, step).crossJoined(ours);
            if (without.isPresent()) {
                return without.get();
            }
        }
        List<SqlExpression> on = conditions(ours, joined.theirs(), step.match());
        List<SqlFragment> all = new ArrayList<>(joined.where());
        on.stream().map(this::conjunct).forEach(all::add);
        SqlFragment condition = all.isEmpty()
                ? SqlFragment.of(context.dialect().trueLiteral(), context.origin())
                : SqlFragment.joined(all, " and ", context.origin());
        SelectBlock.Join join =
                new SelectBlock.Join(step.kept(), condition, matched(step.match(), joined.theirs()), joined.lateral());
        SelectBlock.FromItem from = new SelectBlock.FromItem(joined.item(), joined.alias(), Optional.of(join));
        return withColumns(ours, joined.theirs(), step).from(from);
    }

    /** Joins each row with a small table of the column names; CASE selects the value for each name. */
    SelectBlock toRows(SelectBlock block, Step.ToRows step) {
        SelectBlock ours = block.isPlain() ? block : context.wrapped(block);
        StepOrigin origin = context.origin();
        ExpressionSql expressions = new ExpressionSql(context, ours);
        List<SelectBlock> names = new ArrayList<>();
        SqlFragment which = SqlFragment.of("case ", origin);
        String alias = context.alias("names", context.usedAliases(ours));
        SqlExpression name = SelectBlock.ref(
                alias,
                new KnownColumn(step.name().name(), Optional.of(Type.TEXT), false),
                context.origin(step.name().at()));
        which = which.plus(name.sql());
        List<SqlExpression> values = unpivoted(step.columns(), expressions);
        for (int i = 0; i < values.size(); i++) {
            Step.Name column = step.columns().get(i);
            SqlExpression value = values.get(i);
            SqlExpression literal = expressions.fixed(new Value.Text(column.name()), context.origin(column.at()));
            names.add(RowsSql.row(List.of(new SelectBlock.Out(step.name().name(), literal))));
            which = which.and(" when ", origin)
                    .plus(literal.sql())
                    .and(" then ", origin)
                    .plus(value.sql());
        }
        Optional<Type> type =
                values.stream().flatMap(value -> value.type().stream()).findFirst();
        SqlExpression value =
                expressions.together(values, which.and(" end", origin), type, SqlExpression.Binding.SINGLE);
        List<SelectBlock.Out> outs = new ArrayList<>(ours.outs());
        step.columns().forEach(column -> outs.removeIf(out -> out.name().equalsIgnoreCase(column.name())));
        outs.add(new SelectBlock.Out(step.name().name(), name));
        outs.add(new SelectBlock.Out(step.value().name(), value));
        if (ours.open()) {
            throw unknownColumns(step.columns().get(0).at());
        }
        SqlFragment always = SqlFragment.of(context.dialect().trueLiteral(), origin);
        return ours.outs(outs)
                .from(new SelectBlock.FromItem(
                        SelectBlock.Union.of(names), alias, Optional.of(SelectBlock.Join.plain(false, always))));
    }

    /** The values of the columns; all as text if some cannot be compared with others. */
    private List<SqlExpression> unpivoted(List<Step.Name> columns, ExpressionSql expressions) {
        List<SqlExpression> values = columns.stream()
                .map(column -> expressions.column(column.name(), column.at()))
                .toList();
        List<Type> types =
                values.stream().flatMap(value -> value.type().stream()).toList();
        boolean alike = types.isEmpty() || types.stream().allMatch(types.get(0)::comparesWith);
        return alike
                ? values
                : values.stream()
                        .map(value -> expressions.together(
                                List.of(value),
                                expressions.text(value, context.origin()),
                                Optional.of(Type.TEXT),
                                SqlExpression.Binding.SINGLE))
                        .toList();
    }

    ProblemException unknownColumns(LineSpan span) {
        return context.wrong(
                ProblemKind.UNKNOWN_COLUMN,
                span,
                "The columns are unknown here.",
                "List the columns with “columns …” first, or wait until the source's columns are loaded.");
    }

    /** SQL of a called query has its own aliases: the calling rows get different ones. */
    private SelectBlock apart(SelectBlock ours, RowSource called) {
        Set<String> words = rows.words(called);
        if (ours.aliases().stream().noneMatch(words::contains)) {
            return ours;
        }
        Set<String> taken = context.usedAliases(ours);
        taken.addAll(words);
        return context.wrapped(ours, taken);
    }

    SqlFragment conjunct(SqlExpression condition) {
        return condition.at(SqlExpression.Binding.NOT, context.origin());
    }

    /** The columns of the joined rows in equality conditions, by their names in the joined item. */
    private static Set<String> matched(Step.Match match, SelectBlock theirs) {
        return named(match).stream()
                .flatMap(name -> theirs.output(name).map(SelectBlock.Out::value).stream())
                .map(value -> value.sql().pieces())
                .filter(pieces -> pieces.size() == 1 && pieces.get(0) instanceof SqlFragment.Ref)
                .map(pieces -> ((SqlFragment.Ref) pieces.get(0)).column())
                .collect(Collectors.toSet());
    }

    private static Set<String> named(Step.Match match) {
        Set<String> names = new LinkedHashSet<>();
        List<StepCondition> all =
                condition(match) instanceof StepCondition.And and ? and.all() : List.of(condition(match));
        for (StepCondition one : all) {
            if (one instanceof StepCondition.Comparison test && test.verb() == ComparisonOperator.EQUAL) {
                theirs(test.left(), test.others().get(0)).ifPresent(names::add);
                theirs(test.others().get(0), test.left()).ifPresent(names::add);
            }
        }
        return names;
    }

    private static Optional<String> theirs(StepExpression one, StepExpression other) {
        boolean ours = other instanceof StepExpression.Column column && !column.theirs();
        return one instanceof StepExpression.Column column && column.theirs() && ours
                ? Optional.of(column.name())
                : Optional.empty();
    }

    /**
     * @param theirs the output columns of the joined item
     * @param lateral whether it references our rows
     */
    record JoinedRows(
            SelectBlock.Item item, String alias, SelectBlock theirs, List<SqlFragment> where, boolean lateral) {}

    /**
     * A block that only filters one table is joined as that table, with its conditions in the ON: they apply to the
     * same rows. In an outer join only plain columns can be taken from it: expressions would be evaluated
     * for missing rows, too.
     */
    JoinedRows joined(SelectBlock ours, SelectBlock other, boolean kept) {
        boolean plainColumns = other.outs().stream()
                .allMatch(out -> out.value().sql().pieces().size() == 1
                        && out.value().sql().pieces().get(0) instanceof SqlFragment.Ref);
        boolean one = other.from().size() == 1
                && !(other.from().get(0).item() instanceof SelectBlock.Nested)
                && other.isPlain()
                && (!kept || plainColumns);
        if (one) {
            SelectBlock.FromItem only = other.from().get(0);
            boolean lateral = speaksOf(other.onlyFrom(), ours);
            return new JoinedRows(only.item(), only.alias(), mayBeMissing(other, kept), other.where(), lateral);
        }
        Set<String> taken = context.usedAliases(ours);
        taken.addAll(other.aliases());
        SelectBlock inner = other.limit().isPresent() ? other : other.ordered(List.of());
        SelectBlock around = context.wrapped(inner, taken);
        SelectBlock.FromItem only = around.from().get(0);
        return new JoinedRows(only.item(), only.alias(), mayBeMissing(around, kept), List.of(), speaksOf(inner, ours));
    }

    /** Whether a block names something of another that it is not from itself. */
    static boolean speaksOf(SelectBlock inner, SelectBlock ours) {
        Set<String> around = new LinkedHashSet<>();
        ours.from().forEach(one -> around.add(one.alias()));
        boolean[] speaks = new boolean[1];
        inner.refs(ref -> speaks[0] |= around.contains(ref.alias()));
        return speaks[0];
    }

    static SelectBlock mayBeMissing(SelectBlock theirs, boolean kept) {
        if (!kept) {
            return theirs;
        }
        return theirs.outs(theirs.outs().stream()
                .map(out -> new SelectBlock.Out(out.name(), out.value().perhapsEmpty()))
                .toList());
    }

    List<SqlExpression> conditions(SelectBlock ours, SelectBlock theirs, Step.Match match) {
        ExpressionSql expressions = new ExpressionSql(context, ours, Optional.of(theirs));
        return new ConditionSql(expressions).each(condition(match));
    }

    private static StepCondition condition(Step.Match match) {
        if (match instanceof Step.Matching matching) {
            return matching.condition();
        }
        List<StepCondition> all = new ArrayList<>();
        for (Step.Name name : ((Step.SameColumns) match).columns()) {
            LineSpan span = name.at();
            StepExpression theirs = new StepExpression.Column(name.name(), true, span);
            StepExpression own = new StepExpression.Column(name.name(), false, span);
            all.add(new StepCondition.Comparison(theirs, ComparisonOperator.EQUAL, List.of(own), span));
        }
        return new StepCondition.And(all);
    }

    /** The other rows that belong to a row of a block, as a query within it. */
    SelectBlock matched(SelectBlock ours, SelectBlock other, Step.Match match) {
        SelectBlock within = other.isPlain() && !(other.from().get(0).item() instanceof SelectBlock.Nested)
                ? other
                : context.wrapped(other);
        for (SqlExpression one : conditions(ours, within, match)) {
            within = within.where(conjunct(one));
        }
        boolean loses = !context.dialect().has(SqlFeature.RELIABLE_EXISTS)
                && ours.from().stream().anyMatch(from -> !(from.item() instanceof SelectBlock.TableItem));
        for (StepExpression sought : loses ? sought(match) : List.<StepExpression>of()) {
            StepCondition has =
                    new StepCondition.Comparison(sought, ComparisonOperator.IS_NOT_NULL, List.of(), sought.at());
            ExpressionSql expressions = new ExpressionSql(context, ours, Optional.of(within));
            within = within.where(conjunct(new ConditionSql(expressions).of(has)));
        }
        SqlExpression found =
                SqlExpression.single(SqlFragment.of("1", context.origin()), Optional.empty(), EvaluationLevel.CONSTANT);
        return within.closed().ordered(List.of()).outs(List.of(new SelectBlock.Out("", found)));
    }

    /** The expressions that their columns must equal, which are then not null. */
    private static List<StepExpression> sought(Step.Match match) {
        List<StepCondition> all =
                condition(match) instanceof StepCondition.And and ? and.all() : List.of(condition(match));
        List<StepExpression> sought = new ArrayList<>();
        for (StepCondition one : all) {
            if (one instanceof StepCondition.Comparison test && test.verb() == ComparisonOperator.EQUAL) {
                StepExpression left = test.left();
                StepExpression right = test.others().get(0);
                boolean theirs = left instanceof StepExpression.Column column && column.theirs();
                sought.add(theirs ? right : left);
            }
        }
        return sought;
    }

    /* An expression that is constant within a called query varies between the calling rows. */
    private static SqlExpression ofARow(SqlExpression value) {
        boolean[] named = new boolean[1];
        value.sql().refs(ref -> named[0] = true);
        return value.level() == EvaluationLevel.CONSTANT && named[0] ? value.on(EvaluationLevel.ROW) : value;
    }

    SelectBlock withColumns(SelectBlock ours, SelectBlock theirs, Step.Join step) {
        SelectBlock with = ours;
        for (Step.ColumnAlias columnAlias : step.columns()) {
            String name = columnAlias.as().name();
            if (with.output(name).isPresent()) {
                throw context.wrong(
                        ProblemKind.INVALID_STEP,
                        columnAlias.as().at(),
                        "Column “%s” already exists.".formatted(name),
                        "Rename this one: “%s as …”."
                                .formatted(columnAlias.column().name()));
            }
            ExpressionSql expressions = new ExpressionSql(context, ours, Optional.of(theirs));
            SqlExpression value = expressions.of(new StepExpression.Column(
                    columnAlias.column().name(), true, columnAlias.column().at()));
            with = with.with(new SelectBlock.Out(name, ofARow(value)));
        }
        return with;
    }
}
