package plainsieve.core.sentence;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import plainsieve.core.dialect.DatePart;
import plainsieve.core.rewrite.ResultShape;
import plainsieve.core.rewrite.ValueGrouping;
import plainsieve.core.value.Type;
import plainsieve.core.view.ProfiledColumn;

/** The groupings that columns allow, as text. Option IDs are parsed by {@link ResultShape.Key#read}. */
final class GroupingOptions {
    private static final long MOST_GROUPS = 1_000;
    private static final long MOST_PARTS = 40;
    private static final List<DatePart> STRETCHES =
            List.of(DatePart.MONTH, DatePart.DAY, DatePart.WEEK, DatePart.QUARTER, DatePart.YEAR);
    private static final List<DatePart> AGAIN = List.of(DatePart.WEEKDAY, DatePart.HOUR);
    private static final int BANDS_OFFERED = 3;
    private static final int BANDS_ABOUT = 8;

    private GroupingOptions() {}

    /** {@code departed_at:month} as "month of departed at", {@code delay_min:10} as "delay min in bands of 10". */
    static String inWords(String key) {
        ResultShape.Key read = ResultShape.Key.read(key);
        String column = read.column().replace('_', ' ');
        Optional<ValueGrouping> cut = read.cut();
        if (cut.isEmpty()) {
            return column;
        }
        return cut.get() instanceof ValueGrouping.ByDatePart part
                ? part.word() + " of " + column
                : "%s in bands of %s".formatted(column, cut.get().word());
    }

    /** Everything that bars can represent. */
    static List<MarkOption> bars(SentenceContext sentenceContext) {
        return offers(sentenceContext, true);
    }

    /** Options for levels. Under a recurring unit such as weekday, there is no range of the column. */
    static List<MarkOption> levels(SentenceContext sentenceContext) {
        return offers(sentenceContext, false);
    }

    private static List<MarkOption> offers(SentenceContext sentenceContext, boolean again) {
        return sentenceContext.columns().stream()
                .flatMap(column -> (column.isTime()
                                ? times(column, again)
                                : column.isMeasure() ? bands(column) : List.of(itself(column, MOST_GROUPS, "bars")))
                        .stream())
                .toList();
    }

    /** Everything that a line can follow. */
    static List<MarkOption> stretches(SentenceContext sentenceContext) {
        return sentenceContext.columns().stream()
                .flatMap(column -> (column.isTime()
                                ? times(column, false)
                                : List.of(MarkOption.misfit(
                                        column.name(), column.inWords(), "a line follows days or times")))
                        .stream())
                .toList();
    }

    /** Columns with few values, for parts of bars and for lines next to each other. */
    static List<MarkOption> parts(SentenceContext sentenceContext) {
        return sentenceContext.columns().stream()
                .filter(column -> !column.isTime() && !column.isMeasure())
                .map(column -> itself(column, MOST_PARTS, "parts"))
                .toList();
    }

    private static MarkOption itself(ProfiledColumn column, long most, String what) {
        String id = ResultShape.Key.of(column.name()).text();
        String words = column.inWords();
        return column.different().orElse(0) > most
                ? MarkOption.misfit(id, words, "too many %2$s (%1$s)".formatted(column.differentInWords(), what))
                : MarkOption.of(id, words, column.differentInWords());
    }

    private static List<MarkOption> times(ProfiledColumn column, boolean again) {
        List<DatePart> parts = new ArrayList<>(STRETCHES);
        if (again) {
            parts.addAll(AGAIN);
        }
        boolean day = column.type().filter(Type.DATE::equals).isPresent();
        return parts.stream()
                .filter(part -> !(day && part == DatePart.HOUR))
                .map(part -> {
                    String key = column.name() + ":" + part.word();
                    String note = day && part == DatePart.DAY ? column.differentInWords() : "";
                    return MarkOption.of(key, inWords(key), note);
                })
                .toList();
    }

    /** A measure is grouped into bands, since each distinct value would be a bar. */
    private static List<MarkOption> bands(ProfiledColumn column) {
        List<MarkOption> offers = new ArrayList<>();
        BigDecimal width = roundWidth(column);
        for (int i = 0; i < BANDS_OFFERED; i++) {
            String key = column.name() + ":" + width.toPlainString();
            offers.add(MarkOption.of(key, inWords(key), ""));
            width = next(width);
        }
        return offers;
    }

    /** A width of 1, 2 or 5 times a power of ten that results in about eight bands or more. */
    private static BigDecimal roundWidth(ProfiledColumn column) {
        BigDecimal about = column.reach()
                .filter(reach -> reach.signum() > 0)
                .map(reach -> reach.divide(BigDecimal.valueOf(BANDS_ABOUT * 2L), 6, RoundingMode.CEILING))
                .orElse(BigDecimal.ONE);
        BigDecimal width =
                column.type().filter(Type.INTEGER::equals).isPresent() ? BigDecimal.ONE : new BigDecimal("0.01");
        while (width.compareTo(about) < 0) {
            width = next(width);
        }
        return width;
    }

    /** 1, 2, 5, 10, 20, 50 … */
    private static BigDecimal next(BigDecimal width) {
        BigDecimal factor =
                width.unscaledValue().toString().startsWith("2") ? new BigDecimal("2.5") : BigDecimal.valueOf(2);
        return new BigDecimal(width.multiply(factor).stripTrailingZeros().toPlainString());
    }

    /** The default title of a view by this grouping. */
    static String titleBy(List<String> keys) {
        return "By "
                + String.join(
                        " and ", keys.stream().map(GroupingOptions::inWords).toList());
    }
}
