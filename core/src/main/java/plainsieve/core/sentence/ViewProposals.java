package plainsieve.core.sentence;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import java.util.stream.Stream;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.rewrite.Measure;
import plainsieve.core.rewrite.ResultShape;
import plainsieve.core.value.Type;
import plainsieve.core.view.ColumnLabels;
import plainsieve.core.view.Control;
import plainsieve.core.view.Figure;
import plainsieve.core.view.ProfiledColumn;
import plainsieve.core.view.View;
import plainsieve.core.view.ViewContent;

/** Suggested views for a query, from its column profiles. Each suggestion states its reason. */
public final class ViewProposals {
    private static final long FEW = 40;
    private static final int MOST_MEASURES = 2;
    private static final int BARS_TAKEN = 2;
    private static final long MOST_DAYS = 92;
    private static final long MOST_MONTHS = 120;
    private static final long DAYS_OF_A_MONTH = 31;
    /** For such numbers, an average is more useful than a sum. */
    private static final Set<String> AVERAGED = Set.of(
            "delay",
            "wave",
            "waves",
            "height",
            "speed",
            "rate",
            "age",
            "price",
            "temperature",
            "percent",
            "share",
            "score",
            "min",
            "minutes");

    private final String queryId;
    private final SentenceContext sentenceContext;

    public ViewProposals(String queryId, SentenceContext sentenceContext) {
        this.queryId = queryId;
        this.sentenceContext = sentenceContext;
    }

    /**
     * A proposed view of a query.
     *
     * @param id stable for one query
     * @param queryId the query it was proposed for; notes have none of their own
     * @param reason why it is proposed
     * @param taken whether new reports of the query include it
     */
    public record Proposal(String id, String queryId, View view, String reason, boolean taken) {}

    /** The most telling first, in the order in which a page shows them. */
    public List<Proposal> views() {
        List<Proposal> proposals = new ArrayList<>();
        proposals.add(figures());
        proposals.addAll(bars());
        proposals.addAll(lines());
        groups().ifPresent(proposals::add);
        proposals.add(table());
        proposals.add(words());
        return proposals;
    }

    /** By a column and one that refines it; otherwise by the two columns with the fewest values, the coarser one first. */
    private Optional<Proposal> groups() {
        List<ProfiledColumn> few = fewest();
        for (ProfiledColumn coarse : few) {
            for (ProfiledColumn fine : sentenceContext.columns()) {
                if (fine.refines().contains(coarse.name())) {
                    String why = "Each of the %s of %s belongs to one %s."
                            .formatted(fine.differentInWords(), fine.inWords(), coarse.inWords());
                    return Optional.of(groups(coarse, fine, why));
                }
            }
        }
        if (few.size() < 2) {
            return Optional.empty();
        }
        ProfiledColumn first = few.get(0);
        ProfiledColumn second = few.get(1);
        String why = "%s of %s, then %s of %s."
                .formatted(first.differentInWords(), first.inWords(), second.differentInWords(), second.inWords());
        return Optional.of(groups(first, second, why));
    }

    private Proposal groups(ProfiledColumn coarse, ProfiledColumn fine, String why) {
        List<String> levels = Stream.of(coarse, fine)
                .map(column -> ResultShape.Key.of(column.name()).text())
                .toList();
        ViewContent groups = new ViewContent.Groups(sums(), levels);
        return new Proposal(
                "groups", queryId, View.of("groups", GroupingOptions.titleBy(levels), queryId, groups), why, false);
    }

    private Proposal words() {
        String text = "Explains these rows to viewers.";
        return new Proposal(
                "text",
                queryId,
                View.of("text", "", "", new ViewContent.Text(text)),
                "A note next to the figures.",
                false);
    }

    private Proposal figures() {
        List<Figure> figures = new ArrayList<>(sums());
        String why = figures.size() == 1
                ? "There is no measure, so rows are counted."
                : "Measures of the query; ids, years and months are never added up.";
        sentenceContext.columns().stream()
                .filter(ProfiledColumn::isTime)
                .findFirst()
                .ifPresent(column -> {
                    figures.add(FigureWords.end(Measure.Function.MIN, column.name()));
                    figures.add(FigureWords.end(Measure.Function.MAX, column.name()));
                });
        ViewContent content = new ViewContent.Figures(figures, Optional.empty());
        return new Proposal("figures", queryId, View.of("figures", "", queryId, content), why, true);
    }

    /** The number of rows, and the sum or a typical value of the first measures. */
    private List<Figure> sums() {
        List<Figure> figures = new ArrayList<>();
        figures.add(FigureWords.figure("count"));
        sentenceContext.columns().stream()
                .filter(ProfiledColumn::isMeasure)
                .limit(MOST_MEASURES)
                .forEach(column -> {
                    Measure.Function function = isAveraged(column) ? Measure.Function.AVG : Measure.Function.SUM;
                    figures.add(FigureWords.figure(new Measure(function, Optional.of(column.name()))));
                });
        return figures;
    }

    private static boolean isAveraged(ProfiledColumn column) {
        for (String word : column.name().toLowerCase(Locale.ROOT).split("[^a-z]+")) {
            if (AVERAGED.contains(word)) {
                return true;
            }
        }
        return false;
    }

    private List<Proposal> bars() {
        List<Proposal> bars = new ArrayList<>();
        for (ProfiledColumn column : fewest()) {
            boolean taken = bars.size() < BARS_TAKEN;
            bars.add(bars(
                    ResultShape.Key.of(column.name()).text(), "It has only " + column.differentInWords() + ".", taken));
        }
        return bars;
    }

    private List<ProfiledColumn> fewest() {
        return sentenceContext.columns().stream()
                .filter(column -> column.isText() && isFew(column))
                .sorted(Comparator.comparingLong(column -> column.different().getAsLong()))
                .toList();
    }

    /** Over each date or timestamp column; only the first is preselected. */
    private List<Proposal> lines() {
        List<Proposal> lines = new ArrayList<>();
        sentenceContext.columns().stream().filter(ProfiledColumn::isTime).forEach(column -> {
            String by = column.name() + stretch(column.days());
            String id = "over-" + idOf(column.name());
            List<Figure> count = List.of(FigureWords.figure("count"));
            View line = View.of(
                    id, GroupingOptions.titleBy(List.of(by)), queryId, new ViewContent.Line(count, List.of(by)));
            lines.add(new Proposal(id, queryId, line, "It is a date.", lines.isEmpty()));
        });
        return lines;
    }

    /** A time unit that results in a few dozen points. */
    private static String stretch(OptionalLong days) {
        return days.isPresent() && days.getAsLong() <= MOST_DAYS
                ? ":day"
                : days.orElse(0) <= MOST_MONTHS * DAYS_OF_A_MONTH ? ":month" : ":year";
    }

    private static boolean isAtMost(ProfiledColumn column, long most) {
        return column.different().isPresent() && column.different().getAsLong() <= most;
    }

    private static String idOf(String name) {
        return name.toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9]+", "-");
    }

    private static boolean isFew(ProfiledColumn column) {
        return isAtMost(column, FEW) && column.different().getAsLong() > 1;
    }

    private Proposal bars(String groupBy, String why, boolean taken) {
        String id = "by-" + idOf(groupBy);
        List<Figure> count = List.of(FigureWords.figure("count"));
        ViewContent bars = new ViewContent.Bars(count, List.of(groupBy), ViewContent.Rank.USUAL, true);
        return new Proposal(
                id, queryId, View.of(id, GroupingOptions.titleBy(List.of(groupBy)), queryId, bars), why, taken);
    }

    private Proposal table() {
        List<ColumnLabels> columns = sentenceContext.columns().stream()
                .map(column -> ColumnLabels.plain(column.name(), column.label()))
                .toList();
        return new Proposal(
                "rows",
                queryId,
                View.of("rows", "Rows", queryId, new ViewContent.Table("", columns)),
                "All rows and columns.",
                true);
    }

    /** A control for each selectable parameter; a range has one control. */
    public List<Control> controls(List<ParameterDefinition> chosen) {
        List<Control> controls = new ArrayList<>();
        Set<String> ends = new HashSet<>();
        chosen.stream().map(ParameterDefinition::rangeEnd).forEach(ends::add);
        for (ParameterDefinition definition : chosen) {
            if (!ends.contains(definition.name())) {
                controls.add(control(definition));
            }
        }
        return controls;
    }

    /** The control that suits a parameter. */
    public static Control control(ParameterDefinition definition) {
        Control.Style style = Control.Style.called(definition.label());
        if (!definition.rangeEnd().isEmpty()) {
            boolean number = definition.type() == Type.INTEGER || definition.type() == Type.DECIMAL;
            Control.RangeKind kind = number ? Control.RangeKind.NUMBERS : Control.RangeKind.DATES;
            return new Control.Range(kind, style, definition.name(), definition.rangeEnd());
        }
        boolean slicer = definition.list().exists() && definition.many();
        return new Control.Single(slicer ? Control.Kind.SLICER : Control.Kind.AUTOMATIC, style, definition.name());
    }
}
