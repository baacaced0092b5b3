package plainsieve.server.reportmail;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import plainsieve.core.view.ComparisonBasis;
import plainsieve.core.view.Figure;
import plainsieve.core.view.ViewContent;

/** Figures as a letter shows them: each with its words, and how it differs from what it is compared with. */
final class EmailFigures {
    private static final BigDecimal HUNDRED = BigDecimal.valueOf(100);

    private final EmailValueFormat written;

    EmailFigures(Locale locale) {
        this.written = new EmailValueFormat(locale);
    }

    /** @param then what they are compared with; nothing when they stand alone */
    ReportEmail.Section figures(
            String viewId, String title, ViewContent.Figures shown, FetchedRows now, Optional<FetchedRows> then) {
        List<ReportEmail.Figures.FigureText> figures = new ArrayList<>();
        for (int i = 0; i < shown.measures().size(); i++) {
            Figure figure = shown.measures().get(i);
            Optional<Object> value = at(now, i);
            Optional<Object> before = then.isEmpty() ? Optional.empty() : at(then.get(), i);
            String change = value.isPresent() && before.isPresent()
                    ? change(shown.against().orElseThrow(), figure, value.get(), before.get())
                    : "";
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

    private String change(ComparisonBasis comparisonBasis, Figure figure, Object is, Object was) {
        Optional<BigDecimal> now = EmailValueFormat.number(is);
        Optional<BigDecimal> then = EmailValueFormat.number(was);
        if (now.isEmpty() || then.isEmpty()) {
            return "";
        }
        String there = written.figure(was, figure.format()) + unit(figure, Optional.of(was));
        if (comparisonBasis.kind() == ComparisonBasis.Kind.ALL) {
            return there + " of all rows";
        }
        String than = comparisonBasis.kind() == ComparisonBasis.Kind.YEAR ? "previous year" : "previous period";
        int sign = now.get().compareTo(then.get());
        String mark = sign > 0 ? "▲" : "▼";
        if (sign == 0) {
            return "same as " + than;
        }
        return then.get().signum() == 0
                ? "%s vs %s (0)".formatted(mark, than)
                : "%s %s %% vs %s (%s)".formatted(mark, written.figure(percent(now.get(), then.get())), than, there);
    }

    private static BigDecimal percent(BigDecimal now, BigDecimal then) {
        return now.subtract(then).abs().multiply(HUNDRED).divide(then.abs(), 1, RoundingMode.HALF_UP);
    }
}
