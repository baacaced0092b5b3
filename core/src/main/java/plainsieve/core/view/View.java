package plainsieve.core.view;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.rewrite.Measure;
import plainsieve.core.rewrite.Wanted;

/** One thing to look at on a report. Each is one statement at the source: it says itself what it wants of its query. */
public sealed interface View {
    /** Stable within its report. */
    String id();

    String title();

    /** The query that it shows. */
    String queryId();

    /** Its kind, as one word in the API and in files: figures, bars, line, table. */
    String kind();

    /** What it wants of its query's rows. @param sort an order that a viewer asked for; only tables have one */
    Wanted wanted(Optional<Wanted.Sort> sort);

    /** Gives what the visitor has for this kind of view. */
    <R> R accept(Visitor<R> visitor);

    /** An answer for every kind of view. It has no defaults, so that a new kind does not compile until all have one. */
    interface Visitor<R> {
        R figures(Figures view);

        R bars(Bars view);

        R line(Line view);

        R table(Table view);
    }

    /** The title; the kind where it has none. */
    default String titleOrKind() {
        return title().isEmpty() ? kind() : title();
    }

    /** The parameter that limits this view alone; nothing when none does. */
    default Optional<String> limitParameter() {
        return Optional.empty();
    }

    /** What it groups by, as {@link Wanted.Key#read} reads it; nothing when it does not. */
    default Optional<String> grouping() {
        return Optional.empty();
    }

    /** The output columns that a viewer can pick values of to filter the views beside it. */
    default Optional<String> picks() {
        return Optional.empty();
    }

    /** The same view under another id. */
    View called(String newId);

    /** The same view with a parameter under its new name. */
    default View renamed(String from, String to) {
        return this;
    }

    /** The parameters that it mentions itself, besides those of its query. */
    default Set<String> parameters() {
        return limitParameter().map(Set::of).orElse(Set.of());
    }

    /** Totals over all matching rows. */
    record Figures(String id, String title, String queryId, List<Figure> measures) implements View {
        public Figures {
            measures = List.copyOf(measures);
        }

        @Override
        public View called(String newId) {
            return new Figures(newId, title, queryId, measures);
        }

        @Override
        public String kind() {
            return "figures";
        }

        @Override
        public Wanted wanted(Optional<Wanted.Sort> sort) {
            return Wanted.totals(List.of(), measured(measures), true);
        }

        @Override
        public <R> R accept(Visitor<R> visitor) {
            return visitor.figures(this);
        }
    }

    /**
     * Totals for each value of a column, the largest first.
     *
     * @param groupBy an output column of the query, as {@link Wanted.Key#read} reads it
     */
    record Bars(String id, String title, String queryId, List<Figure> measures, String groupBy) implements View {
        public Bars {
            measures = List.copyOf(measures);
        }

        @Override
        public View called(String newId) {
            return new Bars(newId, title, queryId, measures, groupBy);
        }

        @Override
        public String kind() {
            return "bars";
        }

        @Override
        public Optional<String> grouping() {
            return Optional.of(groupBy);
        }

        @Override
        public Optional<String> picks() {
            return Optional.of(groupBy);
        }

        @Override
        public Wanted wanted(Optional<Wanted.Sort> sort) {
            return Wanted.totals(List.of(groupBy), measured(measures), true);
        }

        @Override
        public <R> R accept(Visitor<R> visitor) {
            return visitor.bars(this);
        }
    }

    /**
     * A total for each stretch of time, in its order.
     *
     * @param by an output column with days or times and the stretch it is grouped into, as {@link Wanted.Key#read} reads it
     */
    record Line(String id, String title, String queryId, List<Figure> measures, String by) implements View {
        public Line {
            measures = List.copyOf(measures);
        }

        @Override
        public View called(String newId) {
            return new Line(newId, title, queryId, measures, by);
        }

        @Override
        public String kind() {
            return "line";
        }

        @Override
        public Optional<String> grouping() {
            return Optional.of(by);
        }

        @Override
        public Wanted wanted(Optional<Wanted.Sort> sort) {
            return Wanted.totals(List.of(by), measured(measures), false);
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
     * @param columns words for its columns, in the query's own order
     */
    record Table(String id, String title, String queryId, String rowLimit, List<ColumnWords> columns) implements View {
        public Table {
            columns = List.copyOf(columns);
        }

        @Override
        public View called(String newId) {
            return new Table(newId, title, queryId, rowLimit, columns);
        }

        @Override
        public String kind() {
            return "table";
        }

        @Override
        public Optional<String> limitParameter() {
            return Optional.of(rowLimit).filter(name -> !name.isEmpty());
        }

        @Override
        public View renamed(String from, String to) {
            return rowLimit.equals(from) ? new Table(id, title, queryId, to, columns) : this;
        }

        @Override
        public Wanted wanted(Optional<Wanted.Sort> sort) {
            return new Wanted.Rows(sort, Optional.empty());
        }

        @Override
        public <R> R accept(Visitor<R> visitor) {
            return visitor.table(this);
        }
    }

    private static List<Measure> measured(List<Figure> figures) {
        return figures.stream().map(Figure::measure).toList();
    }
}
