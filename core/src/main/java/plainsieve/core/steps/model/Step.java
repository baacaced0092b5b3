package plainsieve.core.steps.model;

import java.util.List;
import java.util.Optional;
import plainsieve.core.rewrite.Measure;

/** One operation on rows. */
public sealed interface Step {
    /** The initial rows. */
    record From(RowSource rows) implements Step {}

    /** Keeps the rows of which a condition is true. */
    record Where(StepCondition condition) implements Step {}

    /**
     * Joins columns of other rows.
     *
     * @param kept whether unmatched rows are kept
     */
    record Join(RowSource rows, Match match, List<ColumnAlias> columns, boolean kept) implements Step {
        public Join {
            columns = List.copyOf(columns);
        }
    }

    /** Keeps the rows with, or without, a match in other rows; never duplicates rows. */
    record SemiJoin(RowSource rows, Match match, boolean with) implements Step {}

    /** Keeps the rows whose column is, or is not, among the values of another column. */
    record MembershipFilter(Name column, boolean among, Optional<Name> theirs, RowSource rows) implements Step {}

    /** Puts other rows under these, column by column of the same name. */
    record Union(RowSource rows) implements Step {}

    /** These columns alone, in this order. */
    record Columns(List<ColumnAlias> columns) implements Step {
        public Columns {
            columns = List.copyOf(columns);
        }
    }

    /** All but these columns. */
    record DropColumns(List<Name> columns) implements Step {
        public DropColumns {
            columns = List.copyOf(columns);
        }
    }

    record Rename(List<ColumnAlias> columns) implements Step {
        public Rename {
            columns = List.copyOf(columns);
        }
    }

    /** The texts before and after a separator; without the separator, the whole text and no value. */
    record Split(Name column, String sign, Name before, Name behind) implements Step {}

    /** A row for each of some columns, with its name and its value. */
    record ToRows(List<Name> columns, Name name, Name value) implements Step {
        public ToRows {
            columns = List.copyOf(columns);
        }
    }

    /** Adds a column, or replaces an existing one. */
    record NewColumn(Name name, StepExpression value) implements Step {}

    /** Puts a value where a column has none. */
    record Fill(Name column, StepExpression with) implements Step {}

    /** Puts other values in the place of some. */
    record Replace(Name column, List<Replacement> pairs) implements Step {
        public Replace {
            pairs = List.copyOf(pairs);
        }
    }

    record Distinct() implements Step {}

    /**
     * One row per group; a single row without keys.
     *
     * @param level the name of the column with the number of a row's keys, if subtotals are added
     *     for each prefix of the keys, down to a grand total; the other keys are null
     */
    record Group(List<Key> keys, List<Figure> figures, Optional<Name> level) implements Step {
        public Group {
            keys = List.copyOf(keys);
            figures = List.copyOf(figures);
        }
    }

    record Sort(List<By> by) implements Step {
        public Sort {
            by = List.copyOf(by);
        }
    }

    /** The first rows; of each group where some are named. */
    record FirstRows(StepExpression count, List<Name> each, List<By> by) implements Step {
        public FirstRows {
            each = List.copyOf(each);
            by = List.copyOf(by);
        }
    }

    /** A running sum or a rank. */
    record WindowColumn(Kind kind, Optional<StepExpression> of, Name name, List<Name> each, List<By> by)
            implements Step {
        /** The window function. */
        public enum Kind {
            SUM,
            /** Rows that are alike have the same, and leave numbers out after them. */
            RANK,
            NUMBER
        }

        public WindowColumn {
            each = List.copyOf(each);
            by = List.copyOf(by);
        }
    }

    /** A name in its line. */
    record Name(String name, LineSpan at) {}

    /** A column and its new name. */
    record ColumnAlias(Name column, Name as) {}

    record Replacement(StepExpression what, StepExpression with) {}

    /** A grouping key. */
    record Key(StepExpression value, Name name) {}

    /** A total. @param of empty for the number of rows @param where only of the rows of which this is true */
    record Figure(
            Measure.Function function,
            Optional<StepExpression> of,
            Optional<StepCondition> where,
            Name name,
            LineSpan at) {}

    /** A sort key; nulls come last in both directions. */
    record By(Name column, boolean largestFirst) {}

    /** Which of the other rows belong to a row. */
    sealed interface Match {}

    /** Columns of the same name. */
    record SameColumns(List<Name> columns) implements Match {
        public SameColumns {
            columns = List.copyOf(columns);
        }
    }

    /** A condition on both rows. */
    record Matching(StepCondition condition, LineSpan at) implements Match {}
}
