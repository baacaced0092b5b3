package plainsieve.core.sentence;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.value.Type;
import plainsieve.core.view.ComparisonBasis;
import plainsieve.core.view.ViewContent;

/** "Figures: [number of rows] as [late crossings], compared with [the span before :sailed_from]". */
final class FiguresSentence implements ViewContentSentence {
    private static final String AGAINST = "against";
    private static final String ALONE = "/against";

    private final ViewContent.Figures shown;
    private final SentenceContext sentenceContext;
    private final FigureMarks figures;

    FiguresSentence(ViewContent.Figures shown, SentenceContext sentenceContext) {
        this.shown = shown;
        this.sentenceContext = sentenceContext;
        this.figures = new FigureMarks(shown.measures(), sentenceContext, false);
    }

    @Override
    public void write(Sentence.Writer sentence) {
        sentence.words("Figures: ");
        figures.write(sentence);
        shown.comparedWith()
                .ifPresent(other -> sentence.words(", compared with ").mark(AGAINST, inWords(other)));
    }

    private static String inWords(ComparisonBasis comparisonBasis) {
        return switch (comparisonBasis.kind()) {
            case ALL -> "all rows";
            case BEFORE -> "the previous period of :" + comparisonBasis.parameter();
            case YEAR -> "the previous year of :" + comparisonBasis.parameter();
        };
    }

    @Override
    public List<MarkOption> offers(String mark) {
        if (mark.equals(MarkIds.MORE)) {
            List<MarkOption> offers = new ArrayList<>(figures.more());
            if (shown.comparedWith().isEmpty()) {
                comparisons()
                        .forEach(
                                other -> offers.add(MarkOption.of(idOf(other), "compared with " + inWords(other), "")));
            }
            return offers;
        }
        if (mark.equals(AGAINST)) {
            List<MarkOption> offers = new ArrayList<>();
            comparisons().forEach(other -> offers.add(MarkOption.of(idOf(other), inWords(other), "")));
            offers.add(MarkOption.of(ALONE, "nothing", ""));
            return offers;
        }
        return figures.offers(mark);
    }

    private static String idOf(ComparisonBasis comparisonBasis) {
        return ALONE + " " + comparisonBasis.written();
    }

    /** With the same ranges of days moved, and with everything. */
    private List<ComparisonBasis> comparisons() {
        List<ComparisonBasis> comparisons = new ArrayList<>();
        sentenceContext.parameters().values().stream()
                .filter(this::isRangeOfDays)
                .forEach(range -> {
                    comparisons.add(new ComparisonBasis(ComparisonBasis.Kind.BEFORE, range.name()));
                    comparisons.add(new ComparisonBasis(ComparisonBasis.Kind.YEAR, range.name()));
                });
        comparisons.add(new ComparisonBasis(ComparisonBasis.Kind.ALL, ""));
        return comparisons;
    }

    private boolean isRangeOfDays(ParameterDefinition parameter) {
        return parameter.type() == Type.DATE
                && !parameter.many()
                && !parameter.rangeEnd().isEmpty()
                && sentenceContext.mentioned().contains(parameter.name());
    }

    @Override
    public ViewContent with(String mark, String taken) {
        boolean compares = mark.equals(AGAINST) || taken.startsWith(ALONE + " ");
        if (compares && !figures.has(mark)) {
            String id = MarkOption.select(offers(mark), taken).id();
            Optional<ComparisonBasis> against =
                    id.equals(ALONE) ? Optional.empty() : ComparisonBasis.read(id.substring(ALONE.length()));
            return new ViewContent.Figures(shown.measures(), against);
        }
        boolean adds = mark.equals(MarkIds.MORE);
        return new ViewContent.Figures(adds ? figures.adding(taken) : figures.with(mark, taken), shown.comparedWith());
    }
}
