package plainsieve.server.jobs.reportmail;

import java.util.List;

/** The plain-text form of an email, equivalent to its HTML. */
public final class EmailText {
    private static final int WIDEST = 28;

    private final StringBuilder text = new StringBuilder();

    public String write(ReportEmail email, EmailFooter foot) {
        line(email.report());
        line(email.question());
        email.parts().forEach(this::part);
        paragraph(email.notes());
        line("");
        line("Open the report with these choices:");
        line(foot.link());
        paragraph(foot.notes());
        line("");
        line(foot.reason());
        foot.unsubscribe().ifPresent(address -> line("Unsubscribe: " + address));
        return text.toString();
    }

    private void paragraph(List<String> lines) {
        if (!lines.isEmpty()) {
            line("");
            lines.forEach(this::line);
        }
    }

    private void part(ReportEmail.Section part) {
        line("");
        if (!part.title().isBlank()) {
            line(part.title());
        }
        if (part instanceof ReportEmail.Figures figures) {
            figures.all()
                    .forEach(one -> line("%s %s%s"
                            .formatted(
                                    one.written(), one.label(), one.change().isEmpty() ? "" : " – " + one.change())));
        } else if (part instanceof ReportEmail.Chart chart) {
            line(chart.told());
        } else if (part instanceof ReportEmail.RowsSection rows) {
            rows(rows);
        } else if (part instanceof ReportEmail.Words words) {
            line(words.text());
        }
    }

    private void rows(ReportEmail.RowsSection rows) {
        if (!rows.rows().isEmpty()) {
            int[] widths = new int[rows.heads().size()];
            for (int i = 0; i < widths.length; i++) {
                int column = i;
                widths[i] = Math.min(
                        WIDEST,
                        Math.max(
                                rows.heads().get(i).label().length(),
                                rows.rows().stream()
                                        .mapToInt(row -> row.get(column).length())
                                        .max()
                                        .orElse(0)));
            }
            row(
                    rows,
                    rows.heads().stream()
                            .map(ReportEmail.RowsSection.Head::label)
                            .toList(),
                    widths);
            rows.rows().forEach(row -> row(rows, row, widths));
        }
        if (!rows.below().isEmpty()) {
            line(rows.below());
        }
    }

    private void row(ReportEmail.RowsSection rows, List<String> cells, int[] widths) {
        StringBuilder line = new StringBuilder();
        for (int i = 0; i < cells.size(); i++) {
            String cell = cells.get(i).replaceAll("\\s+", " ");
            String padding = " ".repeat(Math.max(0, widths[i] - cell.length()));
            line.append(rows.heads().get(i).number() ? padding + cell : cell + padding)
                    .append("  ");
        }
        line(line.toString().stripTrailing());
    }

    private void line(String line) {
        text.append(line).append('\n');
    }
}
