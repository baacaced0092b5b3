package plainsieve.core.parameter;

import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.Month;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import plainsieve.core.value.Period;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.TextLocation;
import plainsieve.core.value.Value;

/**
 * Reads formulas.
 *
 * <pre>
 * formula := term { ("+" | "-") amount }          amount := number | ":" name, then perhaps days … years
 * term    := today | caller | yesterday | tomorrow | day | number | ":" name | amount periods ago
 *          | (first | last) day of stretch | part of term | fiscal year of term [from month]
 * stretch := (this | last | next) period | part of term | fiscal year [of term] [from month]
 * </pre>
 */
final class FormulaReader {
    private static final Pattern TOKEN =
            Pattern.compile("\\s*(\\d{4}-\\d{2}-\\d{2}|:[A-Za-z][A-Za-z0-9_]*|[A-Za-z]+|\\d+|[+-]|\\S)");
    private static final int LONGEST = 500;

    private final String text;
    private final Matcher matcher;
    private String next = "";
    private int nextStart;
    private int nextEnd;

    FormulaReader(String text) {
        this.text = text;
        this.matcher = TOKEN.matcher(text);
    }

    Formula read() {
        if (text.length() > LONGEST) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_FORMULA,
                    "The formula is longer than %d characters.".formatted(LONGEST),
                    "Shorten it."));
        }
        advance();
        Formula formula = sum();
        if (!next.isEmpty()) {
            throw expected("“+”, “-” or the end");
        }
        return formula;
    }

    private Formula sum() {
        Formula left = term();
        while (next.equals("+") || next.equals("-")) {
            boolean minus = consume().equals("-");
            Formula amount = amount();
            left = new Formula.Plus(left, amount, periods(), minus);
        }
        return left;
    }

    private Formula amount() {
        if (next.startsWith(":")) {
            return new Formula.Parameter(consume().substring(1));
        }
        if (!next.matches("\\d+")) {
            throw expected("a whole number or a parameter");
        }
        return number();
    }

    private Formula number() {
        try {
            return new Formula.Constant(new Value.Whole(Long.parseLong(consume())));
        } catch (NumberFormatException e) {
            throw expected("a smaller number");
        }
    }

    private Formula term() {
        if (next.matches("\\d{4}-\\d{2}-\\d{2}")) {
            return day();
        }
        if (next.startsWith(":") || next.matches("\\d+")) {
            return countOrAgo();
        }
        return switch (word()) {
            case "today" -> consumed(new Formula.Today());
            case "caller" -> consumed(new Formula.Resolver());
            case "yesterday" -> consumed(fromToday(-1));
            case "tomorrow" -> consumed(fromToday(1));
            case "first", "last" -> edge();
            case "fiscal", "year", "quarter", "month", "week", "day" -> part();
            default ->
                throw expected("today, a day such as 2026-03-31, “first day of …”, “year of …”, caller or a parameter");
        };
    }

    private Formula countOrAgo() {
        Formula amount = amount();
        Optional<Period> period = periods();
        if (period.isEmpty()) {
            return amount;
        }
        expect("ago");
        return new Formula.Plus(new Formula.Today(), amount, period, true);
    }

    private static Formula fromToday(int days) {
        Formula one = new Formula.Constant(new Value.Whole(Math.abs(days)));
        return new Formula.Plus(new Formula.Today(), one, Optional.of(Period.DAY), days < 0);
    }

    private Formula day() {
        try {
            return new Formula.Constant(new Value.Day(LocalDate.parse(consume())));
        } catch (DateTimeException e) {
            throw expected("a day that exists");
        }
    }

    private Formula edge() {
        boolean first = consume().equalsIgnoreCase("first");
        expect("day");
        expect("of");
        return switch (word()) {
            case "this" -> edgeOfNamed(first, 0);
            case "last" -> edgeOfNamed(first, -1);
            case "next" -> edgeOfNamed(first, 1);
            default -> {
                PartRead read = partRead(true);
                yield new Formula.EdgeOf(first, read.span(), read.day());
            }
        };
    }

    /** {@code last month}: the month of the day one month ago. Starts from the first of the month, which every month has. */
    private Formula edgeOfNamed(boolean first, int steps) {
        consume();
        boolean fiscal = word().equals("fiscal");
        if (fiscal) {
            consume();
        }
        Period period = period();
        Formula.Span span = new Formula.Span(period, fiscal ? fiscalStart() : 1);
        Formula anchor = new Formula.EdgeOf(true, span, new Formula.Today());
        Formula moved = steps == 0
                ? anchor
                : new Formula.Plus(anchor, new Formula.Constant(new Value.Whole(1)), Optional.of(period), steps < 0);
        return new Formula.EdgeOf(first, span, moved);
    }

    private Formula part() {
        PartRead read = partRead(false);
        return new Formula.PartOf(read.span(), read.day());
    }

    private record PartRead(Formula.Span span, Formula day) {}

    /** {@code month of :day}, {@code fiscal year of :day from April}; for an edge also {@code fiscal year from April}. */
    private PartRead partRead(boolean todayWhenMissing) {
        boolean fiscal = word().equals("fiscal");
        if (fiscal) {
            consume();
        }
        Period period = period();
        boolean missing = todayWhenMissing && fiscal && !word().equals("of");
        if (!missing) {
            expect("of");
        }
        Formula day = missing ? new Formula.Today() : term();
        return new PartRead(new Formula.Span(period, fiscal ? fiscalStart() : 1), day);
    }

    /** The first month of fiscal years; April by default. */
    private int fiscalStart() {
        if (!word().equals("from")) {
            return Month.APRIL.getValue();
        }
        consume();
        for (Month month : Month.values()) {
            if (month.name().equalsIgnoreCase(next)) {
                consume();
                return month.getValue();
            }
        }
        throw expected("a month, such as April");
    }

    private Period period() {
        return Period.ofWord(word())
                .map(this::consumed)
                .orElseThrow(() -> expected("day, week, month, quarter or year"));
    }

    private Optional<Period> periods() {
        String singular = word().replaceAll("s$", "");
        Optional<Period> period = Period.ofWord(singular);
        period.ifPresent(this::consumed);
        return period;
    }

    private <T> T consumed(T result) {
        consume();
        return result;
    }

    private String word() {
        return next.toLowerCase(Locale.ROOT);
    }

    private void expect(String wanted) {
        if (!word().equals(wanted)) {
            throw expected("“" + wanted + "”");
        }
        consume();
    }

    private String consume() {
        String taken = next;
        advance();
        return taken;
    }

    private void advance() {
        boolean found = matcher.lookingAt();
        next = found ? matcher.group(1) : "";
        nextStart = found ? matcher.start(1) : text.length();
        nextEnd = found ? matcher.end(1) : text.length();
        if (found) {
            matcher.region(matcher.end(), text.length());
        }
    }

    private ProblemException expected(String what) {
        String found = next.isEmpty() ? "the end" : "“" + next + "”";
        return new ProblemException(Problem.of(
                        ProblemKind.INVALID_FORMULA,
                        "The formula cannot be read at %s.".formatted(found),
                        "Expected %s.".formatted(what))
                .at(TextLocation.of(text, nextStart, nextEnd)));
    }
}
