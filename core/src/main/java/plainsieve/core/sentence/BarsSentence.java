package plainsieve.core.sentence;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import plainsieve.core.rewrite.Wanted;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.view.Shown;

/** "Bars of the [number of rows] by [port], [the 7 largest], in parts by [vessel class], [on top of each other]". */
final class BarsSentence implements ShownSentence {
    private static final String RANK = "rank";
    private static final String PARTS = "parts";
    private static final String STANDING = "standing";
    private static final String ONE_PIECE = "/one-piece";
    private static final List<Integer> FIRST = List.of(7, 5, 10, 20, 50, 0);
    private static final int MOST_AT_ONCE = 200;

    private final Shown.Bars shown;
    private final Known known;
    private final Grouped grouped;

    BarsSentence(Shown.Bars shown, Known known) {
        this.shown = shown;
        this.known = known;
        this.grouped = new Grouped(shown.measures(), shown.groupBy(), known);
    }

    @Override
    public void say(Sentence.Writer sentence) {
        sentence.words("Bars of the ");
        grouped.say(sentence);
        sentence.words(", ").either(RANK, inWords(shown.rank()));
        grouped.second().ifPresent(column -> sentence.words(", in parts by ")
                .mark(PARTS, Groupings.inWords(column))
                .words(", ")
                .mark(STANDING, standing(shown.stacked())));
    }

    private static String standing(boolean stacked) {
        return stacked ? "on top of each other" : "side by side";
    }

    private static String inWords(Shown.Rank rank) {
        String all = rank.first() == 0 ? "all" : "the " + rank.first();
        return switch (rank.order()) {
            case LARGEST -> rank.first() == 0 ? "all, the largest first" : all + " largest";
            case SMALLEST -> rank.first() == 0 ? "all, the smallest first" : all + " smallest";
            case KEYS -> rank.first() == 0 ? "all in their order" : "the first " + rank.first() + " in their order";
        };
    }

    private static String idOf(Shown.Rank rank) {
        return rank.order().word() + " " + rank.first();
    }

    private static Stream<Shown.Rank> ranks() {
        return Stream.of(Wanted.Order.values())
                .flatMap(order -> FIRST.stream().map(first -> new Shown.Rank(order, first)));
    }

    @Override
    public List<Offer> offers(String mark) {
        return switch (mark) {
            case Grouped.BY -> Groupings.bars(known);
            case RANK ->
                ranks().map(rank -> Offer.of(idOf(rank), inWords(rank), "")).toList();
            case STANDING ->
                Stream.of(true, false)
                        .map(stacked -> Offer.of(Boolean.toString(stacked), standing(stacked), ""))
                        .toList();
            case PARTS -> {
                List<Offer> offers = new ArrayList<>(Groupings.parts(known));
                offers.add(Offer.of(ONE_PIECE, "nothing: bars in one piece", ""));
                yield offers;
            }
            case MarkIds.MORE -> grouped.second().isPresent() ? List.of() : grouped.secondOffers("in parts by ");
            default -> grouped.offers(mark);
        };
    }

    @Override
    public Shown with(String mark, String taken) {
        return switch (mark) {
            case RANK -> ranked(rank(taken.strip()));
            case STANDING ->
                new Shown.Bars(
                        shown.measures(),
                        shown.groupBy(),
                        shown.rank(),
                        Offer.taken(offers(mark), taken).id().equals("true"));
            case PARTS ->
                taken.equals(ONE_PIECE)
                        ? grouping(List.of(grouped.first()))
                        : grouping(List.of(
                                grouped.first(),
                                Offer.taken(offers(mark), taken).id()));
            case MarkIds.MORE -> grouping(List.of(grouped.first(), grouped.secondTaken(offers(mark), taken)));
            case Grouped.BY -> by(Offer.taken(offers(mark), taken).id());
            default -> new Shown.Bars(grouped.figures(mark, taken), shown.groupBy(), shown.rank(), shown.stacked());
        };
    }

    /** What has an order of its own is best read in it. */
    private Shown by(String key) {
        boolean ordered = Wanted.Key.read(key).cut().isPresent();
        boolean usual =
                shown.rank().equals(Shown.Rank.USUAL) || shown.rank().equals(new Shown.Rank(Wanted.Order.KEYS, 0));
        Shown.Rank rank = usual ? ordered ? new Shown.Rank(Wanted.Order.KEYS, 0) : Shown.Rank.USUAL : shown.rank();
        return new Shown.Bars(shown.measures(), grouped.by(key), rank, shown.stacked());
    }

    private Shown grouping(List<String> keys) {
        return new Shown.Bars(shown.measures(), keys, shown.rank(), shown.stacked());
    }

    private Shown ranked(Shown.Rank rank) {
        return new Shown.Bars(shown.measures(), shown.groupBy(), rank, shown.stacked());
    }

    /** One that is offered, or a number that was typed. */
    private Shown.Rank rank(String taken) {
        Optional<Shown.Rank> offered =
                ranks().filter(rank -> idOf(rank).equals(taken)).findFirst();
        if (offered.isPresent()) {
            return offered.get();
        }
        if (!taken.matches("\\d{1,3}") || Integer.parseInt(taken) < 1 || Integer.parseInt(taken) > MOST_AT_ONCE) {
            throw new ProblemException(Problem.of(
                    "bad-offer",
                    "“%s” is no number of bars.".formatted(taken),
                    "Type a number from 1 to %d, or take one that is offered.".formatted(MOST_AT_ONCE)));
        }
        return new Shown.Rank(shown.rank().order(), Integer.parseInt(taken));
    }

    @Override
    public String usualTitle() {
        return Groupings.titleBy(List.of(grouped.first()));
    }
}
