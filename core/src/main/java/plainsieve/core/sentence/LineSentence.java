package plainsieve.core.sentence;

import java.util.ArrayList;
import java.util.List;
import plainsieve.core.view.ViewContent;

/** "Line of the [number of rows] by [month of departed at], one for each [port]". */
final class LineSentence implements ViewContentSentence {
    private static final String APART = "apart";
    private static final String ONE_LINE = "/one-line";

    private final ViewContent.Line shown;
    private final SentenceContext sentenceContext;
    private final GroupedFigures groupedFigures;

    LineSentence(ViewContent.Line shown, SentenceContext sentenceContext) {
        this.shown = shown;
        this.sentenceContext = sentenceContext;
        this.groupedFigures = new GroupedFigures(shown.measures(), shown.groupBy(), sentenceContext);
    }

    @Override
    public void write(Sentence.Writer sentence) {
        sentence.words("Line of the ");
        groupedFigures.write(sentence);
        groupedFigures.second().ifPresent(column -> sentence.words(", one for each ")
                .mark(APART, GroupingOptions.inWords(column)));
    }

    @Override
    public List<MarkOption> offers(String mark) {
        return switch (mark) {
            case GroupedFigures.BY -> GroupingOptions.stretches(sentenceContext);
            case APART -> {
                List<MarkOption> offers = new ArrayList<>(GroupingOptions.parts(sentenceContext));
                offers.add(MarkOption.of(ONE_LINE, "nothing: one line", ""));
                yield offers;
            }
            case MarkIds.MORE ->
                groupedFigures.second().isPresent() ? List.of() : groupedFigures.secondOffers("one for each ");
            default -> groupedFigures.offers(mark);
        };
    }

    @Override
    public ViewContent with(String mark, String taken) {
        return switch (mark) {
            case GroupedFigures.BY ->
                new ViewContent.Line(
                        shown.measures(),
                        groupedFigures.by(MarkOption.select(offers(mark), taken).id()));
            case APART ->
                taken.equals(ONE_LINE)
                        ? apart(List.of(groupedFigures.first()))
                        : apart(List.of(
                                groupedFigures.first(),
                                MarkOption.select(offers(mark), taken).id()));
            case MarkIds.MORE ->
                apart(List.of(groupedFigures.first(), groupedFigures.secondTaken(offers(mark), taken)));
            default -> new ViewContent.Line(groupedFigures.figures(mark, taken), shown.groupBy());
        };
    }

    private ViewContent apart(List<String> keys) {
        return new ViewContent.Line(shown.measures(), keys);
    }

    @Override
    public String usualTitle() {
        return GroupingOptions.titleBy(List.of(groupedFigures.first()));
    }
}
