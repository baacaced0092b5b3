package plainsieve.core.sentence;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.value.Type;
import plainsieve.core.view.Against;
import plainsieve.core.view.Shown;

/** "Figures: [number of rows] as [late crossings], compared with [the span before :sailed_from]". */
final class FiguresSentence implements ShownSentence {
    private static final String AGAINST = "against";
    private static final String ALONE = "/against";

    private final Shown.Figures shown;
    private final Known known;
    private final FigureMarks figures;

    FiguresSentence(Shown.Figures shown, Known known) {
        this.shown = shown;
        this.known = known;
        this.figures = new FigureMarks(shown.measures(), known, false);
    }

    @Override
    public void say(Sentence.Writer sentence) {
        sentence.words("Figures: ");
        figures.say(sentence);
        shown.against().ifPresent(other -> sentence.words(", compared with ").mark(AGAINST, inWords(other)));
    }

    private static String inWords(Against against) {
        return switch (against.kind()) {
            case ALL -> "the same with nothing chosen";
            case BEFORE -> "the span before that of :" + against.parameter();
            case YEAR -> "the year before that of :" + against.parameter();
        };
    }

    @Override
    public List<Offer> offers(String mark) {
        if (mark.equals(MarkIds.MORE)) {
            List<Offer> offers = new ArrayList<>(figures.more());
            if (shown.against().isEmpty()) {
                comparisons()
                        .forEach(other -> offers.add(Offer.of(idOf(other), "compared with " + inWords(other), "")));
            }
            return offers;
        }
        if (mark.equals(AGAINST)) {
            List<Offer> offers = new ArrayList<>();
            comparisons().forEach(other -> offers.add(Offer.of(idOf(other), inWords(other), "")));
            offers.add(Offer.of(ALONE, "nothing: they stand alone", ""));
            return offers;
        }
        return figures.offers(mark);
    }

    private static String idOf(Against against) {
        return ALONE + " " + against.written();
    }

    /** With the same ranges of days moved, and with everything. */
    private List<Against> comparisons() {
        List<Against> comparisons = new ArrayList<>();
        known.parameters().values().stream().filter(this::isRangeOfDays).forEach(range -> {
            comparisons.add(new Against(Against.Kind.BEFORE, range.name()));
            comparisons.add(new Against(Against.Kind.YEAR, range.name()));
        });
        comparisons.add(new Against(Against.Kind.ALL, ""));
        return comparisons;
    }

    private boolean isRangeOfDays(ParameterDefinition parameter) {
        return parameter.type() == Type.DATE
                && !parameter.many()
                && !parameter.rangeEnd().isEmpty()
                && known.mentioned().contains(parameter.name());
    }

    @Override
    public Shown with(String mark, String taken) {
        boolean compares = mark.equals(AGAINST) || taken.startsWith(ALONE + " ");
        if (compares && !figures.has(mark)) {
            String id = Offer.taken(offers(mark), taken).id();
            Optional<Against> against =
                    id.equals(ALONE) ? Optional.empty() : Against.read(id.substring(ALONE.length()));
            return new Shown.Figures(shown.measures(), against);
        }
        boolean adds = mark.equals(MarkIds.MORE);
        return new Shown.Figures(adds ? figures.adding(taken) : figures.with(mark, taken), shown.against());
    }
}
