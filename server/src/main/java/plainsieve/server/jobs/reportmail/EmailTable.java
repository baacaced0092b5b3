package plainsieve.server.jobs.reportmail;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import plainsieve.core.view.ColumnLabels;
import plainsieve.core.view.Figure;
import plainsieve.core.view.ViewContent;
import plainsieve.sources.Column;

/** The rows of an email: visible columns with their labels, and the first rows. */
final class EmailTable {
    private final EmailValueFormat written;
    private final ChartRenderer chartRenderer;

    EmailTable(Locale locale) {
        this.written = new EmailValueFormat(locale);
        this.chartRenderer = new ChartRenderer(locale);
    }

    /** A column that is shown, and where it is in the answer. */
    private record ShownColumn(int at, ColumnLabels words, Column column) {
        ReportEmail.RowsSection.Head head() {
            boolean number = column.kind().isNumber();
            return new ReportEmail.RowsSection.Head(words.label(), number);
        }
    }

    ReportEmail.Section table(String viewId, String title, ViewContent.Table shown, FetchedRows fetchedRows) {
        List<ShownColumn> places = places(shown.columns(), fetchedRows.columns());
        List<List<String>> rows = fetchedRows.rows().stream()
                .map(row -> places.stream()
                        .map(place -> written.cell(
                                row[place.at()], place.column(), place.words().format()))
                        .toList())
                .toList();
        return new ReportEmail.RowsSection(
                viewId, title, places.stream().map(ShownColumn::head).toList(), rows, below(fetchedRows));
    }

    /** The visible columns in order; all unless selected. */
    private static List<ShownColumn> places(List<ColumnLabels> words, List<Column> columns) {
        if (words.isEmpty()) {
            return IntStream.range(0, columns.size())
                    .mapToObj(i -> new ShownColumn(
                            i,
                            ColumnLabels.plain(
                                    columns.get(i).name(), columns.get(i).name()),
                            columns.get(i)))
                    .toList();
        }
        return words.stream()
                .flatMap(one -> IntStream.range(0, columns.size())
                        .filter(i -> columns.get(i).name().equalsIgnoreCase(one.name()))
                        .mapToObj(i -> new ShownColumn(i, one, columns.get(i))))
                .toList();
    }

    ReportEmail.Section groups(String viewId, String title, ViewContent.Groups shown, FetchedRows fetchedRows) {
        String by = shown.groupBy().get(0);
        Stream<ReportEmail.RowsSection.Head> figures =
                shown.measures().stream().map(figure -> new ReportEmail.RowsSection.Head(label(figure), true));
        List<ReportEmail.RowsSection.Head> heads = Stream.concat(
                        Stream.of(new ReportEmail.RowsSection.Head(by.replaceFirst(":.*", ""), false)), figures)
                .toList();
        List<List<String>> rows = fetchedRows.rows().stream()
                .map(row -> {
                    List<String> cells = new ArrayList<>(List.of(chartRenderer.key(by, row[0])));
                    for (int i = 1; i < row.length; i++) {
                        cells.add(written.figure(
                                row[i], shown.measures().get(i - 1).format()));
                    }
                    return List.copyOf(cells);
                })
                .toList();
        return new ReportEmail.RowsSection(viewId, title, heads, rows, below(fetchedRows));
    }

    private static String label(Figure figure) {
        return figure.unit().isEmpty() ? figure.label() : figure.label() + ", " + figure.unit();
    }

    private static String below(FetchedRows fetchedRows) {
        if (fetchedRows.rows().isEmpty()) {
            return "No rows.";
        }
        return fetchedRows.more()
                ? "These are the first %d rows; the report has more."
                        .formatted(fetchedRows.rows().size())
                : "";
    }
}
