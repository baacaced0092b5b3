package plainsieve.cli;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import plainsieve.core.rewrite.Measure;
import plainsieve.core.rewrite.ResultShape;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;

/** Parses {@code count(*)}, {@code count(distinct port)} and {@code sum(delay)}. */
final class AggregateParser {
    private static final Pattern CALL =
            Pattern.compile("\\s*(\\w+)\\s*\\(\\s*(distinct\\s+)?(.+?)\\s*\\)\\s*", Pattern.CASE_INSENSITIVE);

    private AggregateParser() {}

    /** Rows when nothing is grouped or aggregated; groups alone are counted. */
    static ResultShape shapeOf(List<String> groupBy, List<String> aggregates) {
        if (groupBy.isEmpty() && aggregates.isEmpty()) {
            return ResultShape.allRows();
        }
        List<Measure> measures = aggregates.isEmpty()
                ? List.of(Measure.countOfRows())
                : aggregates.stream().map(AggregateParser::measure).toList();
        return ResultShape.totals(groupBy, measures, ResultShape.Order.KEYS);
    }

    private static Measure measure(String text) {
        Matcher call = CALL.matcher(text);
        if (!call.matches()) {
            throw unreadable(text);
        }
        String name = call.group(1).toUpperCase(Locale.ROOT) + (call.group(2) == null ? "" : "_DISTINCT");
        for (Measure.Function function : Measure.Function.values()) {
            if (function.name().equals(name)) {
                return measure(function, call.group(3), text);
            }
        }
        throw unreadable(text);
    }

    private static Measure measure(Measure.Function function, String column, String text) {
        if (!column.equals("*")) {
            boolean quoted = column.startsWith("\"") && column.endsWith("\"") && column.length() > 2;
            String bare = quoted ? column.substring(1, column.length() - 1).replace("\"\"", "\"") : column;
            return new Measure(function, Optional.of(bare));
        }
        if (function != Measure.Function.COUNT) {
            throw unreadable(text);
        }
        return Measure.countOfRows();
    }

    private static ProblemException unreadable(String text) {
        return new ProblemException(Problem.of(
                ProblemKind.INVALID_REQUEST,
                "“%s” is no aggregate.".formatted(text),
                "Write count(*), or count, sum, avg, min or max of an output column: sum(delay)."));
    }
}
