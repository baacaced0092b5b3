package plainsieve.server.jobs.reportmail;

import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import plainsieve.core.view.Figure;
import plainsieve.core.view.ValueFormat;
import plainsieve.core.view.ViewContent;

/** Charts of bars and lines, and their text alternatives. */
final class ChartRenderer {
    private static final int MOST_SERIES = 8;
    private static final int MOST_BARS = 20;
    private static final int MOST_TOLD = 12;

    private final EmailValueFormat written;
    private final ChartImage picture;
    private final Locale locale;

    ChartRenderer(Locale locale) {
        this.locale = locale;
        this.written = new EmailValueFormat(locale);
        this.picture = new ChartImage(locale);
    }

    ReportEmail.Section bars(String viewId, String title, ViewContent.Bars shown, FetchedRows fetchedRows) {
        int first = shown.rank().first() > 0 ? Math.min(shown.rank().first(), MOST_BARS) : MOST_BARS;
        boolean parts = shown.groupBy().size() > 1;
        Map<String, Map<String, Double>> byName = new LinkedHashMap<>();
        for (Object[] row : fetchedRows.rows()) {
            String name = key(shown.groupBy().get(0), row[0]);
            String part = parts ? key(shown.groupBy().get(1), row[1]) : "";
            EmailValueFormat.number(row[parts ? 2 : 1])
                    .ifPresent(value -> byName.computeIfAbsent(name, fresh -> new LinkedHashMap<>())
                            .merge(part, value.doubleValue(), Double::sum));
        }
        List<String> names = byName.keySet().stream().limit(first).toList();
        List<ChartImage.Series<String>> series = new ArrayList<>();
        for (String part : largest(byName)) {
            Map<String, Double> values = new LinkedHashMap<>();
            names.forEach(name ->
                    Optional.ofNullable(byName.get(name).get(part)).ifPresent(value -> values.put(name, value)));
            series.add(new ChartImage.Series<>(part, values));
        }
        Figure figure = shown.measures().get(0);
        String unit = figure.unit();
        int left = byName.size() - Math.min(names.size(), MOST_TOLD);
        String told = names.stream()
                .limit(MOST_TOLD)
                .map(name -> name + " "
                        + written.figure(
                                byName.get(name).values().stream()
                                        .mapToDouble(Double::doubleValue)
                                        .sum(),
                                figure.format())
                        + (unit.isEmpty() ? "" : " " + unit))
                .collect(Collectors.joining(", "));
        return chart(viewId, title, told, left, () -> picture.bars(series, shown.stacked()));
    }

    private static List<String> largest(Map<String, Map<String, Double>> byName) {
        Map<String, Double> sums = new LinkedHashMap<>();
        byName.values()
                .forEach(parts -> parts.forEach((part, value) -> sums.merge(part, Math.abs(value), Double::sum)));
        return sums.entrySet().stream()
                .sorted(Map.Entry.<String, Double>comparingByValue(Comparator.reverseOrder()))
                .limit(MOST_SERIES)
                .map(Map.Entry::getKey)
                .toList();
    }

    ReportEmail.Section lines(String viewId, String title, ViewContent.Line shown, FetchedRows fetchedRows) {
        boolean several = shown.groupBy().size() > 1;
        Map<String, Map<LocalDate, Double>> byName = new LinkedHashMap<>();
        for (Object[] row : fetchedRows.rows()) {
            String name = several ? key(shown.groupBy().get(1), row[1]) : "";
            day(row[0]).ifPresent(day -> EmailValueFormat.number(row[several ? 2 : 1])
                    .ifPresent(value -> byName.computeIfAbsent(name, fresh -> new LinkedHashMap<>())
                            .put(day, value.doubleValue())));
        }
        List<ChartImage.Series<LocalDate>> series = byName.entrySet().stream()
                .limit(MOST_SERIES)
                .map(line -> new ChartImage.Series<>(line.getKey(), line.getValue()))
                .toList();
        String told = series.stream()
                .filter(line -> !line.values().isEmpty())
                .map(line -> (line.name().isEmpty() ? "" : line.name() + ": ")
                        + range(line.values(), shown.measures().get(0).format()))
                .collect(Collectors.joining("; "));
        return chart(viewId, title, told, byName.size() - series.size(), () -> picture.lines(series));
    }

    private String range(Map<LocalDate, Double> values, ValueFormat format) {
        List<LocalDate> days = values.keySet().stream().sorted().toList();
        LocalDate last = days.get(days.size() - 1);
        Map.Entry<LocalDate, Double> most =
                values.entrySet().stream().max(Map.Entry.comparingByValue()).orElseThrow();
        return "%s on %s, at most %s on %s"
                .formatted(
                        written.figure(values.get(last), format),
                        written.figure(last.toString()),
                        written.figure(most.getValue(), format),
                        written.figure(most.getKey().toString()));
    }

    /** @param left the number of omitted bars */
    private static ReportEmail.Section chart(
            String viewId, String title, String told, int left, Supplier<byte[]> drawn) {
        return told.isEmpty()
                ? new ReportEmail.Words(viewId, title, "No rows.")
                : new ReportEmail.Chart(
                        viewId, title, drawn.get(), told + (left > 0 ? ", and %d more".formatted(left) : ""));
    }

    private static Optional<LocalDate> day(Object value) {
        try {
            return value == null
                    ? Optional.empty()
                    : Optional.of(LocalDate.parse(value.toString().substring(0, "2026-01-01".length())));
        } catch (DateTimeException | StringIndexOutOfBoundsException e) {
            return Optional.empty();
        }
    }

    /** A value that is grouped by, as its stretch of time is called. */
    String key(String groupBy, Object value) {
        if (value == null) {
            return "no value";
        }
        String stretch = groupBy.substring(groupBy.lastIndexOf(':') + 1);
        Optional<LocalDate> day = groupBy.contains(":") ? day(value) : Optional.empty();
        return day.map(first -> switch (stretch) {
                    case "year" -> Integer.toString(first.getYear());
                    case "quarter" ->
                        "Q" + DateTimeFormatter.ofPattern("q yyyy").format(first);
                    case "month" ->
                        DateTimeFormatter.ofPattern("LLL yyyy", locale).format(first);
                    default -> written.figure(first.toString());
                })
                .orElseGet(() -> value.toString().isEmpty() ? "empty text" : value.toString());
    }
}
