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

/** Reads a step. Every kind begins with its own words; docs/steps.md has the table of them. */
final class StepParser {
    private static final String KEPT = "rows without one are kept";
    private static final String LEFT_OUT = "only rows that have one";

    private final StepCursor cursor;
    private final StepExpressionParser expressions;
    private final StepConditionParser conditions;
    private final RowSourceParser rows;
    private final GroupStepParser totals;

    private record StepKeyword(String words, Supplier<Step> rest) {}

    StepParser(StepCursor cursor) {
        this.cursor = cursor;
        this.expressions = new StepExpressionParser(cursor);
        this.conditions = new StepConditionParser(cursor, expressions);
        this.rows = new RowSourceParser(cursor, expressions);
        this.totals = new GroupStepParser(cursor, expressions, conditions);
    }

    /** The words that steps begin with, longer ones before those that begin them. */
    private List<StepKeyword> beginnings() {
        return List.of(
                new StepKeyword("rows of", () -> new Step.From(rows.read())),
                new StepKeyword("where", () -> new Step.Where(conditions.read())),
                new StepKeyword("beside each, its row of", this::beside),
                new StepKeyword("only those with a row of", () -> onlyThose(true)),
                new StepKeyword("only those without a row of", () -> onlyThose(false)),
                new StepKeyword("only those whose", this::amongThose),
                new StepKeyword("under it, the rows of", () -> new Step.Union(rows.read())),
                new StepKeyword("columns to rows", this::toRows),
                new StepKeyword("rows to columns of", totals::spread),
                new StepKeyword("columns", () -> new Step.Columns(taken(StepMark.Kind.COLUMNS))),
                new StepKeyword("without columns", this::without),
                new StepKeyword("rename", this::rename),
                new StepKeyword("new column", this::newColumn),
                new StepKeyword("split", this::split),
                new StepKeyword("fill blanks of", this::fill),
                new StepKeyword("replace in", this::replace),
                new StepKeyword("distinct rows", Step.Distinct::new),
                new StepKeyword("total of everything", () -> totals.read(false)),
                new StepKeyword("total by", () -> totals.read(true)),
                new StepKeyword("sort by", () -> new Step.Sort(totals.by())),
                new StepKeyword("first", this::first),
                new StepKeyword("running total of", () -> running(Step.WindowColumn.Kind.SUM)),
                new StepKeyword("rank as", () -> running(Step.WindowColumn.Kind.RANK)),
                new StepKeyword("row number as", () -> running(Step.WindowColumn.Kind.NUMBER)));
    }

    /** The step of a whole line. */
    Step read() {
        Optional<StepKeyword> found = beginnings().stream()
                .filter(beginning -> sees(beginning.words()))
                .findFirst();
        StepKeyword beginning = found.orElseThrow(
                () -> cursor.wrong(
                        "Unknown step.",
                        "Begin with “where”, “beside each, its row of”, “total by”, “new column”, “sort by”, “first” or another of the offered words."));
        take(beginning.words());
        Step step = beginning.rest().get();
        if (!cursor.isAtEnd()) {
            throw cursor.wrong("The step should end here.", "Write what follows as a step of its own.");
        }
        return step;
    }

    /* Commas within the words are their own signs. */
    private boolean sees(String words) {
        return cursor.sees(spaced(words));
    }

    private void take(String words) {
        cursor.takes(spaced(words));
    }

    private static String spaced(String words) {
        return words.replace(",", " ,");
    }

    private Step beside() {
        RowSource other = rows.read();
        boolean called =
                other instanceof RowSource.Query query && !query.arguments().isEmpty()
                        || other instanceof RowSource.FunctionCall;
        boolean unmatched = called && !cursor.sees("with the same") && !cursor.sees("where");
        Step.Match match = unmatched ? new Step.SameColumns(List.of()) : match();
        List<Step.ColumnAlias> columns = cursor.takes(":") ? taken(StepMark.Kind.THEIR_COLUMNS) : List.of();
        boolean kept = true;
        if (cursor.takes(";")) {
            int start = cursor.start();
            kept = cursor.takes(KEPT);
            if (!kept) {
                cursor.must(LEFT_OUT);
            }
            cursor.mark(StepMark.of(
                    StepMark.Kind.KEPT, new LineSpan(start, cursor.last().end())));
        }
        return new Step.Join(other, match, columns, kept);
    }

    private Step.Match match() {
        if (cursor.takes("with the same")) {
            int start = cursor.start();
            List<Step.Name> names = names();
            LineSpan span = new LineSpan(start, cursor.last().end());
            cursor.mark(StepMark.of(StepMark.Kind.THEIR_COLUMNS, span));
            return new Step.SameColumns(names);
        }
        cursor.must("where");
        int start = cursor.start();
        StepCondition condition = conditions.read();
        return new Step.Matching(condition, new LineSpan(start, cursor.last().end()));
    }

    private Step onlyThose(boolean with) {
        RowSource other = rows.read();
        return new Step.SemiJoin(other, match(), with);
    }

    private Step amongThose() {
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
        } while (cursor.takes(","));
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

    private Step without() {
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
            cursor.must("to");
            Step.Name as = cursor.name("A name");
            cursor.mark(StepMark.of(StepMark.Kind.NAME, as.at()));
            renamed.add(new Step.ColumnAlias(name, as));
        } while (cursor.takes(","));
        return new Step.Rename(renamed);
    }

    private Step newColumn() {
        Step.Name name = cursor.name("The name of the column");
        cursor.mark(StepMark.of(StepMark.Kind.NAME, name.at()));
        cursor.must(":");
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

    /** {@code columns to rows: cars, vans as kind and number}. */
    private Step toRows() {
        cursor.must(":");
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
        cursor.must("rows");
        List<Step.Name> each = cursor.takes("of each") ? each() : List.of();
        List<Step.By> by = cursor.takes("by") ? totals.by() : List.of();
        return new Step.FirstRows(count, each, by);
    }

    private List<Step.Name> each() {
        int start = cursor.start();
        List<Step.Name> names = names();
        cursor.mark(StepMark.of(
                StepMark.Kind.COLUMNS, new LineSpan(start, cursor.last().end())));
        return names;
    }

    private Step running(Step.WindowColumn.Kind kind) {
        Optional<StepExpression> of = Optional.empty();
        if (kind == Step.WindowColumn.Kind.SUM) {
            of = Optional.of(expressions.read());
            cursor.must("as");
        }
        Step.Name name = cursor.name("The name of the column");
        cursor.mark(StepMark.of(StepMark.Kind.NAME, name.at()));
        List<Step.Name> each = cursor.takes("of each") ? each() : List.of();
        cursor.must("by");
        return new Step.WindowColumn(kind, of, name, each, totals.by());
    }
}
