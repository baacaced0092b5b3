package plainsieve.server.project;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;
import plainsieve.core.rewrite.Measure;
import plainsieve.core.value.Nearest;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.view.ColumnWords;
import plainsieve.core.view.Control;
import plainsieve.core.view.Figure;
import plainsieve.core.view.Opening;
import plainsieve.core.view.View;
import plainsieve.files.ProjectFile.ColumnEntry;
import plainsieve.files.ProjectFile.ControlEntry;
import plainsieve.files.ProjectFile.MeasureEntry;
import plainsieve.files.ProjectFile.ReportEntry;
import plainsieve.files.ProjectFile.ViewEntry;

/** Reports as the entries of a project file, and back. */
public final class ReportEntries {
    private ReportEntries() {}

    public static ReportEntry entry(Report report) {
        return new ReportEntry(
                report.id(),
                report.name(),
                report.audience(),
                report.question(),
                report.controls().stream()
                        .map(control -> new ControlEntry(control.kind(), control.label(), control.parameters()))
                        .toList(),
                report.views().stream()
                        .map(view -> view.accept(new ViewEntries()))
                        .toList(),
                report.opening().start() == Opening.Start.DEFAULTS
                        ? ""
                        : report.opening().start().word(),
                report.opening().onDemand(),
                report.opening().signed());
    }

    /** A view as a file writes it. */
    private record ViewEntries() implements View.Visitor<ViewEntry> {
        @Override
        public ViewEntry figures(View.Figures view) {
            return entry(view, measures(view.measures()), "", "", List.of());
        }

        @Override
        public ViewEntry bars(View.Bars view) {
            return entry(view, measures(view.measures()), view.groupBy(), "", List.of());
        }

        @Override
        public ViewEntry line(View.Line view) {
            return entry(view, measures(view.measures()), view.by(), "", List.of());
        }

        @Override
        public ViewEntry table(View.Table view) {
            List<ColumnEntry> columns = view.columns().stream()
                    .map(column -> new ColumnEntry(column.name(), column.label()))
                    .toList();
            return entry(view, List.of(), "", view.rowLimit(), columns);
        }

        private static ViewEntry entry(
                View view, List<MeasureEntry> measures, String groupBy, String limit, List<ColumnEntry> columns) {
            return new ViewEntry(
                    view.id(), view.kind(), view.title(), view.queryId(), measures, groupBy, limit, columns);
        }

        private static List<MeasureEntry> measures(List<Figure> figures) {
            return figures.stream()
                    .map(figure -> new MeasureEntry(
                            word(figure.measure().function()),
                            figure.measure().column().orElse(""),
                            figure.label(),
                            figure.unit()))
                    .toList();
        }
    }

    /** Throws {@link ProblemException} naming what is wrong with the entry. */
    public static Report report(ReportEntry entry, String id, int version) {
        String start = entry.start().isEmpty() ? Opening.Start.DEFAULTS.word() : entry.start();
        return new Report(
                id,
                entry.name(),
                entry.audience(),
                entry.question(),
                entry.controls().stream().map(ReportEntries::control).toList(),
                entry.views().stream().map(ReportEntries::view).toList(),
                new Opening(start(start), entry.onDemand(), entry.signed()),
                version);
    }

    /** How a report starts, by its word. */
    public static Opening.Start start(String word) {
        return Opening.Start.ofWord(word)
                .orElseThrow(() -> new ProblemException(Problem.of(
                        "bad-start",
                        "A report cannot start with “%s”.".formatted(word),
                        "Use defaults, empty or question.")));
    }

    /** A kind that is not known shows what suits the parameter, as files of other versions may ask for. */
    private static Control control(ControlEntry entry) {
        return switch (entry.parameters().size()) {
            case 1 ->
                new Control.Single(
                        Control.Kind.ofWord(entry.kind()).orElse(Control.Kind.SUITABLE),
                        entry.label(),
                        entry.parameters().get(0));
            case 2 ->
                new Control.Range(
                        Control.RangeKind.ofWord(entry.kind()).orElse(Control.RangeKind.DATES),
                        entry.label(),
                        entry.parameters().get(0),
                        entry.parameters().get(1));
            default ->
                throw new ProblemException(Problem.of(
                        "bad-control",
                        "The control “%s” names %d parameters."
                                .formatted(entry.label(), entry.parameters().size()),
                        "Name one, or the two ends of a range."));
        };
    }

    private static View view(ViewEntry entry) {
        List<Figure> figures =
                entry.measures().stream().map(ReportEntries::figure).toList();
        return switch (entry.kind()) {
            case "figures" -> new View.Figures(entry.id(), entry.title(), entry.query(), figures);
            case "bars" -> new View.Bars(entry.id(), entry.title(), entry.query(), figures, entry.groupBy());
            case "line" -> new View.Line(entry.id(), entry.title(), entry.query(), figures, entry.groupBy());
            case "table" ->
                new View.Table(
                        entry.id(),
                        entry.title(),
                        entry.query(),
                        entry.limit(),
                        entry.columns().stream()
                                .map(column -> new ColumnWords(column.name(), column.label()))
                                .toList());
            default -> throw unknown("view", entry.kind(), List.of("figures", "bars", "line", "table"));
        };
    }

    private static Figure figure(MeasureEntry entry) {
        Measure.Function function = Stream.of(Measure.Function.values())
                .filter(candidate -> word(candidate).equals(entry.function()))
                .findFirst()
                .orElseThrow(() -> unknown(
                        "figure",
                        entry.function(),
                        Stream.of(Measure.Function.values())
                                .map(ReportEntries::word)
                                .toList()));
        Optional<String> column = Optional.of(entry.column()).filter(name -> !name.isEmpty());
        if (column.isEmpty() && function != Measure.Function.COUNT) {
            throw new ProblemException(Problem.of(
                    "bad-figure",
                    "The figure “%s” does not say of which column it is the %s."
                            .formatted(entry.label(), word(function)),
                    "Name a column of the query."));
        }
        return new Figure(new Measure(function, column), entry.label(), entry.unit());
    }

    private static String word(Measure.Function function) {
        return function.name().toLowerCase(Locale.ROOT);
    }

    private static ProblemException unknown(String what, String word, List<String> known) {
        String advice = Nearest.to(word, known)
                .map("Did you mean “%s”?"::formatted)
                .orElse("Use " + String.join(", ", known) + ".");
        return new ProblemException(Problem.of("bad-" + what, "“%s” is no kind of %s.".formatted(word, what), advice));
    }
}
