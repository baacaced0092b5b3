package plainsieve.core.sentence;

import java.util.ArrayList;
import java.util.List;
import plainsieve.core.view.Figure;

/** Several figures within a sentence: "[number of rows] as [late crossings] · [average of delay min] as [late], in [min]". */
record FigureMarks(List<Figure> figures, Known known, boolean grouped) {
    private static final String LEAVE_OUT = "/leave-out";
    private static final String WITH_UNIT = "/unit";

    void say(Sentence.Writer sentence) {
        for (int i = 0; i < figures.size(); i++) {
            Figure figure = figures.get(i);
            sentence.words(i == 0 ? "" : " · ")
                    .mark("figure/" + i, FigureWords.of(figure.measure()))
                    .words(" as ")
                    .typed("label/" + i, figure.label());
            if (!figure.unit().isEmpty()) {
                sentence.words(", in ").typed("unit/" + i, figure.unit());
            }
        }
    }

    boolean has(String mark) {
        return mark.startsWith("figure/") || mark.startsWith("label/") || mark.startsWith("unit/");
    }

    List<Offer> offers(String mark) {
        if (!mark.startsWith("figure/")) {
            return List.of();
        }
        List<Offer> offers = new ArrayList<>();
        if (figures.get(MarkIds.at(mark, figures.size())).unit().isEmpty()) {
            offers.add(Offer.of(WITH_UNIT, "with a unit", ""));
        }
        if (figures.size() > 1) {
            offers.add(Offer.of(LEAVE_OUT, "leave it out", ""));
        }
        offers.addAll(more());
        return offers;
    }

    /** What could stand beside them. */
    List<Offer> more() {
        return FigureWords.offers(known, grouped);
    }

    List<Figure> adding(String taken) {
        List<Figure> changed = new ArrayList<>(figures);
        changed.add(FigureWords.figure(Offer.taken(more(), taken).id()));
        return changed;
    }

    List<Figure> with(String mark, String taken) {
        List<Figure> changed = new ArrayList<>(figures);
        int at = MarkIds.at(mark, figures.size());
        Figure before = changed.get(at);
        if (mark.startsWith("label/")) {
            changed.set(at, new Figure(before.measure(), taken.strip(), before.unit()));
        } else if (mark.startsWith("unit/")) {
            changed.set(at, new Figure(before.measure(), before.label(), taken.strip()));
        } else if (Offer.taken(offers(mark), taken).id().equals(LEAVE_OUT)) {
            changed.remove(at);
        } else if (taken.equals(WITH_UNIT)) {
            changed.set(at, new Figure(before.measure(), before.label(), "unit"));
        } else {
            changed.set(at, replaced(before, FigureWords.figure(taken)));
        }
        return changed;
    }

    /** Words that only said what the figure was follow it; those that an author chose stay. */
    static Figure replaced(Figure before, Figure now) {
        boolean own = !before.label().equals(FigureWords.labelOf(before.measure()));
        return own ? new Figure(now.measure(), before.label(), before.unit()) : now;
    }
}
