package plainsieve.sources.differential;

import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.temporal.TemporalAdjusters;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.SplittableRandom;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.rewrite.Measure;
import plainsieve.core.view.ColumnLabels;
import plainsieve.core.view.Figure;
import plainsieve.core.view.ValueFormat;
import plainsieve.core.view.ViewContent;
import plainsieve.core.view.ViewPart;

/**
 * A view with choices, and its expected content from {@link Data#T_ROWS}, computed row by row.
 *
 * @param ports the chosen ones; empty for no filter
 * @param least the minimum delay; empty for no filter
 */
record ViewCase(ViewContent shown, ViewPart part, List<String> ports, Optional<Long> least) {
    private static final List<String> KEYS = List.of(
            "port",
            "day:day",
            "day:week",
            "day:month",
            "day:quarter",
            "day:year",
            "day:weekday",
            "moment:month",
            "moment:week",
            "moment:hour",
            "delay:10",
            "amount:0.5");
    private static final List<String> STRETCHES = List.of("day:month", "day:week", "moment:day", "moment:year");
    private static final int DIGITS = 9;
    private static final int BEHIND_THE_POINT = 3;

    static ViewCase random(SplittableRandom random, boolean hasMedian) {
        ViewContent content =
                switch (random.nextInt(5)) {
                    case 0 -> new ViewContent.Figures(figures(random, hasMedian, false), Optional.empty());
                    case 1 ->
                        new ViewContent.Bars(
                                figures(random, hasMedian, true), keys(random, KEYS), ViewContent.Rank.USUAL, true);
                    case 2 -> new ViewContent.Line(figures(random, hasMedian, true), keys(random, STRETCHES));
                    case 3 ->
                        new ViewContent.Groups(figures(random, hasMedian, true), List.of(one(random, KEYS), "port"));
                    default ->
                        new ViewContent.Table(
                                "",
                                Stream.of("delay", "amount")
                                        .map(name -> new ColumnLabels(name, name, ValueFormat.PLAIN, true, 0))
                                        .toList());
                };
        List<String> ports = random.nextInt(3) == 0
                ? List.of()
                : Stream.of(1, 2, 3, 4)
                        .map(n -> one(random, Data.PORTS))
                        .filter(port -> !port.isEmpty())
                        .distinct()
                        .toList();
        Optional<Long> least = random.nextInt(3) == 0 ? Optional.of(one(random, Data.DELAYS)) : Optional.empty();
        return new ViewCase(content, part(content), ports, least);
    }

    private static ViewPart part(ViewContent content) {
        return content instanceof ViewContent.Table ? new ViewPart.Totals() : ViewPart.MAIN;
    }

    private static <T> T one(SplittableRandom random, List<T> from) {
        return from.get(random.nextInt(from.size()));
    }

    private static List<String> keys(SplittableRandom random, List<String> first) {
        String key = one(random, first);
        return random.nextInt(3) == 0 && !key.equals("port") ? List.of(key, "port") : List.of(key);
    }

    private static List<Figure> figures(SplittableRandom random, boolean hasMedian, boolean grouped) {
        return Stream.of(1, 2, 3)
                .map(n -> measure(random, hasMedian, grouped))
                .distinct()
                .map(measure -> new Figure(measure, "", ""))
                .toList();
    }

    private static Measure measure(SplittableRandom random, boolean hasMedian, boolean grouped) {
        Measure.Function function = one(random, List.of(Measure.Function.values()));
        boolean missing = function == Measure.Function.MEDIAN && !hasMedian;
        if (function == Measure.Function.COUNT || missing) {
            return Measure.countOfRows();
        }
        if (function == Measure.Function.SHARE) {
            return grouped ? new Measure(function, Optional.empty()) : Measure.countOfRows();
        }
        return new Measure(function, Optional.of(one(random, List.of("delay", "amount"))));
    }

    Map<String, ChoiceText> choices() {
        Map<String, ChoiceText> choices = new LinkedHashMap<>();
        choices.put("ports", ChoiceText.of(ports));
        choices.put(
                "least", least.map(number -> ChoiceText.of(number.toString())).orElseGet(ChoiceText::blank));
        return choices;
    }

    /** Each row as text, sorted. */
    List<String> expected() {
        List<Data.T> rows = Data.T_ROWS.stream()
                .filter(row -> ports.isEmpty() || row.port() != null && ports.contains(row.port()))
                .filter(row -> least.isEmpty() || row.delay() != null && row.delay() >= least.get())
                .toList();
        List<Measure> measures = shown instanceof ViewContent.Table table
                ? table.sums()
                : shown.measures().stream().map(Figure::measure).toList();
        List<String> keys =
                shown instanceof ViewContent.Groups groups ? groups.groupBy().subList(0, 1) : shown.grouping();
        if (keys.isEmpty()) {
            return List.of(inText(figuresOf(measures, rows, rows.size())));
        }
        Map<List<Object>, List<Data.T>> groups = new LinkedHashMap<>();
        rows.forEach(row -> groups.computeIfAbsent(
                        keys.stream().map(key -> key(row, key)).collect(Collectors.toCollection(ArrayList::new)),
                        key -> new ArrayList<>())
                .add(row));
        return groups.entrySet().stream()
                .map(group -> {
                    List<Object> line = new ArrayList<>(group.getKey());
                    line.addAll(figuresOf(measures, group.getValue(), rows.size()));
                    return inText(line);
                })
                .sorted()
                .toList();
    }

    private static List<Object> figuresOf(List<Measure> measures, List<Data.T> rows, int all) {
        List<Object> figures = new ArrayList<>();
        measures.forEach(measure -> figures.add(figure(measure, rows, all)));
        return figures;
    }

    private static Object figure(Measure measure, List<Data.T> rows, int all) {
        List<BigDecimal> known = rows.stream()
                .map(row -> number(row, measure.column().orElse("")))
                .filter(Objects::nonNull)
                .sorted()
                .toList();
        BigDecimal sum = known.stream().reduce(BigDecimal.ZERO, BigDecimal::add);
        return switch (measure.function()) {
            case COUNT -> rows.size();
            case SHARE -> rows.size() * 100.0 / all;
            case COUNT_DISTINCT ->
                known.stream().map(BigDecimal::stripTrailingZeros).distinct().count();
            case SUM -> known.isEmpty() ? null : sum;
            case AVG -> known.isEmpty() ? null : sum.divide(BigDecimal.valueOf(known.size()), MathContext.DECIMAL64);
            case MIN -> known.isEmpty() ? null : known.get(0);
            case MAX -> known.isEmpty() ? null : known.get(known.size() - 1);
            case MEDIAN ->
                known.isEmpty()
                        ? null
                        : known.get((known.size() - 1) / 2)
                                .add(known.get(known.size() / 2))
                                .divide(BigDecimal.valueOf(2), MathContext.DECIMAL64);
        };
    }

    private static BigDecimal number(Data.T row, String column) {
        return switch (column) {
            case "delay" -> row.delay() == null ? null : BigDecimal.valueOf(row.delay());
            case "amount" -> row.amount();
            default -> null;
        };
    }

    private static Object key(Data.T row, String key) {
        String[] parts = key.split(":");
        if (parts.length == 1) {
            return row.port();
        }
        if (parts[0].equals("delay") || parts[0].equals("amount")) {
            BigDecimal width = new BigDecimal(parts[1]);
            BigDecimal number = number(row, parts[0]);
            return number == null
                    ? null
                    : number.divide(width, 0, RoundingMode.FLOOR).multiply(width);
        }
        LocalDateTime moment = parts[0].equals("moment")
                ? row.moment()
                : row.day() == null ? null : row.day().atStartOfDay();
        return moment == null ? null : timed(moment, parts[1]);
    }

    private static Object timed(LocalDateTime moment, String part) {
        LocalDate day = moment.toLocalDate();
        return switch (part) {
            case "hour" -> moment.getHour();
            case "weekday" -> day.getDayOfWeek().getValue();
            case "week" -> day.with(TemporalAdjusters.previousOrSame(DayOfWeek.MONDAY));
            case "month" -> day.withDayOfMonth(1);
            case "quarter" ->
                day.withMonth((day.getMonthValue() - 1) / 3 * 3 + 1).withDayOfMonth(1);
            case "year" -> day.withDayOfYear(1);
            default -> day;
        };
    }

    /** Numbers with nine digits, three of them after the point: databases compute binary fractions and truncate averages. */
    static String inText(List<Object> row) {
        return row.stream().map(ViewCase::cell).collect(Collectors.joining(" | "));
    }

    private static String cell(Object value) {
        if (value == null) {
            return "(none)";
        }
        if (value instanceof Number number) {
            BigDecimal exact = new BigDecimal(number.toString())
                    .round(new MathContext(DIGITS))
                    .setScale(BEHIND_THE_POINT, RoundingMode.HALF_UP);
            return exact.signum() == 0 ? "0" : exact.stripTrailingZeros().toPlainString();
        }
        return value.toString();
    }
}
