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

    /** What a part of it wants of the query's rows; nothing for a part that it does not have. @param sort only tables have one */
    Optional<ResultShape> wanted(ViewPart part, Optional<ResultShape.Sort> sort);

    /** Gives what the visitor has for this kind. */
    <R> R accept(Visitor<R> visitor);

    /** An answer for every kind. It has no defaults, so that a new kind does not compile until all have one. */
    interface Visitor<R> {
        R figures(Figures shown);

        R bars(Bars shown);

        R line(Line shown);

        R table(Table shown);

        R groups(Groups shown);

        R words(Text shown);
    }

    /** What it groups by, each as {@link ResultShape.Key#read} reads it; empty when it does not. */
    default List<String> grouping() {
        return List.of();
    }

    /** What it asks for besides what it shows first. */
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

    /** The parameters that it mentions itself, besides those of its query. */
    default Set<String> parameters() {
        return limitParameter().map(Set::of).orElse(Set.of());
    }

    /** The same with a parameter under its new name. */
    default ViewContent renamed(String from, String to) {
        return this;
    }

    /** Totals over all matching rows. @param comparedWith what they are compared with; empty without a comparison */
    record Figures(List<Figure> measures, Optional<ComparisonBasis> comparedWith) implements ViewContent {
        public Figures {
            measures = List.copyOf(measures);
        }

        @Override
        public Kind kind() {
            return Kind.FIGURES;
        }

        @Override
        public Optional<ResultShape> wanted(ViewPart part, Optional<ResultShape.Sort> sort) {
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
     * @param groupBy an output column of the query, as {@link ResultShape.Key#read} reads it; a second one makes the bars' parts
     * @param rank which of them are there
     * @param stacked whether parts are stacked, not side by side
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
        public Optional<ResultShape> wanted(ViewPart part, Optional<ResultShape.Sort> sort) {
            return part instanceof ViewPart.Main
                    ? Optional.of(totals(groupBy, measures, rank.order()))
                    : Optional.empty();
        }

        @Override
        public <R> R accept(Visitor<R> visitor) {
            return visitor.bars(this);
        }
    }

    /** Which bars are there, and in which order. @param first how many are there at once; 0 for all */
    record Rank(ResultShape.Order order, int first) {
        public static final Rank USUAL = new Rank(ResultShape.Order.LARGEST, 7);
    }

    /**
     * A total for each stretch of time, in its order.
     *
     * @param groupBy an output column with days or times and the stretch it is grouped into, as {@link ResultShape.Key#read}
     *     reads it; a second column makes a line for each of its values
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
        public Optional<ResultShape> wanted(ViewPart part, Optional<ResultShape.Sort> sort) {
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
     * The rows themselves.
     *
     * @param rowLimit the parameter that limits this view alone; else empty
     * @param columns those that viewers see, in their order; empty for all as the query has them
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
        public Optional<ResultShape> wanted(ViewPart part, Optional<ResultShape.Sort> sort) {
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

        /** The totals below it, in the order of their columns. */
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
     * Totals at several levels, each opened out of the one above it; under the last level are the rows.
     *
     * @param groupBy the levels, each an output column as {@link ResultShape.Key#read} reads it
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
        public Optional<ResultShape> wanted(ViewPart part, Optional<ResultShape.Sort> sort) {
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
        public Optional<ResultShape> wanted(ViewPart part, Optional<ResultShape.Sort> sort) {
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
