package plainsieve.core.sentence;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import plainsieve.core.view.Figure;

/** The common part of bars and lines: "the [number of rows] by [port]", and optionally a second column. */
record GroupedFigures(List<Figure> measures, List<String> keys, SentenceContext known) {
    static final String BY = "by";
    private static final String FIGURE = "figure/0";
    private static final String SECOND = "/second ";

    void write(Sentence.Writer sentence) {
        sentence.mark(FIGURE, FigureWords.of(measures.get(0).measure()))
                .words(" by ")
                .mark(BY, GroupingOptions.inWords(first()));
    }

    String first() {
        return keys.get(0);
    }

    Optional<String> second() {
        return keys.size() > 1 ? Optional.of(keys.get(1)) : Optional.empty();
    }

    List<MarkOption> offers(String mark) {
        return mark.equals(FIGURE) ? FigureWords.offers(known, true) : List.of();
    }

    /** With another figure. */
    List<Figure> figures(String mark, String taken) {
        if (!mark.equals(FIGURE)) {
            throw MarkIds.unknown(mark);
        }
        Figure now = FigureWords.figure(MarkOption.select(offers(mark), taken).id());
        return List.of(FigureMarks.replaced(measures.get(0), now));
    }

    /** With another first key. */
    List<String> by(String key) {
        List<String> changed = new ArrayList<>(keys);
        changed.set(0, key);
        return changed;
    }

    /** Options for a second key. @param before the preceding text */
    List<MarkOption> secondOffers(String before) {
        return GroupingOptions.parts(known).stream()
                .filter(option -> !keys.contains(option.id()))
                .map(option ->
                        new MarkOption(SECOND + option.id(), before + option.label(), option.note(), option.reason()))
                .toList();
    }

    String secondTaken(List<MarkOption> offers, String taken) {
        return MarkOption.select(offers, taken).id().substring(SECOND.length());
    }
}
