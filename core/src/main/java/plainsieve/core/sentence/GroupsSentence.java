package plainsieve.core.sentence;

import java.util.ArrayList;
import java.util.List;
import plainsieve.core.view.ViewContent;

/** "Groups by [island], then by [route], with [number of rows] as [crossings]". */
final class GroupsSentence implements ViewContentSentence {
    private static final String LEVEL = "level/";
    private static final String NEXT_LEVEL = "/level ";
    private static final String LEAVE_OUT = "/leave-out";
    private static final String UP = "/up";
    private static final int MOST_LEVELS = 6;

    private final ViewContent.Groups shown;
    private final SentenceContext sentenceContext;
    private final FigureMarks figures;

    GroupsSentence(ViewContent.Groups shown, SentenceContext sentenceContext) {
        this.shown = shown;
        this.sentenceContext = sentenceContext;
        this.figures = new FigureMarks(shown.measures(), sentenceContext, true);
    }

    @Override
    public void write(Sentence.Writer sentence) {
        for (int i = 0; i < shown.groupBy().size(); i++) {
            sentence.words(i == 0 ? "Groups by " : ", then by ")
                    .mark(LEVEL + i, GroupingOptions.inWords(shown.groupBy().get(i)));
        }
        sentence.words(", with ");
        figures.write(sentence);
    }

    @Override
    public List<MarkOption> offers(String mark) {
        if (mark.equals(MarkIds.MORE)) {
            List<MarkOption> offers = new ArrayList<>();
            if (shown.groupBy().size() < MOST_LEVELS) {
                free().forEach(option -> offers.add(new MarkOption(
                        NEXT_LEVEL + option.id(), "then by " + option.label(), option.note(), option.reason())));
            }
            offers.addAll(figures.more());
            return offers;
        }
        if (!mark.startsWith(LEVEL)) {
            return figures.offers(mark);
        }
        List<MarkOption> offers = new ArrayList<>(free());
        if (MarkIds.at(mark, shown.groupBy().size()) > 0) {
            offers.add(0, MarkOption.of(UP, "one level up", ""));
        }
        if (shown.groupBy().size() > 1) {
            offers.add(0, MarkOption.of(LEAVE_OUT, "remove this level", ""));
        }
        return offers;
    }

    private List<MarkOption> free() {
        return GroupingOptions.levels(sentenceContext).stream()
                .filter(option -> !shown.groupBy().contains(option.id()))
                .toList();
    }

    @Override
    public ViewContent with(String mark, String taken) {
        List<String> levels = new ArrayList<>(shown.groupBy());
        if (mark.equals(MarkIds.MORE) && taken.startsWith(NEXT_LEVEL)) {
            levels.add(MarkOption.select(offers(mark), taken).id().substring(NEXT_LEVEL.length()));
            return new ViewContent.Groups(shown.measures(), levels);
        }
        if (mark.startsWith(LEVEL)) {
            return new ViewContent.Groups(
                    shown.measures(),
                    levels(
                            MarkIds.at(mark, levels.size()),
                            MarkOption.select(offers(mark), taken).id()));
        }
        boolean adds = mark.equals(MarkIds.MORE);
        return new ViewContent.Groups(adds ? figures.adding(taken) : figures.with(mark, taken), levels);
    }

    private List<String> levels(int at, String taken) {
        List<String> levels = new ArrayList<>(shown.groupBy());
        switch (taken) {
            case LEAVE_OUT -> levels.remove(at);
            case UP -> levels.add(at - 1, levels.remove(at));
            default -> levels.set(at, taken);
        }
        return levels;
    }

    @Override
    public String usualTitle() {
        return GroupingOptions.titleBy(shown.groupBy());
    }
}
