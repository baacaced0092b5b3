package plainsieve.core.sentence;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import plainsieve.core.rewrite.ResultShape;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.view.ViewContent;

/** "Bars of the [number of rows] by [port], [the 7 largest], in parts by [vessel class], [stacked]". */
final class BarsSentence implements ViewContentSentence {
    private static final String RANK = "rank";
    private static final String PARTS = "parts";
    private static final String STANDING = "standing";
    private static final String ONE_PIECE = "/one-piece";
    private static final List<Integer> FIRST = List.of(7, 5, 10, 20, 50, 0);
    private static final int MOST_AT_ONCE = 200;

    private final ViewContent.Bars shown;
    private final SentenceContext sentenceContext;
    private final GroupedFigures groupedFigures;

    BarsSentence(ViewContent.Bars shown, SentenceContext sentenceContext) {
        this.shown = shown;
        this.sentenceContext = sentenceContext;
        this.groupedFigures = new GroupedFigures(shown.measures(), shown.groupBy(), sentenceContext);
    }

    @Override
    public void write(Sentence.Writer sentence) {
        sentence.words("Bars of the ");
        groupedFigures.write(sentence);
        sentence.words(", ").either(RANK, inWords(shown.rank()));
        groupedFigures.second().ifPresent(column -> sentence.words(", in parts by ")
                .mark(PARTS, GroupingOptions.inWords(column))
                .words(", ")
                .mark(STANDING, standing(shown.stacked())));
    }

    private static String standing(boolean stacked) {
        return stacked ? "stacked" : "side by side";
    }

    private static String inWords(ViewContent.Rank rank) {
        String all = rank.first() == 0 ? "all" : "the " + rank.first();
        return switch (rank.order()) {
            case LARGEST -> rank.first() == 0 ? "all, largest first" : all + " largest";
            case SMALLEST -> rank.first() == 0 ? "all, smallest first" : all + " smallest";
            case KEYS -> rank.first() == 0 ? "all in their order" : "the first " + rank.first() + " in their order";
        };
    }

    private static String idOf(ViewContent.Rank rank) {
        return rank.order().word() + " " + rank.first();
    }

    private static Stream<ViewContent.Rank> ranks() {
        return Stream.of(ResultShape.Order.values())
                .flatMap(order -> FIRST.stream().map(first -> new ViewContent.Rank(order, first)));
    }

    @Override
    public List<MarkOption> offers(String mark) {
        return switch (mark) {
            case GroupedFigures.BY -> GroupingOptions.bars(sentenceContext);
            case RANK ->
                ranks().map(rank -> MarkOption.of(idOf(rank), inWords(rank), ""))
                        .toList();
            case STANDING ->
                Stream.of(true, false)
                        .map(stacked -> MarkOption.of(Boolean.toString(stacked), standing(stacked), ""))
                        .toList();
            case PARTS -> {
                List<MarkOption> offers = new ArrayList<>(GroupingOptions.parts(sentenceContext));
                offers.add(MarkOption.of(ONE_PIECE, "no parts", ""));
                yield offers;
            }
            case MarkIds.MORE ->
                groupedFigures.second().isPresent() ? List.of() : groupedFigures.secondOffers("in parts by ");
            default -> groupedFigures.offers(mark);
        };
    }

    @Override
    public ViewContent with(String mark, String taken) {
        return switch (mark) {
            case RANK -> ranked(rank(taken.strip()));
            case STANDING ->
                new ViewContent.Bars(
                        shown.measures(),
                        shown.groupBy(),
                        shown.rank(),
                        MarkOption.select(offers(mark), taken).id().equals("true"));
            case PARTS ->
                taken.equals(ONE_PIECE)
                        ? grouping(List.of(groupedFigures.first()))
                        : grouping(List.of(
                                groupedFigures.first(),
                                MarkOption.select(offers(mark), taken).id()));
            case MarkIds.MORE ->
                grouping(List.of(groupedFigures.first(), groupedFigures.secondTaken(offers(mark), taken)));
            case GroupedFigures.BY -> by(MarkOption.select(offers(mark), taken).id());
            default ->
                new ViewContent.Bars(
                        groupedFigures.figures(mark, taken), shown.groupBy(), shown.rank(), shown.stacked());
        };
    }

    /** Ordered groups keep their own order. */
    private ViewContent by(String key) {
        boolean ordered = ResultShape.Key.read(key).cut().isPresent();
        boolean usual = shown.rank().equals(ViewContent.Rank.USUAL)
                || shown.rank().equals(new ViewContent.Rank(ResultShape.Order.KEYS, 0));
        ViewContent.Rank rank = usual
                ? ordered ? new ViewContent.Rank(ResultShape.Order.KEYS, 0) : ViewContent.Rank.USUAL
                : shown.rank();
        return new ViewContent.Bars(shown.measures(), groupedFigures.by(key), rank, shown.stacked());
    }

    private ViewContent grouping(List<String> keys) {
        return new ViewContent.Bars(shown.measures(), keys, shown.rank(), shown.stacked());
    }

    private ViewContent ranked(ViewContent.Rank rank) {
        return new ViewContent.Bars(shown.measures(), shown.groupBy(), rank, shown.stacked());
    }

    /** One that is offered, or a number that was typed. */
    private ViewContent.Rank rank(String taken) {
        Optional<ViewContent.Rank> offered =
                ranks().filter(rank -> idOf(rank).equals(taken)).findFirst();
        if (offered.isPresent()) {
            return offered.get();
        }
        if (!taken.matches("\\d{1,3}") || Integer.parseInt(taken) < 1 || Integer.parseInt(taken) > MOST_AT_ONCE) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_OPTION,
                    "Invalid number of bars: “%s”.".formatted(taken),
                    "Type a number from 1 to %d, or choose an option.".formatted(MOST_AT_ONCE)));
        }
        return new ViewContent.Rank(shown.rank().order(), Integer.parseInt(taken));
    }

    @Override
    public String usualTitle() {
        return GroupingOptions.titleBy(List.of(groupedFigures.first()));
    }
}
