package plainsieve.core.sentence;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import plainsieve.core.rewrite.Measure;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.view.Figure;
import plainsieve.core.view.OutputColumn;

/** Figures in words: "number of rows", "average of delay min". An offer is named {@code avg delay_min}, or {@code count}. */
final class FigureWords {
    private FigureWords() {}

    static String of(Measure measure) {
        String column = measure.column().orElse("").replace('_', ' ');
        return switch (measure.function()) {
            case COUNT -> column.isEmpty() ? "number of rows" : "number of " + column;
            case COUNT_DISTINCT -> "number of different " + column;
            case SUM -> "sum of " + column;
            case AVG -> "average of " + column;
            case MIN -> "smallest " + column;
            case MAX -> "largest " + column;
        };
    }

    /** What viewers read beside a figure that nobody called otherwise. */
    static String labelOf(Measure measure) {
        String column = measure.column().orElse("").replace('_', ' ');
        return switch (measure.function()) {
            case COUNT -> column.isEmpty() ? "rows" : "with " + column;
            case COUNT_DISTINCT -> "different " + column;
            case SUM -> column;
            case AVG -> column + " on average";
            case MIN -> "smallest " + column;
            case MAX -> "largest " + column;
        };
    }

    static String idOf(Measure measure) {
        String word = measure.function().name().toLowerCase(Locale.ROOT);
        return measure.column().map(column -> word + " " + column).orElse(word);
    }

    /** Every figure that can be worked out of the columns. Ids, years and the like are not added up. */
    static List<Offer> offers(Known known) {
        List<Offer> offers = new ArrayList<>();
        offers.add(offer(Measure.countOfRows(), ""));
        for (OutputColumn column : known.columns()) {
            Optional<String> name = Optional.of(column.name());
            if (column.isMeasure()) {
                offers.add(offer(new Measure(Measure.Function.SUM, name), ""));
                offers.add(offer(new Measure(Measure.Function.AVG, name), ""));
            } else if (column.isNumber()) {
                Measure sum = new Measure(Measure.Function.SUM, name);
                offers.add(Offer.misfit(idOf(sum), of(sum), "it names something and is not added up"));
            }
            if (column.isNumber() || column.isTime()) {
                offers.add(offer(new Measure(Measure.Function.MIN, name), ""));
                offers.add(offer(new Measure(Measure.Function.MAX, name), ""));
            }
            if (column.type().isPresent()) {
                offers.add(offer(new Measure(Measure.Function.COUNT_DISTINCT, name), column.differentInWords()));
            }
        }
        return offers;
    }

    private static Offer offer(Measure measure, String note) {
        return Offer.of(idOf(measure), of(measure), note);
    }

    /** A figure as it begins. */
    static Figure figure(String offerId) {
        return figure(measure(offerId));
    }

    static Figure figure(Measure measure) {
        return new Figure(measure, labelOf(measure), "");
    }

    static Measure measure(String offerId) {
        String[] parts = offerId.split(" ", 2);
        Optional<String> column = parts.length == 2 ? Optional.of(parts[1]) : Optional.empty();
        for (Measure.Function function : Measure.Function.values()) {
            boolean complete = column.isPresent() || function == Measure.Function.COUNT;
            if (complete && function.name().toLowerCase(Locale.ROOT).equals(parts[0])) {
                return new Measure(function, column);
            }
        }
        throw new ProblemException(
                Problem.of("bad-offer", "“%s” is no figure.".formatted(offerId), "Take one that is offered."));
    }
}
