package plainsieve.core.sentence;

import java.util.ArrayList;
import java.util.List;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Type;
import plainsieve.core.view.ColumnWords;
import plainsieve.core.view.Figure;
import plainsieve.core.view.OutputColumn;
import plainsieve.core.view.View;

/** What could stand at the marks of a {@link ViewSentence}, and the view that comes of taking it. */
public final class ViewChange {
    private static final String LEAVE_OUT = "leave-out";
    private static final String UNIT = "unit";
    private static final String EVERY_ROW = "every-row";
    private static final long MOST_BARS = 1_000;

    private final View view;
    private final Known known;

    public ViewChange(View view, Known known) {
        this.view = view;
        this.known = known;
    }

    /** What could stand at a mark, what does not fit with its reason among it; nothing where words are typed. */
    public List<Offer> offers(String mark) {
        if (mark.equals(ViewSentence.BY)) {
            return known.columns().stream()
                    .flatMap(column -> groupings(column, view instanceof View.Line).stream())
                    .toList();
        }
        if (mark.equals(ViewSentence.LIMIT)) {
            return limits();
        }
        if (!mark.startsWith("figure/")) {
            return List.of();
        }
        List<Offer> offers = new ArrayList<>();
        if (view instanceof View.Figures figures && !mark.equals(ViewSentence.MORE)) {
            if (figures.measures().get(at(mark)).unit().isEmpty()) {
                offers.add(Offer.of(UNIT, "with a unit", ""));
            }
            if (figures.measures().size() > 1) {
                offers.add(Offer.of(LEAVE_OUT, "leave it out", ""));
            }
        }
        offers.addAll(FigureWords.offers(known));
        return offers;
    }

    private static List<Offer> groupings(OutputColumn column, boolean timesOnly) {
        String words = column.inWords();
        if (column.isTime()) {
            return List.of(
                    Offer.of(column.name() + ":month", "month of " + words, ""),
                    Offer.of(column.name() + ":year", "year of " + words, ""),
                    Offer.of(
                            column.name() + ":day",
                            "day of " + words,
                            column.type()
                                    .filter(Type.DATE::equals)
                                    .map(day -> column.differentInWords())
                                    .orElse("")));
        }
        if (timesOnly) {
            return List.of(Offer.misfit(column.name(), words, "a line follows days or times"));
        }
        if (column.isMeasure()) {
            return List.of(Offer.misfit(column.name(), words, "a measure: every value would be a bar"));
        }
        if (column.different().orElse(0) > MOST_BARS) {
            return List.of(Offer.misfit(column.name(), words, column.differentInWords() + " are too many bars"));
        }
        return List.of(Offer.of(column.name(), words, column.differentInWords()));
    }

    private List<Offer> limits() {
        List<Offer> offers = new ArrayList<>();
        offers.add(Offer.of(EVERY_ROW, "every row", "up to the cap"));
        for (ParameterDefinition definition : known.parameters().values()) {
            String words = "as many rows as :" + definition.name();
            boolean fits = definition.type() == Type.INTEGER && !definition.many();
            offers.add(
                    fits
                            ? Offer.of(":" + definition.name(), words, "")
                            : Offer.misfit(":" + definition.name(), words, "not one whole number"));
        }
        return offers;
    }

    /**
     * The view with something else at a mark. Throws {@link ProblemException} when that cannot stand there.
     *
     * @param taken the id of an offer, or the words that were typed
     */
    public View with(String mark, String taken) {
        if (view instanceof View.Figures figures) {
            return new View.Figures(view.id(), view.title(), view.queryId(), figures(figures, mark, taken));
        }
        if (view instanceof View.Bars bars) {
            Grouped now = new Grouped(bars.title(), bars.measures(), bars.groupBy()).with(mark, taken);
            return new View.Bars(bars.id(), now.title(), bars.queryId(), now.measures(), now.by());
        }
        if (view instanceof View.Line line) {
            Grouped now = new Grouped(line.title(), line.measures(), line.by()).with(mark, taken);
            return new View.Line(line.id(), now.title(), line.queryId(), now.measures(), now.by());
        }
        return table((View.Table) view, mark, taken);
    }

    private List<Figure> figures(View.Figures figures, String mark, String taken) {
        List<Figure> changed = new ArrayList<>(figures.measures());
        if (mark.equals(ViewSentence.MORE)) {
            changed.add(FigureWords.figure(fitting(mark, taken)));
            return changed;
        }
        int at = at(mark);
        Figure before = changed.get(at);
        if (mark.startsWith("label/")) {
            changed.set(at, new Figure(before.measure(), taken.strip(), before.unit()));
        } else if (mark.startsWith("unit/")) {
            changed.set(at, new Figure(before.measure(), before.label(), taken.strip()));
        } else if (fitting(mark, taken).equals(LEAVE_OUT)) {
            changed.remove(at);
        } else if (taken.equals(UNIT)) {
            changed.set(at, new Figure(before.measure(), before.label(), "unit"));
        } else {
            changed.set(at, relabelled(before, FigureWords.figure(fitting(mark, taken))));
        }
        return changed;
    }

    /* Words that only said what the figure was follow it; those that an author chose stay. */
    private static Figure relabelled(Figure before, Figure now) {
        boolean own = !before.label().equals(FigureWords.labelOf(before.measure()));
        return own ? new Figure(now.measure(), before.label(), before.unit()) : now;
    }

    /** What bars and lines have in common. */
    private final class Grouped {
        private final String title;
        private final List<Figure> measures;
        private final String by;

        private Grouped(String title, List<Figure> measures, String by) {
            this.title = title;
            this.measures = measures;
            this.by = by;
        }

        private Grouped with(String mark, String taken) {
            if (mark.equals(ViewSentence.TITLE)) {
                return new Grouped(taken.strip(), measures, by);
            }
            if (mark.equals(ViewSentence.BY)) {
                String now = fitting(mark, taken);
                return new Grouped(title.equals(titleBy(by)) ? titleBy(now) : title, measures, now);
            }
            Figure figure = FigureWords.figure(fitting(mark, taken));
            return new Grouped(title, List.of(relabelled(measures.get(0), figure)), by);
        }

        private String title() {
            return title;
        }

        private List<Figure> measures() {
            return measures;
        }

        private String by() {
            return by;
        }
    }

    /** What bars and lines are called that nobody called otherwise. */
    static String titleBy(String groupBy) {
        return "By " + ViewSentence.inWords(groupBy);
    }

    private View table(View.Table table, String mark, String taken) {
        String title = table.title();
        String limit = table.rowLimit();
        List<ColumnWords> columns = new ArrayList<>(table.columns());
        if (mark.equals(ViewSentence.TITLE)) {
            title = taken.strip();
        } else if (mark.equals(ViewSentence.LIMIT)) {
            limit = fitting(mark, taken).equals(EVERY_ROW) ? "" : taken.substring(1);
        } else {
            columns.set(at(mark), new ColumnWords(columns.get(at(mark)).name(), taken.strip()));
        }
        return new View.Table(table.id(), title, table.queryId(), limit, columns);
    }

    private String fitting(String mark, String taken) {
        Offer offer = offers(mark).stream()
                .filter(candidate -> candidate.id().equals(taken))
                .findFirst()
                .orElseThrow(() -> new ProblemException(Problem.of(
                        "bad-offer", "“%s” cannot stand there.".formatted(taken), "Take one that is offered.")));
        if (!offer.fits()) {
            throw new ProblemException(Problem.of(
                    "bad-offer",
                    "“%s” cannot stand there: %s.".formatted(offer.words(), offer.reason()),
                    "Take another."));
        }
        return taken;
    }

    private int at(String mark) {
        String number = mark.substring(mark.indexOf('/') + 1);
        int size = view.accept(new Marked());
        if (!number.matches("\\d{1,4}") || Integer.parseInt(number) >= size) {
            throw new ProblemException(Problem.of(
                    "bad-mark",
                    "This view has no “%s” any more.".formatted(mark),
                    "Look at it again: it was changed."));
        }
        return Integer.parseInt(number);
    }

    /** How many things of a view have marks of their own. */
    private record Marked() implements View.Visitor<Integer> {
        @Override
        public Integer figures(View.Figures view) {
            return view.measures().size();
        }

        @Override
        public Integer bars(View.Bars view) {
            return view.measures().size();
        }

        @Override
        public Integer line(View.Line view) {
            return view.measures().size();
        }

        @Override
        public Integer table(View.Table view) {
            return view.columns().size();
        }
    }
}
