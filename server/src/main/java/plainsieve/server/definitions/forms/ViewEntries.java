package plainsieve.server.definitions.forms;

import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import plainsieve.core.rewrite.Measure;
import plainsieve.core.rewrite.ResultShape;
import plainsieve.core.value.NearestName;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.view.ClickThrough;
import plainsieve.core.view.ColumnLabels;
import plainsieve.core.view.ComparisonBasis;
import plainsieve.core.view.Figure;
import plainsieve.core.view.Size;
import plainsieve.core.view.ValueFormat;
import plainsieve.core.view.View;
import plainsieve.core.view.ViewContent;
import plainsieve.files.ProjectFile.ColumnEntry;
import plainsieve.files.ProjectFile.LayoutEntry;
import plainsieve.files.ProjectFile.MeasureEntry;
import plainsieve.files.ProjectFile.ViewEntry;

/** Converts views to entries of project files and back. */
final class ViewEntries {
    private static final List<String> KINDS = List.of("figures", "bars", "line", "table", "groups", "text");

    private ViewEntries() {}

    static ViewEntry entry(View view) {
        KindFields written = view.shown().accept(new KindFieldWriter());
        return new ViewEntry(
                view.id(),
                view.shown().kind().word(),
                view.title(),
                view.queryId(),
                view.shown().measures().stream().map(ViewEntries::entry).toList(),
                view.shown().grouping(),
                view.shown().limitParameter().orElse(""),
                written.columns(),
                written.text(),
                written.against(),
                view.ignoredParameters(),
                view.link()
                        .map(clickThrough -> (clickThrough.reportId() + " " + clickThrough.parameter()).strip())
                        .orElse(""),
                layout(view.size(), written));
    }

    private static LayoutEntry layout(Size size, KindFields written) {
        boolean usual = written.rank().equals(ViewContent.Rank.USUAL);
        LayoutEntry look = new LayoutEntry(
                usual ? "" : written.rank().order().word(),
                usual ? null : Integer.valueOf(written.rank().first()),
                written.beside(),
                size.width(),
                size.height());
        return look.equals(LayoutEntry.USUAL) ? null : look;
    }

    private static MeasureEntry entry(Figure figure) {
        Measure measure = figure.measure();
        return new MeasureEntry(
                measure.function().word(),
                measure.column().orElse(""),
                figure.label(),
                figure.unit(),
                figure.format().written());
    }

    /** Fields of some kinds only. */
    private record KindFields(
            List<ColumnEntry> columns, String text, String against, ViewContent.Rank rank, boolean beside) {
        private static final KindFields NOTHING = new KindFields(List.of(), "", "", ViewContent.Rank.USUAL, false);
    }

    private record KindFieldWriter() implements ViewContent.Visitor<KindFields> {
        @Override
        public KindFields figures(ViewContent.Figures shown) {
            String against = shown.comparedWith().map(ComparisonBasis::written).orElse("");
            return new KindFields(List.of(), "", against, ViewContent.Rank.USUAL, false);
        }

        @Override
        public KindFields bars(ViewContent.Bars shown) {
            return new KindFields(List.of(), "", "", shown.rank(), !shown.stacked());
        }

        @Override
        public KindFields line(ViewContent.Line shown) {
            return KindFields.NOTHING;
        }

        @Override
        public KindFields table(ViewContent.Table shown) {
            List<ColumnEntry> columns = shown.columns().stream()
                    .map(column -> new ColumnEntry(
                            column.name(),
                            column.label(),
                            column.format().written(),
                            column.totalled(),
                            column.width()))
                    .toList();
            return new KindFields(columns, "", "", ViewContent.Rank.USUAL, false);
        }

        @Override
        public KindFields groups(ViewContent.Groups shown) {
            return KindFields.NOTHING;
        }

        @Override
        public KindFields words(ViewContent.Text shown) {
            return new KindFields(List.of(), shown.text(), "", ViewContent.Rank.USUAL, false);
        }
    }

    /** Throws {@link ProblemException} with the errors of the entry. */
    static View view(ViewEntry entry) {
        LayoutEntry look = entry.layoutOrDefault();
        return new View(
                entry.id(),
                entry.title(),
                entry.query(),
                shown(entry),
                entry.ignoredParameters(),
                Size.near(look.width(), look.height()),
                lead(entry));
    }

    private static Optional<ClickThrough> lead(ViewEntry entry) {
        if (entry.link().isEmpty()) {
            return Optional.empty();
        }
        String[] parts = entry.link().strip().split(" +");
        if (parts.length == 1 && entry.kind().equals("table")) {
            return Optional.of(ClickThrough.toFurtherRows(parts[0]));
        }
        if (parts.length != 2) {
            throw incomplete(entry, "does not define what a click opens", "Name a report, and a parameter of it.");
        }
        return Optional.of(new ClickThrough(parts[0], parts[1]));
    }

    private static ViewContent shown(ViewEntry entry) {
        List<Figure> figures =
                entry.measures().stream().map(ViewEntries::figure).toList();
        return switch (entry.kind()) {
            case "figures" -> new ViewContent.Figures(needed(entry, figures), comparisonBasis(entry));
            case "bars" ->
                new ViewContent.Bars(
                        needed(entry, figures),
                        grouped(entry),
                        rank(entry.layoutOrDefault()),
                        !entry.layoutOrDefault().sideBySide());
            case "line" -> new ViewContent.Line(needed(entry, figures), grouped(entry));
            case "table" ->
                new ViewContent.Table(
                        entry.limitParameter(),
                        entry.columns().stream().map(ViewEntries::column).toList());
            case "groups" -> new ViewContent.Groups(needed(entry, figures), grouped(entry));
            case "text" -> new ViewContent.Text(entry.text());
            default -> throw unknown("view", entry.kind(), KINDS);
        };
    }

    private static <T> List<T> needed(ViewEntry entry, List<T> figures) {
        if (figures.isEmpty()) {
            throw incomplete(entry, "has no measures", "Give it measures.");
        }
        return figures;
    }

    private static List<String> grouped(ViewEntry entry) {
        if (entry.groupBy().isEmpty()) {
            throw incomplete(entry, "groups by nothing", "Give it group-by, a column of its query.");
        }
        return entry.groupBy();
    }

    private static ProblemException incomplete(ViewEntry entry, String what, String advice) {
        return new ProblemException(Problem.of("bad-view", "The view “%s” %s.".formatted(entry.id(), what), advice));
    }

    private static Optional<ComparisonBasis> comparisonBasis(ViewEntry entry) {
        if (entry.comparison().isEmpty()) {
            return Optional.empty();
        }
        return Optional.of(ComparisonBasis.read(entry.comparison())
                .orElseThrow(() -> incomplete(
                        entry,
                        "has an unknown comparison “%s”".formatted(entry.comparison()),
                        "Use all, or before or year and the lower end of a range of days.")));
    }

    private static ViewContent.Rank rank(LayoutEntry look) {
        String word = look.order().isEmpty() ? ResultShape.Order.LARGEST.word() : look.order();
        ResultShape.Order order = ResultShape.Order.ofWord(word)
                .orElseThrow(() -> unknown(
                        "order",
                        word,
                        Stream.of(ResultShape.Order.values())
                                .map(ResultShape.Order::word)
                                .toList()));
        return new ViewContent.Rank(
                order, look.first() == null ? ViewContent.Rank.USUAL.first() : Math.max(0, look.first()));
    }

    private static ColumnLabels column(ColumnEntry entry) {
        ValueFormat format = ValueFormat.read(entry.format())
                .orElseThrow(() -> new ProblemException(Problem.of(
                        "bad-format",
                        "Unknown format “%s” of the column “%s”.".formatted(entry.format(), entry.name()),
                        "Use number 1, money and a sign, percent 1, unit and its words, day, month or moment.")));
        return new ColumnLabels(entry.name(), entry.label(), format, entry.total(), entry.width());
    }

    private static ValueFormat format(MeasureEntry entry) {
        return ValueFormat.read(entry.format())
                .filter(format -> !format.kind().isOfTimes() && format.kind() != ValueFormat.Kind.UNIT)
                .orElseThrow(() -> new ProblemException(Problem.of(
                        "bad-format",
                        "Unknown format “%s” of the figure “%s”.".formatted(entry.format(), entry.label()),
                        "Use number 1, money and a sign, or percent 1; its unit is separate.")));
    }

    private static Figure figure(MeasureEntry entry) {
        Measure.Function function = Measure.Function.ofWord(entry.function())
                .orElseThrow(() -> unknown(
                        "figure",
                        entry.function(),
                        Stream.of(Measure.Function.values())
                                .map(Measure.Function::word)
                                .toList()));
        Optional<String> column = Optional.of(entry.column()).filter(name -> !name.isEmpty());
        boolean ofRows = function == Measure.Function.COUNT || function == Measure.Function.SHARE;
        if (column.isEmpty() && !ofRows) {
            throw new ProblemException(Problem.of(
                    "bad-figure",
                    "The figure “%s” needs a column for its %s.".formatted(entry.label(), function.word()),
                    "Name a column of the query."));
        }
        return new Figure(new Measure(function, column), entry.label(), entry.unit(), format(entry));
    }

    private static ProblemException unknown(String what, String word, List<String> known) {
        String advice = NearestName.of(word, known)
                .map("Did you mean “%s”?"::formatted)
                .orElse("Use " + String.join(", ", known) + ".");
        return new ProblemException(
                Problem.of("bad-" + what, "Unknown kind of %2$s “%1$s”.".formatted(word, what), advice));
    }
}
