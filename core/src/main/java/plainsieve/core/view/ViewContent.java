package plainsieve.core.view;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.question.QuestionLine;
import plainsieve.core.rewrite.Measure;
import plainsieve.core.rewrite.ResultShape;
import plainsieve.core.value.Keyword;

/** The content of a view. Each kind defines its own result shape. */
public sealed interface ViewContent {
    /** The kinds of views. */
    enum Kind implements Keyword {
        FIGURES,
        BARS,
        LINE,
        TABLE,
        GROUPS,
        TEXT;

        @Override
        public String word() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    Kind kind();

    /** The rows that a part requests from the query; empty for a missing part. @param sort for tables only */
    Optional<ResultShape> shapeOf(ViewPart part, Optional<ResultShape.Sort> sort);

    /** Applies the visitor's method for this kind. */
    <R> R accept(Visitor<R> visitor);

    /** A function on every kind. No method has a default, so that a new kind does not compile until all handle it. */
    interface Visitor<R> {
        R figures(Figures shown);

        R bars(Bars shown);

        R line(Line shown);

        R table(Table shown);

        R groups(Groups shown);

        R words(Text shown);
    }

    /** The grouping keys in the notation of {@link ResultShape.Key#read}; empty without grouping. */
    default List<String> grouping() {
        return List.of();
    }

    /** The parts in addition to the main one. */
    default List<ViewPart> additionalParts() {
        return List.of();
    }

    /** The figures that it works out. */
    default List<Figure> measures() {
        return List.of();
    }

    /** The parameter that limits its rows alone; nothing when none does. */
    default Optional<String> limitParameter() {
        return Optional.empty();
    }

    /** The parameters that it uses itself, in addition to those of its query. */
    default Set<String> parameters() {
        return limitParameter().map(Set::of).orElse(Set.of());
    }

    /** The same with a parameter under its new name. */
    default ViewContent renamed(String from, String to) {
        return this;
    }

    /** Totals over all matching rows. @param comparedWith the basis of comparison; empty without a comparison */
    record Figures(List<Figure> measures, Optional<ComparisonBasis> comparedWith) implements ViewContent {
        public Figures {
            measures = List.copyOf(measures);
        }

        @Override
        public Kind kind() {
            return Kind.FIGURES;
        }

        @Override
        public Optional<ResultShape> shapeOf(ViewPart part, Optional<ResultShape.Sort> sort) {
            boolean has =
                    part instanceof ViewPart.Main || part instanceof ViewPart.Compared && comparedWith.isPresent();
            return has ? Optional.of(totals(List.of(), measures, ResultShape.Order.KEYS)) : Optional.empty();
        }

        @Override
        public List<ViewPart> additionalParts() {
            return comparedWith.isPresent() ? List.of(new ViewPart.Compared()) : List.of();
        }

        @Override
        public ViewContent renamed(String from, String to) {
            return new Figures(measures, comparedWith.map(other -> other.renamed(from, to)));
        }

        @Override
        public <R> R accept(Visitor<R> visitor) {
            return visitor.figures(this);
        }
    }

    /**
     * Totals for each value of a column.
     *
     * @param groupBy an output column in the notation of {@link ResultShape.Key#read}; a second one divides the bars
     * @param rank which bars are shown
     * @param stacked whether parts are stacked instead of side by side
     */
    record Bars(List<Figure> measures, List<String> groupBy, Rank rank, boolean stacked) implements ViewContent {
        public Bars {
            measures = List.copyOf(measures);
            groupBy = List.copyOf(groupBy);
        }

        @Override
        public Kind kind() {
            return Kind.BARS;
        }

        @Override
        public List<String> grouping() {
            return groupBy;
        }

        @Override
        public Optional<ResultShape> shapeOf(ViewPart part, Optional<ResultShape.Sort> sort) {
            return part instanceof ViewPart.Main
                    ? Optional.of(totals(groupBy, measures, rank.order()))
                    : Optional.empty();
        }

        @Override
        public <R> R accept(Visitor<R> visitor) {
            return visitor.bars(this);
        }
    }

    /** Which bars are shown, and their order. @param first the number of visible bars; 0 for all */
    record Rank(ResultShape.Order order, int first) {
        public static final Rank USUAL = new Rank(ResultShape.Order.LARGEST, 7);
    }

    /**
     * Totals per time unit, in chronological order.
     *
     * @param groupBy a date or timestamp column with its time unit, in the notation of {@link ResultShape.Key#read};
     *     a second column draws one line per value
     */
    record Line(List<Figure> measures, List<String> groupBy) implements ViewContent {
        public Line {
            measures = List.copyOf(measures);
            groupBy = List.copyOf(groupBy);
        }

        @Override
        public Kind kind() {
            return Kind.LINE;
        }

        @Override
        public List<String> grouping() {
            return groupBy;
        }

        @Override
        public Optional<ResultShape> shapeOf(ViewPart part, Optional<ResultShape.Sort> sort) {
            return part instanceof ViewPart.Main
                    ? Optional.of(totals(groupBy, measures, ResultShape.Order.KEYS))
                    : Optional.empty();
        }

        @Override
        public <R> R accept(Visitor<R> visitor) {
            return visitor.line(this);
        }
    }

    /**
     * The rows of the query.
     *
     * @param rowLimit the parameter that limits only this view; otherwise empty
     * @param columns the visible columns in order; empty for all columns of the query
     */
    record Table(String rowLimit, List<ColumnLabels> columns) implements ViewContent {
        public Table {
            columns = List.copyOf(columns);
        }

        @Override
        public Kind kind() {
            return Kind.TABLE;
        }

        @Override
        public Optional<String> limitParameter() {
            return Optional.of(rowLimit).filter(name -> !name.isEmpty());
        }

        @Override
        public ViewContent renamed(String from, String to) {
            return rowLimit.equals(from) ? new Table(to, columns) : this;
        }

        /** Totals cover every matching row, regardless of the row limit of the table. */
        @Override
        public Optional<ResultShape> shapeOf(ViewPart part, Optional<ResultShape.Sort> sort) {
            if (part instanceof ViewPart.Main) {
                return Optional.of(new ResultShape.Rows(sort, Optional.empty()));
            }
            List<Measure> sums = sums();
            return part instanceof ViewPart.Totals && !sums.isEmpty()
                    ? Optional.of(new ResultShape.Totals(List.of(), sums, ResultShape.Order.KEYS))
                    : Optional.empty();
        }

        @Override
        public List<ViewPart> additionalParts() {
            return sums().isEmpty() ? List.of() : List.of(new ViewPart.Totals());
        }

        /** The totals in the order of their columns. */
        public List<Measure> sums() {
            return columns.stream()
                    .filter(ColumnLabels::totalled)
                    .map(column -> new Measure(Measure.Function.SUM, Optional.of(column.name())))
                    .toList();
        }

        @Override
        public <R> R accept(Visitor<R> visitor) {
            return visitor.table(this);
        }
    }

    /**
     * Totals at several levels that can be expanded; the last level expands to rows.
     *
     * @param groupBy the levels, each an output column in the notation of {@link ResultShape.Key#read}
     */
    record Groups(List<Figure> measures, List<String> groupBy) implements ViewContent {
        public Groups {
            measures = List.copyOf(measures);
            groupBy = List.copyOf(groupBy);
        }

        @Override
        public Kind kind() {
            return Kind.GROUPS;
        }

        @Override
        public List<String> grouping() {
            return groupBy;
        }

        @Override
        public Optional<ResultShape> shapeOf(ViewPart part, Optional<ResultShape.Sort> sort) {
            if (part instanceof ViewPart.Main) {
                return Optional.of(level(0));
            }
            if (part instanceof ViewPart.Totals) {
                return Optional.of(totals(List.of(), measures, ResultShape.Order.KEYS));
            }
            if (part instanceof ViewPart.Under under) {
                return Optional.of(under.depth() < groupBy.size() ? level(under.depth()) : ResultShape.allRows());
            }
            return Optional.empty();
        }

        @Override
        public List<ViewPart> additionalParts() {
            List<ViewPart> parts = new ArrayList<>(List.of(new ViewPart.Totals()));
            for (int depth = 1; depth <= groupBy.size(); depth++) {
                parts.add(new ViewPart.Under(depth));
            }
            return parts;
        }

        private ResultShape level(int depth) {
            return totals(List.of(groupBy.get(depth)), measures, ResultShape.Order.KEYS);
        }

        @Override
        public <R> R accept(Visitor<R> visitor) {
            return visitor.groups(this);
        }
    }

    /** A note. @param text as a question line is written, with choices in braces */
    record Text(String text) implements ViewContent {
        @Override
        public Kind kind() {
            return Kind.TEXT;
        }

        @Override
        public Optional<ResultShape> shapeOf(ViewPart part, Optional<ResultShape.Sort> sort) {
            return Optional.empty();
        }

        @Override
        public Set<String> parameters() {
            return QuestionLine.mentionedIn(text);
        }

        @Override
        public ViewContent renamed(String from, String to) {
            return new Text(QuestionLine.renamed(text, from, to));
        }

        @Override
        public <R> R accept(Visitor<R> visitor) {
            return visitor.words(this);
        }
    }

    private static ResultShape totals(List<String> groupBy, List<Figure> measures, ResultShape.Order order) {
        return ResultShape.totals(
                groupBy, measures.stream().map(Figure::measure).toList(), order);
    }
}
