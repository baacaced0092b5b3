package plainsieve.server.jobs.reportmail;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import plainsieve.core.view.Figure;
import plainsieve.core.view.ViewContent;

/** Figures in an email: each with its label and its difference from the figure that it is compared with. */
final class EmailFigures {
    private static final BigDecimal HUNDRED = BigDecimal.valueOf(100);

    private final EmailValueFormat written;

    private final String period;

    /** @param period the date range that figures are compared with, as text; empty for all rows */
    EmailFigures(Locale locale, String period) {
        this.written = new EmailValueFormat(locale);
        this.period = period;
    }

    /** @param then the figures that they are compared with; empty without a comparison */
    ReportEmail.Section figures(
            String viewId, String title, ViewContent.Figures shown, FetchedRows now, Optional<FetchedRows> then) {
        List<ReportEmail.Figures.FigureText> figures = new ArrayList<>();
        for (int i = 0; i < shown.measures().size(); i++) {
            Figure figure = shown.measures().get(i);
            Optional<Object> value = at(now, i);
            Optional<Object> before = then.isEmpty() ? Optional.empty() : at(then.get(), i);
            String change = value.isPresent() && before.isPresent() ? change(figure, value.get(), before.get()) : "";
            figures.add(new ReportEmail.Figures.FigureText(
                    figure.label(),
                    value,
                    written.figure(value.orElse(null), figure.format()) + unit(figure, value),
                    change));
        }
        return new ReportEmail.Figures(viewId, title, figures);
    }

    private static Optional<Object> at(FetchedRows fetchedRows, int column) {
        return fetchedRows.rows().isEmpty()
                ? Optional.empty()
                : Optional.ofNullable(fetchedRows.rows().get(0)[column]);
    }

    private static String unit(Figure figure, Optional<Object> value) {
        return figure.unit().isEmpty() || value.isEmpty() ? "" : " " + figure.unit();
    }

    private String change(Figure figure, Object is, Object was) {
        Optional<BigDecimal> now = EmailValueFormat.number(is);
        Optional<BigDecimal> then = EmailValueFormat.number(was);
        if (now.isEmpty() || then.isEmpty()) {
            return "";
        }
        String there = written.figure(was, figure.format()) + unit(figure, Optional.of(was));
        if (period.isEmpty()) {
            return there + " of all rows";
        }
        int sign = now.get().compareTo(then.get());
        String mark = sign > 0 ? "▲" : "▼";
        if (sign == 0) {
            return "same as in " + period;
        }
        return then.get().signum() == 0
                ? "%s vs %s (0)".formatted(mark, period)
                : "%s %s %% vs %s (%s)".formatted(mark, written.figure(percent(now.get(), then.get())), period, there);
    }

    private static BigDecimal percent(BigDecimal now, BigDecimal then) {
        return now.subtract(then).abs().multiply(HUNDRED).divide(then.abs(), 1, RoundingMode.HALF_UP);
    }
}
