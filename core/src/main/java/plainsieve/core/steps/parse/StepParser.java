package plainsieve.core.steps.parse;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import plainsieve.core.steps.model.LineSpan;
import plainsieve.core.steps.model.RowSource;
import plainsieve.core.steps.model.Step;
import plainsieve.core.steps.model.StepExpression;
import plainsieve.core.value.ProblemException;

/** Parses a step by its keywords; docs/steps.md lists them. */
final class StepParser {
    private final StepCursor cursor;
    private final StepExpressionParser expressions;
    private final StepConditionParser conditions;
    private final RowSourceParser rows;
    private final GroupStepParser totals;
    private final StepColumnParser columns;
    private final JoinStepParser joins;

    /**
     * The first words of a step.
     *
     * @param synonyms that are replaced by the keywords
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
        this.columns = new StepColumnParser(cursor);
        this.joins = new JoinStepParser(cursor, expressions, conditions);
    }

    /** The first words of steps, longer ones before their prefixes, with their SQL equivalents. */
    private List<StepKeyword> keywords() {
        return List.of(
                new StepKeyword("from", List.of("select * from"), this::from),
                new StepKeyword("where", List.of("having", "filter"), () -> new Step.Where(conditions.read())),
                new StepKeyword("join", () -> joins.join(Optional.empty())),
                new StepKeyword("keep rows with a match in", List.of("semi join"), () -> joins.semiJoin(true)),
                new StepKeyword("keep rows without a match in", List.of("anti join"), () -> joins.semiJoin(false)),
                new StepKeyword("keep rows whose", joins::membership),
                new StepKeyword("union all", List.of("append"), () -> new Step.Union(rows.read())),
                new StepKeyword("unpivot", this::unpivot),
                new StepKeyword("pivot", totals::pivot),
                new StepKeyword(
                        "columns",
                        List.of("keep columns"),
                        () -> new Step.Columns(columns.aliases(StepMark.Kind.COLUMNS))),
                new StepKeyword("drop columns", List.of("drop column", "remove columns", "drop"), this::dropColumns),
                new StepKeyword("rename", this::rename),
                new StepKeyword("add column", List.of("new column"), this::newColumn),
                new StepKeyword("split", this::split),
                new StepKeyword("fill blanks of", this::fill),
                new StepKeyword("replace in", this::replace),
                new StepKeyword("distinct rows", List.of("distinct", "select distinct *"), Step.Distinct::new),
                new StepKeyword(
                        "columns", List.of("select"), () -> new Step.Columns(columns.aliases(StepMark.Kind.COLUMNS))),
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
        Step step = joins.sqlJoin().orElseGet(this::step);
        if (!cursor.isAtEnd()) {
            throw cursor.wrong("The step should end here.", "Write the rest as another step.");
        }
        return step;
    }

    private Step step() {
        return keywords().stream()
                .filter(keyword -> cursor.consumeIf(keyword.words(), keyword.synonyms()))
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
        joins.alias();
        return new Step.From(source);
    }

    private Step dropColumns() {
        int start = cursor.start();
        List<Step.Name> names = columns.names();
        cursor.mark(StepMark.of(
                StepMark.Kind.COLUMNS, new LineSpan(start, cursor.last().end())));
        return new Step.DropColumns(names);
    }

    private Step rename() {
        List<Step.ColumnAlias> renamed = new ArrayList<>();
        do {
            Step.Name name = columns.column();
            if (!cursor.consumeIf("to", List.of("as"))) {
                cursor.must("to");
            }
            Step.Name as = cursor.name("A name");
            cursor.mark(StepMark.of(StepMark.Kind.NAME, as.at()));
            renamed.add(new Step.ColumnAlias(name, as));
        } while (cursor.consumeIf(","));
        return new Step.Rename(renamed);
    }

    private Step newColumn() {
        Step.Name name = cursor.name("The name of the column");
        cursor.mark(StepMark.of(StepMark.Kind.NAME, name.at()));
        if (cursor.matches(":")) {
            cursor.replaceWords(":", " =");
        } else if (!cursor.consumeIf("=", List.of("as"))) {
            cursor.must("=");
        }
        int start = cursor.start();
        int marks = cursor.marks().size();
        StepExpression value = expressions.read();
        // A formula is edited as a whole: its words have little meaning alone.
        cursor.marks().subList(marks, cursor.marks().size()).clear();
        cursor.mark(StepMark.of(
                StepMark.Kind.FORMULA, new LineSpan(start, cursor.last().end())));
        return new Step.NewColumn(name, value);
    }

    private Step split() {
        Step.Name column = columns.column();
        cursor.must("at");
        StepToken sign = cursor.peek();
        if (sign.kind() != StepToken.Kind.TEXT || sign.text().isEmpty()) {
            throw cursor.wrong("The sign to split at is missing here.", "Write it between '…'.");
        }
        cursor.consume();
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
        Step.Name column = columns.column();
        cursor.must("with");
        return new Step.Fill(column, expressions.compared(column.name()));
    }

    private Step replace() {
        Step.Name column = columns.column();
        cursor.must(":");
        List<Step.Replacement> pairs = new ArrayList<>();
        do {
            StepExpression what = expressions.compared(column.name());
            cursor.must("with");
            pairs.add(new Step.Replacement(what, expressions.compared(column.name())));
        } while (cursor.consumeIf(","));
        return new Step.Replace(column, pairs);
    }

    private Step first() {
        int start = cursor.start();
        StepExpression count = expressions.single();
        cursor.mark(StepMark.of(
                StepMark.Kind.COUNT, new LineSpan(start, cursor.last().end())));
        limitRows();
        List<Step.Name> each = cursor.consumeIf("of each", List.of("per")) ? each() : List.of();
        List<Step.By> by = cursor.consumeIf("by", List.of("order by", "sort by")) ? totals.by() : List.of();
        return new Step.FirstRows(count, each, by);
    }

    /** {@code rows}, which the limits of SQL do not have: it is added. */
    private void limitRows() {
        if (cursor.matches("rows only")) {
            cursor.replace("rows only", "rows");
        } else if (!cursor.consumeIf("rows")) {
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
        List<Step.Name> names = columns.names();
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
        List<Step.Name> each = cursor.consumeIf("of each", List.of("per", "partition by")) ? each() : List.of();
        if (!cursor.consumeIf("by", List.of("order by"))) {
            cursor.must("by");
        }
        return new Step.WindowColumn(kind, of, name, each, totals.by());
    }
}
