package plainsieve.core.sentence;

import java.util.ArrayList;
import java.util.List;
import plainsieve.core.view.Shown;

/** "Line of the [number of rows] by [month of departed at], one for each [port]". */
final class LineSentence implements ShownSentence {
    private static final String APART = "apart";
    private static final String ONE_LINE = "/one-line";

    private final Shown.Line shown;
    private final Known known;
    private final Grouped grouped;

    LineSentence(Shown.Line shown, Known known) {
        this.shown = shown;
        this.known = known;
        this.grouped = new Grouped(shown.measures(), shown.groupBy(), known);
    }

    @Override
    public void say(Sentence.Writer sentence) {
        sentence.words("Line of the ");
        grouped.say(sentence);
        grouped.second().ifPresent(column -> sentence.words(", one for each ").mark(APART, Groupings.inWords(column)));
    }

    @Override
    public List<Offer> offers(String mark) {
        return switch (mark) {
            case Grouped.BY -> Groupings.stretches(known);
            case APART -> {
                List<Offer> offers = new ArrayList<>(Groupings.parts(known));
                offers.add(Offer.of(ONE_LINE, "nothing: one line", ""));
                yield offers;
            }
            case MarkIds.MORE -> grouped.second().isPresent() ? List.of() : grouped.secondOffers("one for each ");
            default -> grouped.offers(mark);
        };
    }

    @Override
    public Shown with(String mark, String taken) {
        return switch (mark) {
            case Grouped.BY ->
                new Shown.Line(
                        shown.measures(),
                        grouped.by(Offer.taken(offers(mark), taken).id()));
            case APART ->
                taken.equals(ONE_LINE)
                        ? apart(List.of(grouped.first()))
                        : apart(List.of(
                                grouped.first(),
                                Offer.taken(offers(mark), taken).id()));
            case MarkIds.MORE -> apart(List.of(grouped.first(), grouped.secondTaken(offers(mark), taken)));
            default -> new Shown.Line(grouped.figures(mark, taken), shown.groupBy());
        };
    }

    private Shown apart(List<String> keys) {
        return new Shown.Line(shown.measures(), keys);
    }

    @Override
    public String usualTitle() {
        return Groupings.titleBy(List.of(grouped.first()));
    }
}
