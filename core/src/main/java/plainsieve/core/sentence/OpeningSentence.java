package plainsieve.core.sentence;

import java.util.List;
import java.util.stream.Stream;
import plainsieve.core.value.ProblemException;
import plainsieve.core.view.Opening;

/** How a report opens and runs, as a sentence: "Opens [with its defaults], runs [at every choice], shows viewers [rows alone]." */
public final class OpeningSentence {
    private static final String START = "start";
    private static final String RUN = "run";
    private static final String ON_DEMAND = "on-demand";
    private static final String AT_ONCE = "at-once";
    private static final String SHOWS = "shows";
    private static final String WHERE = "where";
    private static final String ROWS = "rows";

    private final Opening opening;

    public OpeningSentence(Opening opening) {
        this.opening = opening;
    }

    public Sentence sentence() {
        return Sentence.write()
                .words("Opens ")
                .mark(START, inWords(opening.start()))
                .words(", runs ")
                .mark(RUN, runsInWords(opening.onDemand()))
                .words(", shows viewers ")
                .mark(SHOWS, showsInWords(opening.showsWhere()))
                .done();
    }

    private static String inWords(Opening.Start start) {
        return switch (start) {
            case DEFAULTS -> "with its defaults";
            case EMPTY -> "empty, until rows are asked for";
            case QUESTION -> "with a question first";
        };
    }

    private static String runsInWords(boolean onDemand) {
        return onDemand ? "when Show rows is pressed" : "at every choice";
    }

    private static String showsInWords(boolean where) {
        return where ? "where their choices ran, too" : "rows alone";
    }

    public List<Offer> offers(String mark) {
        return switch (mark) {
            case START ->
                Stream.of(Opening.Start.values())
                        .map(start -> Offer.of(start.word(), inWords(start), ""))
                        .toList();
            case RUN -> List.of(Offer.of(AT_ONCE, runsInWords(false), ""), Offer.of(ON_DEMAND, runsInWords(true), ""));
            case SHOWS ->
                List.of(
                        Offer.of(ROWS, showsInWords(false), ""),
                        Offer.of(WHERE, showsInWords(true), "in words; never what was sent"));
            default -> List.of();
        };
    }

    /** The opening with something else at a mark. Throws {@link ProblemException} when that cannot stand there. */
    public Opening with(String mark, String taken) {
        Offer.taken(offers(mark), taken);
        return new Opening(
                mark.equals(START) ? Opening.Start.ofWord(taken).orElseThrow() : opening.start(),
                mark.equals(RUN) ? taken.equals(ON_DEMAND) : opening.onDemand(),
                opening.signed(),
                mark.equals(SHOWS) ? taken.equals(WHERE) : opening.showsWhere());
    }
}
