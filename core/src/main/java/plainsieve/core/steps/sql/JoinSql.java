package plainsieve.core.steps.sql;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import plainsieve.core.steps.step.At;
import plainsieve.core.steps.step.Condition;
import plainsieve.core.steps.step.Expression;
import plainsieve.core.steps.step.KnownColumn;
import plainsieve.core.steps.step.Rows;
import plainsieve.core.steps.step.Step;
import plainsieve.core.steps.step.Verb;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;

/** Makes SQL of rows that are put beside each other. */
final class JoinSql {

    private final Making making;
    private final RowsSql rows;

    JoinSql(Making making, RowsSql rows) {
        this.making = making;
        this.rows = rows;
    }

    Block beside(Block block, Step.Beside step) {
        Block ours = apart(block.isPlain() ? block : making.wrapped(block), step.rows());
        Block other = rows.of(step.rows(), making.taken(ours), ours);
        Joined joined = joined(ours, other, step.kept());
        if (joined.lateral() && !making.dialect().forms().isSureOfLateral()) {
            Optional<Block> without = new WithoutLateralSql(making, rows, this, step).beside(ours);
            if (without.isPresent()) {
                return without.get();
            }
        }
        List<Reckoned> on = conditions(ours, joined.theirs(), step.match());
        List<Sql> all = new ArrayList<>(joined.where());
        on.stream().map(this::conjunct).forEach(all::add);
        Sql condition = all.isEmpty()
                ? Sql.of(making.dialect().trueLiteral(), making.origin())
                : Sql.joined(all, " and ", making.origin());
        Block.Join join =
                new Block.Join(step.kept(), condition, matched(step.match(), joined.theirs()), joined.lateral());
        Block.From from = new Block.From(joined.item(), joined.alias(), Optional.of(join));
        return taken(ours, joined.theirs(), step).from(from);
    }

    /** A small table of the columns' names is put beside each row; which value belongs to a name is told by CASE. */
    Block toRows(Block block, Step.ToRows step) {
        Block ours = block.isPlain() ? block : making.wrapped(block);
        Origin origin = making.origin();
        ExpressionSql expressions = new ExpressionSql(making, ours);
        List<Block> names = new ArrayList<>();
        Sql which = Sql.of("case ", origin);
        String alias = making.alias("names", making.taken(ours));
        Reckoned name = Block.ref(
                alias,
                new KnownColumn(step.name().name(), Optional.of(Type.TEXT), false),
                making.origin(step.name().at()));
        which = which.plus(name.sql());
        List<Reckoned> values = new ArrayList<>();
        for (Step.Name column : step.columns()) {
            Reckoned value = expressions.column(column.name(), column.at());
            Reckoned literal = expressions.fixed(new Value.Text(column.name()), making.origin(column.at()));
            names.add(RowsSql.row(List.of(new Block.Out(step.name().name(), literal))));
            which = which.and(" when ", origin)
                    .plus(literal.sql())
                    .and(" then ", origin)
                    .plus(value.sql());
            values.add(value);
        }
        Optional<Type> type =
                values.stream().flatMap(value -> value.type().stream()).findFirst();
        Reckoned value = expressions.together(values, which.and(" end", origin), type, Reckoned.Binding.SINGLE);
        List<Block.Out> outs = new ArrayList<>(ours.outs());
        step.columns().forEach(column -> outs.removeIf(out -> out.name().equalsIgnoreCase(column.name())));
        outs.add(new Block.Out(step.name().name(), name));
        outs.add(new Block.Out(step.value().name(), value));
        if (ours.open()) {
            throw unknownColumns(step.columns().get(0).at());
        }
        Sql always = Sql.of(making.dialect().trueLiteral(), origin);
        return ours.outs(outs)
                .from(new Block.From(Block.Stack.of(names), alias, Optional.of(Block.Join.plain(false, always))));
    }

    ProblemException unknownColumns(At at) {
        return making.wrong(
                "unknown-columns",
                at,
                "What other columns there are is not known here.",
                "Say with “columns …” first which there shall be, or wait until the source has told its columns.");
    }

    /** SQL that is called has aliases of its own: rows around it are called otherwise, so that it speaks of the right ones. */
    private Block apart(Block ours, Rows called) {
        Set<String> words = rows.words(called);
        if (ours.aliases().stream().noneMatch(words::contains)) {
            return ours;
        }
        Set<String> taken = making.taken(ours);
        taken.addAll(words);
        return making.wrapped(ours, taken);
    }

    Sql conjunct(Reckoned condition) {
        return condition.at(Reckoned.Binding.NOT, making.origin());
    }

    /** The columns of the other rows that have to be equal to something of ours, as what is joined calls them. */
    private static Set<String> matched(Step.Match match, Block theirs) {
        return named(match).stream()
                .flatMap(name -> theirs.out(name).map(Block.Out::value).stream())
                .map(value -> value.sql().pieces())
                .filter(pieces -> pieces.size() == 1 && pieces.get(0) instanceof Sql.Ref)
                .map(pieces -> ((Sql.Ref) pieces.get(0)).column())
                .collect(Collectors.toSet());
    }

    private static Set<String> named(Step.Match match) {
        Set<String> names = new LinkedHashSet<>();
        List<Condition> all = condition(match) instanceof Condition.And and ? and.all() : List.of(condition(match));
        for (Condition one : all) {
            if (one instanceof Condition.Test test && test.verb() == Verb.IS) {
                theirs(test.left(), test.others().get(0)).ifPresent(names::add);
                theirs(test.others().get(0), test.left()).ifPresent(names::add);
            }
        }
        return names;
    }

    private static Optional<String> theirs(Expression one, Expression other) {
        boolean ours = other instanceof Expression.Column column && !column.theirs();
        return one instanceof Expression.Column column && column.theirs() && ours
                ? Optional.of(column.name())
                : Optional.empty();
    }

    /**
     * @param theirs the columns of what is joined, as they are called around it
     * @param lateral whether it speaks of our rows within
     */
    record Joined(Block.Item item, String alias, Block theirs, List<Sql> where, boolean lateral) {}

    /**
     * A block that only filters one table is joined as that table, with its conditions beside the match: they are asked of the
     * same rows. Where rows without a partner stay, only plain columns may be taken so: anything reckoned would be reckoned
     * of the missing ones, too.
     */
    Joined joined(Block ours, Block other, boolean kept) {
        boolean plainColumns = other.outs().stream()
                .allMatch(out -> out.value().sql().pieces().size() == 1
                        && out.value().sql().pieces().get(0) instanceof Sql.Ref);
        boolean one = other.from().size() == 1
                && !(other.from().get(0).item() instanceof Block.Nested)
                && other.isPlain()
                && (!kept || plainColumns);
        if (one) {
            Block.From only = other.from().get(0);
            boolean lateral = speaksOf(other.onlyFrom(), ours);
            return new Joined(only.item(), only.alias(), mayBeMissing(other, kept), other.where(), lateral);
        }
        Set<String> taken = making.taken(ours);
        taken.addAll(other.aliases());
        Block inner = other.limit().isPresent() ? other : other.ordered(List.of());
        Block around = making.wrapped(inner, taken);
        Block.From only = around.from().get(0);
        return new Joined(only.item(), only.alias(), mayBeMissing(around, kept), List.of(), speaksOf(inner, ours));
    }

    /** Whether a block names something of another that it is not from itself. */
    static boolean speaksOf(Block inner, Block ours) {
        Set<String> around = new LinkedHashSet<>();
        ours.from().forEach(one -> around.add(one.alias()));
        boolean[] speaks = new boolean[1];
        inner.refs(ref -> speaks[0] |= around.contains(ref.alias()));
        return speaks[0];
    }

    static Block mayBeMissing(Block theirs, boolean kept) {
        if (!kept) {
            return theirs;
        }
        return theirs.outs(theirs.outs().stream()
                .map(out -> new Block.Out(out.name(), out.value().perhapsEmpty()))
                .toList());
    }

    List<Reckoned> conditions(Block ours, Block theirs, Step.Match match) {
        ExpressionSql expressions = new ExpressionSql(making, ours, Optional.of(theirs));
        return new ConditionSql(expressions).each(condition(match));
    }

    private static Condition condition(Step.Match match) {
        if (match instanceof Step.Matching matching) {
            return matching.condition();
        }
        List<Condition> all = new ArrayList<>();
        for (Step.Name name : ((Step.SameColumns) match).columns()) {
            At at = name.at();
            Expression theirs = new Expression.Column(name.name(), true, at);
            Expression own = new Expression.Column(name.name(), false, at);
            all.add(new Condition.Test(theirs, Verb.IS, List.of(own), at));
        }
        return new Condition.And(all);
    }

    /** The other rows that belong to a row of a block, as a query within it. */
    Block matched(Block ours, Block other, Step.Match match) {
        Block within = other.isPlain() && !(other.from().get(0).item() instanceof Block.Nested)
                ? other
                : making.wrapped(other);
        for (Reckoned one : conditions(ours, within, match)) {
            within = within.where(conjunct(one));
        }
        boolean loses = !making.dialect().forms().isSureOfPresence()
                && ours.from().stream().anyMatch(from -> !(from.item() instanceof Block.Written));
        for (Expression sought : loses ? sought(match) : List.<Expression>of()) {
            Condition has = new Condition.Test(sought, Verb.HAS_ONE, List.of(), sought.at());
            ExpressionSql expressions = new ExpressionSql(making, ours, Optional.of(within));
            within = within.where(conjunct(new ConditionSql(expressions).of(has)));
        }
        Reckoned found = Reckoned.single(Sql.of("1", making.origin()), Optional.empty(), Level.CONSTANT);
        return within.closed().ordered(List.of()).outs(List.of(new Block.Out("", found)));
    }

    /** What their columns have to be equal to: it has a value then. */
    private static List<Expression> sought(Step.Match match) {
        List<Condition> all = condition(match) instanceof Condition.And and ? and.all() : List.of(condition(match));
        List<Expression> sought = new ArrayList<>();
        for (Condition one : all) {
            if (one instanceof Condition.Test test && test.verb() == Verb.IS) {
                Expression left = test.left();
                Expression right = test.others().get(0);
                boolean theirs = left instanceof Expression.Column column && column.theirs();
                sought.add(theirs ? right : left);
            }
        }
        return sought;
    }

    /* What is the same within a query that is called differs from row to row around it. */
    private static Reckoned ofARow(Reckoned value) {
        boolean[] named = new boolean[1];
        value.sql().refs(ref -> named[0] = true);
        return value.level() == Level.CONSTANT && named[0] ? value.on(Level.ROW) : value;
    }

    Block taken(Block ours, Block theirs, Step.Beside step) {
        Block with = ours;
        for (Step.Taken taken : step.columns()) {
            String name = taken.as().name();
            if (with.out(name).isPresent()) {
                throw making.wrong(
                        "column-twice",
                        taken.as().at(),
                        "There is a column “%s” already.".formatted(name),
                        "Call this one otherwise: “%s as …”."
                                .formatted(taken.column().name()));
            }
            ExpressionSql expressions = new ExpressionSql(making, ours, Optional.of(theirs));
            Reckoned value = expressions.of(new Expression.Column(
                    taken.column().name(), true, taken.column().at()));
            with = with.with(new Block.Out(name, ofARow(value)));
        }
        return with;
    }
}
