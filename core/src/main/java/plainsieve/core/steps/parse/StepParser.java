package plainsieve.core.steps.parse;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import plainsieve.core.steps.model.LineSpan;
import plainsieve.core.steps.model.RowSource;
import plainsieve.core.steps.model.Step;
import plainsieve.core.steps.model.StepCondition;
import plainsieve.core.steps.model.StepExpression;
import plainsieve.core.value.ProblemException;

/** Reads a step. Every kind begins with its own words; docs/steps.md has the table of them. */
final class StepParser {
    private static final String KEEP_ALL = "keep all rows";
    private static final String KEEP_MATCHING = "keep only matching rows";

    private final StepCursor cursor;
    private final StepExpressionParser expressions;
    private final StepConditionParser conditions;
    private final RowSourceParser rows;
    private final GroupStepParser totals;

    /**
     * The words that a step begins with.
     *
     * @param synonyms that are replaced by the words
     */
    private record StepKeyword(String words, List<String> synonyms, Supplier<Step> rest) {
        StepKeyword(String words, Supplier<Step> rest) {
            this(words, List.of(), rest);
        }
    }

    StepParser(StepCursor cursor) {
        this.cursor = cursor;
        this.expressions = new StepExpressionParser(cursor);
        this.conditions = new StepConditionParser(cursor, expressions);
        this.rows = new RowSourceParser(cursor, expressions);
        this.totals = new GroupStepParser(cursor, expressions, conditions);
    }

    /** The words that steps begin with, longer ones before those that begin them, with the words of SQL for the same. */
    private List<StepKeyword> keywords() {
        return List.of(
                new StepKeyword("from", List.of("select * from"), this::from),
                new StepKeyword("where", List.of("having", "filter"), () -> new Step.Where(conditions.read())),
                new StepKeyword("join", () -> join(Optional.empty())),
                new StepKeyword("keep rows with a match in", List.of("semi join"), () -> semiJoin(true)),
                new StepKeyword("keep rows without a match in", List.of("anti join"), () -> semiJoin(false)),
                new StepKeyword("keep rows whose", this::membership),
                new StepKeyword("union all", List.of("append"), () -> new Step.Union(rows.read())),
                new StepKeyword("unpivot", this::unpivot),
                new StepKeyword("pivot", totals::pivot),
                new StepKeyword(
                        "columns", List.of("keep columns"), () -> new Step.Columns(taken(StepMark.Kind.COLUMNS))),
                new StepKeyword("drop columns", List.of("drop column", "remove columns", "drop"), this::dropColumns),
                new StepKeyword("rename", this::rename),
                new StepKeyword("add column", List.of("new column"), this::newColumn),
                new StepKeyword("split", this::split),
                new StepKeyword("fill blanks of", this::fill),
                new StepKeyword("replace in", this::replace),
                new StepKeyword("distinct rows", List.of("distinct", "select distinct *"), Step.Distinct::new),
                new StepKeyword("columns", List.of("select"), () -> new Step.Columns(taken(StepMark.Kind.COLUMNS))),
                new StepKeyword("aggregate all rows", List.of("aggregate"), () -> totals.read(false)),
                new StepKeyword("group by", () -> totals.read(true)),
                new StepKeyword("sort by", List.of("order by"), () -> new Step.Sort(totals.by())),
                new StepKeyword("first", List.of("limit", "top", "fetch first", "fetch next"), this::first),
                new StepKeyword("running total of", () -> window(Step.WindowColumn.Kind.SUM)),
                new StepKeyword("rank as", () -> window(Step.WindowColumn.Kind.RANK)),
                new StepKeyword("row number as", () -> window(Step.WindowColumn.Kind.NUMBER)));
    }

    /** The step of a whole line. */
    Step read() {
        Step step = sqlJoin().orElseGet(this::step);
        if (!cursor.isAtEnd()) {
            throw cursor.wrong("The step should end here.", "Write what follows as a step of its own.");
        }
        return step;
    }

    private Step step() {
        return keywords().stream()
                .filter(keyword -> cursor.takes(keyword.words(), keyword.synonyms()))
                .findFirst()
                .orElseThrow(this::unknown)
                .rest()
                .get();
    }

    private ProblemException unknown() {
        String advice =
                "Begin with “where”, “join”, “group by”, “add column”, “sort by”, “first” or another of the offered words.";
        return PhraseSuggestion.nearest(cursor.phrase(), keywords().stream().map(StepKeyword::words))
                .map(nearest -> nearest.at(cursor, "step"))
                .orElseGet(() -> cursor.wrong("Unknown step.", advice));
    }

    private Step from() {
        RowSource source = rows.read();
        alias();
        return new Step.From(source);
    }

    /** The alias that SQL gives a table. Steps have none; it is removed. */
    private String alias() {
        int start = cursor.start();
        boolean as = cursor.matches("as");
        StepToken alias = cursor.peek(as ? 1 : 0);
        boolean isAlias =
                alias.isName() && List.of("on", "using", "adding").stream().noneMatch(alias::isWord);
        if (!isAlias) {
            return "";
        }
        if (as) {
            cursor.take();
        }
        cursor.take();
        cursor.remove(new LineSpan(start, cursor.last().end()));
        return alias.text();
    }

    /** {@code left join …} and {@code inner join …}, which say at the beginning which rows are kept. */
    private Optional<Step> sqlJoin() {
        for (String words : List.of("left outer join", "left join", "inner join")) {
            if (cursor.matches(words)) {
                cursor.replace(words, "join");
                return Optional.of(join(Optional.of(words.startsWith("left"))));
            }
        }
        return Optional.empty();
    }

    /** @param keepsAll whether rows without a match are kept, where SQL's words say so; else that comes last */
    private Step join(Optional<Boolean> keepsAll) {
        RowSource other = rows.read();
        String alias = alias();
        boolean called =
                other instanceof RowSource.Query query && !query.arguments().isEmpty()
                        || other instanceof RowSource.FunctionCall;
        boolean unmatched = called && !cursor.sees("on") && !cursor.matches("using");
        Step.Match match = unmatched ? new Step.SameColumns(List.of()) : match(other, alias);
        List<Step.ColumnAlias> columns = addedColumns();
        return new Step.Join(other, match, columns, keepsUnmatched(keepsAll));
    }

    private List<Step.ColumnAlias> addedColumns() {
        boolean adds = cursor.takes(", adding");
        if (!adds && cursor.matches("adding")) {
            cursor.takeInstead("adding", ", adding");
            adds = true;
        }
        return adds ? taken(StepMark.Kind.THEIR_COLUMNS) : List.of();
    }

    private boolean keepsUnmatched(Optional<Boolean> ofSql) {
        if (!cursor.takes(";")) {
            boolean all = ofSql.orElse(false);
            int end = cursor.last().end();
            cursor.correct(new LineSpan(end, end), "; " + (all ? KEEP_ALL : KEEP_MATCHING));
            return all;
        }
        int start = cursor.start();
        boolean all = cursor.takes(KEEP_ALL);
        if (!all) {
            cursor.must(KEEP_MATCHING);
        }
        cursor.mark(StepMark.of(
                StepMark.Kind.KEPT, new LineSpan(start, cursor.last().end())));
        return all;
    }

    /** {@code on port_id} for columns of the same name, or {@code on} and a condition. */
    private Step.Match match(RowSource other, String alias) {
        if (cursor.matches("using")) {
            return using();
        }
        cursor.must("on");
        int start = cursor.start();
        StepToken next = cursor.peek(1);
        boolean sameNames = cursor.isAtEnd()
                || cursor.peek().isName()
                        && (next.kind() == StepToken.Kind.END || next.isSign(",") || next.isSign(";"));
        if (sameNames) {
            List<Step.Name> names = names();
            cursor.mark(StepMark.of(
                    StepMark.Kind.THEIR_COLUMNS,
                    new LineSpan(start, cursor.last().end())));
            return new Step.SameColumns(names);
        }
        StepCondition condition = expressions.withJoined(
                new StepExpressionParser.JoinedName(RowSourceParser.name(other), alias), conditions::read);
        return new Step.Matching(condition, new LineSpan(start, cursor.last().end()));
    }

    /** {@code using (port_id)} of SQL. */
    private Step.Match using() {
        cursor.replace("using", "on");
        cursor.correct(cursor.must("("), "");
        List<Step.Name> names = names();
        cursor.correct(cursor.must(")"), "");
        return new Step.SameColumns(names);
    }

    private Step semiJoin(boolean with) {
        RowSource other = rows.read();
        String alias = alias();
        return new Step.SemiJoin(other, match(other, alias), with);
    }

    private Step membership() {
        Step.Name column = column();
        boolean among = !cursor.takes("is not in");
        if (among) {
            cursor.must("is in");
        }
        Optional<Step.Name> theirs = Optional.empty();
        if (cursor.peek().isName() && cursor.peek(1).isWord("of")) {
            theirs = Optional.of(cursor.name("A column"));
            cursor.must("of");
        }
        return new Step.MembershipFilter(column, among, theirs, rows.read());
    }

    private Step.Name column() {
        cursor.wants(Expectation.Kind.COLUMN, "");
        Step.Name name = cursor.name("A column");
        cursor.mark(StepMark.of(StepMark.Kind.COLUMN, name.at()));
        return name;
    }

    private List<Step.Name> names() {
        List<Step.Name> names = new ArrayList<>();
        do {
            cursor.wants(Expectation.Kind.COLUMN, "");
            names.add(cursor.name("A column"));
        } while (cursor.takesSeparator());
        return names;
    }

    /** {@code name as port, island}, one mark for all of it. */
    private List<Step.ColumnAlias> taken(StepMark.Kind kind) {
        int start = cursor.start();
        List<Step.ColumnAlias> taken = new ArrayList<>();
        do {
            cursor.wants(kind == StepMark.Kind.COLUMNS ? Expectation.Kind.COLUMN : Expectation.Kind.THEIRS, "");
            Step.Name name = cursor.name("A column");
            taken.add(new Step.ColumnAlias(name, cursor.takes("as") ? cursor.name("A name") : name));
        } while (cursor.takes(","));
        cursor.mark(StepMark.of(kind, new LineSpan(start, cursor.last().end())));
        return taken;
    }

    private Step dropColumns() {
        int start = cursor.start();
        List<Step.Name> names = names();
        cursor.mark(StepMark.of(
                StepMark.Kind.COLUMNS, new LineSpan(start, cursor.last().end())));
        return new Step.DropColumns(names);
    }

    private Step rename() {
        List<Step.ColumnAlias> renamed = new ArrayList<>();
        do {
            Step.Name name = column();
            if (!cursor.takes("to", List.of("as"))) {
                cursor.must("to");
            }
            Step.Name as = cursor.name("A name");
            cursor.mark(StepMark.of(StepMark.Kind.NAME, as.at()));
            renamed.add(new Step.ColumnAlias(name, as));
        } while (cursor.takes(","));
        return new Step.Rename(renamed);
    }

    private Step newColumn() {
        Step.Name name = cursor.name("The name of the column");
        cursor.mark(StepMark.of(StepMark.Kind.NAME, name.at()));
        if (cursor.matches(":")) {
            cursor.takeInstead(":", " =");
        } else if (!cursor.takes("=", List.of("as"))) {
            cursor.must("=");
        }
        int start = cursor.start();
        int marks = cursor.marks().size();
        StepExpression value = expressions.read();
        // A formula is changed as a whole: its words mean little alone.
        cursor.marks().subList(marks, cursor.marks().size()).clear();
        cursor.mark(StepMark.of(
                StepMark.Kind.FORMULA, new LineSpan(start, cursor.last().end())));
        return new Step.NewColumn(name, value);
    }

    private Step split() {
        Step.Name column = column();
        cursor.must("at");
        StepToken sign = cursor.peek();
        if (sign.kind() != StepToken.Kind.TEXT || sign.text().isEmpty()) {
            throw cursor.wrong("The sign to split at is missing here.", "Write it between '…'.");
        }
        cursor.take();
        cursor.mark(StepMark.of(StepMark.Kind.FORMULA, sign.at()));
        cursor.must("into");
        Step.Name before = newName();
        cursor.must("and");
        return new Step.Split(column, sign.text(), before, newName());
    }

    private Step.Name newName() {
        Step.Name name = cursor.name("A name");
        cursor.mark(StepMark.of(StepMark.Kind.NAME, name.at()));
        return name;
    }

    /** {@code unpivot cars, vans as kind and number}. */
    private Step unpivot() {
        List<Step.Name> columns = each();
        cursor.must("as");
        Step.Name name = newName();
        cursor.must("and");
        return new Step.ToRows(columns, name, newName());
    }

    private Step fill() {
        Step.Name column = column();
        cursor.must("with");
        return new Step.Fill(column, expressions.compared(column.name()));
    }

    private Step replace() {
        Step.Name column = column();
        cursor.must(":");
        List<Step.Replacement> pairs = new ArrayList<>();
        do {
            StepExpression what = expressions.compared(column.name());
            cursor.must("with");
            pairs.add(new Step.Replacement(what, expressions.compared(column.name())));
        } while (cursor.takes(","));
        return new Step.Replace(column, pairs);
    }

    private Step first() {
        int start = cursor.start();
        StepExpression count = expressions.single();
        cursor.mark(StepMark.of(
                StepMark.Kind.COUNT, new LineSpan(start, cursor.last().end())));
        takeRows();
        List<Step.Name> each = cursor.takes("of each", List.of("per")) ? each() : List.of();
        List<Step.By> by = cursor.takes("by", List.of("order by", "sort by")) ? totals.by() : List.of();
        return new Step.FirstRows(count, each, by);
    }

    /** {@code rows}, which the limits of SQL do not have: it is added. */
    private void takeRows() {
        if (cursor.matches("rows only")) {
            cursor.replace("rows only", "rows");
        } else if (!cursor.takes("rows")) {
            boolean complete = cursor.isAtEnd() || cursor.matches("by") || cursor.matches("order by");
            int end = cursor.last().end();
            if (!complete) {
                cursor.must("rows");
            }
            cursor.correct(new LineSpan(end, end), " rows");
        }
    }

    private List<Step.Name> each() {
        int start = cursor.start();
        List<Step.Name> names = names();
        cursor.mark(StepMark.of(
                StepMark.Kind.COLUMNS, new LineSpan(start, cursor.last().end())));
        return names;
    }

    private Step window(Step.WindowColumn.Kind kind) {
        Optional<StepExpression> of = Optional.empty();
        if (kind == Step.WindowColumn.Kind.SUM) {
            of = Optional.of(expressions.read());
            cursor.must("as");
        }
        Step.Name name = cursor.name("The name of the column");
        cursor.mark(StepMark.of(StepMark.Kind.NAME, name.at()));
        List<Step.Name> each = cursor.takes("of each", List.of("per", "partition by")) ? each() : List.of();
        if (!cursor.takes("by", List.of("order by"))) {
            cursor.must("by");
        }
        return new Step.WindowColumn(kind, of, name, each, totals.by());
    }
}
