package plainsieve.core.sentence;

import java.util.ArrayList;
import java.util.List;
import plainsieve.core.view.ViewContent;

/** "Line of the [number of rows] by [month of departed at], one for each [port]". */
final class LineSentence implements ViewContentSentence {
    private static final String APART = "apart";
    private static final String ONE_LINE = "/one-line";

    private final ViewContent.Line shown;
    private final SentenceContext known;
    private final GroupedFigures grouped;

    LineSentence(ViewContent.Line shown, SentenceContext known) {
        this.shown = shown;
        this.known = known;
        this.grouped = new GroupedFigures(shown.measures(), shown.groupBy(), known);
    }

    @Override
    public void say(Sentence.Writer sentence) {
        sentence.words("Line of the ");
        grouped.say(sentence);
        grouped.second()
                .ifPresent(column -> sentence.words(", one for each ").mark(APART, GroupingOptions.inWords(column)));
    }

    @Override
    public List<MarkOption> offers(String mark) {
        return switch (mark) {
            case GroupedFigures.BY -> GroupingOptions.stretches(known);
            case APART -> {
                List<MarkOption> offers = new ArrayList<>(GroupingOptions.parts(known));
                offers.add(MarkOption.of(ONE_LINE, "nothing: one line", ""));
                yield offers;
            }
            case MarkIds.MORE -> grouped.second().isPresent() ? List.of() : grouped.secondOffers("one for each ");
            default -> grouped.offers(mark);
        };
    }

    @Override
    public ViewContent with(String mark, String taken) {
        return switch (mark) {
            case GroupedFigures.BY ->
                new ViewContent.Line(
                        shown.measures(),
                        grouped.by(MarkOption.taken(offers(mark), taken).id()));
            case APART ->
                taken.equals(ONE_LINE)
                        ? apart(List.of(grouped.first()))
                        : apart(List.of(
                                grouped.first(),
                                MarkOption.taken(offers(mark), taken).id()));
            case MarkIds.MORE -> apart(List.of(grouped.first(), grouped.secondTaken(offers(mark), taken)));
            default -> new ViewContent.Line(grouped.figures(mark, taken), shown.groupBy());
        };
    }

    private ViewContent apart(List<String> keys) {
        return new ViewContent.Line(shown.measures(), keys);
    }

    @Override
    public String usualTitle() {
        return GroupingOptions.titleBy(List.of(grouped.first()));
    }
}
