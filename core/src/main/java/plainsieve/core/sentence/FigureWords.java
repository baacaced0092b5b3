package plainsieve.core.sentence;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import plainsieve.core.rewrite.Measure;
import plainsieve.core.rewrite.Measure.Function;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.view.Figure;
import plainsieve.core.view.ProfiledColumn;

/** Figures as text: "number of rows", "average of delay min". An option has the ID {@code avg delay_min} or {@code count}. */
final class FigureWords {
    private FigureWords() {}

    static String of(Measure measure) {
        String column = measure.column().orElse("").replace('_', ' ');
        return switch (measure.function()) {
            case COUNT -> column.isEmpty() ? "number of rows" : "number of " + column;
            case COUNT_DISTINCT -> "distinct count of " + column;
            case SUM -> "sum of " + column;
            case AVG -> "average of " + column;
            case MIN -> "minimum of " + column;
            case MAX -> "maximum of " + column;
            case MEDIAN -> "median of " + column;
            case SHARE -> column.isEmpty() ? "share of all rows" : "share of all " + column;
        };
    }

    /** The default label of a figure. */
    static String labelOf(Measure measure) {
        String column = measure.column().orElse("").replace('_', ' ');
        return switch (measure.function()) {
            case COUNT -> column.isEmpty() ? "rows" : "with " + column;
            case COUNT_DISTINCT -> "distinct " + column;
            case SUM -> column;
            case AVG -> "average " + column;
            case MIN -> "minimum " + column;
            case MAX -> "maximum " + column;
            case MEDIAN -> "median " + column;
            case SHARE -> of(measure);
        };
    }

    static String idOf(Measure measure) {
        String word = measure.function().word();
        return measure.column().map(column -> word + " " + column).orElse(word);
    }

    /**
     * Every figure that can be computed from the columns. IDs, years and the like are not summed.
     *
     * @param grouped whether it is computed per group, of which each has a share of the total
     */
    static List<MarkOption> offers(SentenceContext sentenceContext, boolean grouped) {
        List<MarkOption> offers = new ArrayList<>();
        offers.add(offer(Measure.countOfRows(), ""));
        if (grouped) {
            offers.add(offer(new Measure(Function.SHARE, Optional.empty()), ""));
        }
        for (ProfiledColumn column : sentenceContext.columns()) {
            Optional<String> name = Optional.of(column.name());
            if (column.isMeasure()) {
                offers.add(offer(new Measure(Function.SUM, name), ""));
                offers.add(offer(new Measure(Function.AVG, name), ""));
                offers.add(median(name, sentenceContext));
                if (grouped) {
                    offers.add(offer(new Measure(Function.SHARE, name), ""));
                }
            } else if (column.isNumber()) {
                offers.add(misfit(new Measure(Function.SUM, name), "identifiers are not added up"));
            }
            if (column.isNumber() || column.isTime()) {
                offers.add(offer(new Measure(Function.MIN, name), ""));
                offers.add(offer(new Measure(Function.MAX, name), ""));
            }
            if (column.type().isPresent()) {
                offers.add(offer(new Measure(Function.COUNT_DISTINCT, name), column.differentInWords()));
            }
        }
        return offers;
    }

    private static MarkOption median(Optional<String> name, SentenceContext sentenceContext) {
        Measure median = new Measure(Function.MEDIAN, name);
        return sentenceContext.missing().contains(Function.MEDIAN)
                ? misfit(median, "this database has no median function")
                : offer(median, "");
    }

    private static MarkOption misfit(Measure measure, String reason) {
        return MarkOption.misfit(idOf(measure), of(measure), reason);
    }

    private static MarkOption offer(Measure measure, String note) {
        return MarkOption.of(idOf(measure), of(measure), note);
    }

    /** A new figure. */
    static Figure figure(String offerId) {
        return figure(measure(offerId));
    }

    static Figure figure(Measure measure) {
        return new Figure(measure, labelOf(measure), measure.function() == Function.SHARE ? "%" : "");
    }

    /** The first or the last day of a column, called so. */
    static Figure end(Function function, String column) {
        String word = function == Function.MIN ? "earliest " : "latest ";
        return new Figure(new Measure(function, Optional.of(column)), word + column.replace('_', ' '), "");
    }

    static Measure measure(String offerId) {
        String[] parts = offerId.split(" ", 2);
        Optional<String> column = parts.length == 2 ? Optional.of(parts[1]) : Optional.empty();
        return Function.ofWord(parts[0])
                .filter(function -> column.isPresent() || function == Function.COUNT || function == Function.SHARE)
                .map(function -> new Measure(function, column))
                .orElseThrow(() -> new ProblemException(Problem.of(
                        ProblemKind.INVALID_OPTION, "“%s” is no figure.".formatted(offerId), "Choose an option.")));
    }
}
