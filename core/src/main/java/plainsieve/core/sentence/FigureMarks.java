package plainsieve.core.sentence;

import java.util.ArrayList;
import java.util.List;
import plainsieve.core.view.Figure;
import plainsieve.core.view.ValueFormat;

/** Several figures within a sentence: "[number of rows] as [late crossings] · [average of delay min] as [late], in [min]". */
record FigureMarks(List<Figure> figures, SentenceContext known, boolean grouped) {
    private static final String LEAVE_OUT = "/leave-out";
    private static final String WITH_UNIT = "/unit";
    private static final String FORMAT = "/format ";

    void write(Sentence.Writer sentence) {
        for (int i = 0; i < figures.size(); i++) {
            Figure figure = figures.get(i);
            sentence.words(i == 0 ? "" : " · ")
                    .mark("figure/" + i, FigureWords.of(figure.measure()))
                    .words(" as ")
                    .typed("label/" + i, figure.label());
            if (!figure.unit().isEmpty()) {
                sentence.words(", in ").typed("unit/" + i, figure.unit());
            }
            if (!figure.format().equals(ValueFormat.PLAIN)) {
                sentence.words(", written ").mark("format/" + i, FormatWords.of(figure.format()));
            }
        }
    }

    boolean has(String mark) {
        return mark.startsWith("figure/")
                || mark.startsWith("label/")
                || mark.startsWith("unit/")
                || mark.startsWith("format/");
    }

    List<MarkOption> offers(String mark) {
        if (mark.startsWith("format/")) {
            return formats(figures.get(MarkIds.at(mark, figures.size())));
        }
        if (!mark.startsWith("figure/")) {
            return List.of();
        }
        List<MarkOption> offers = new ArrayList<>();
        if (figures.get(MarkIds.at(mark, figures.size())).unit().isEmpty()) {
            offers.add(MarkOption.of(WITH_UNIT, "with a unit", ""));
        }
        if (figures.size() > 1) {
            offers.add(MarkOption.of(LEAVE_OUT, "remove", ""));
        }
        offers.addAll(more());
        Figure figure = figures.get(MarkIds.at(mark, figures.size()));
        if (figure.format().equals(ValueFormat.PLAIN)) {
            offers.addAll(formats(figure));
        }
        return offers;
    }

    private static List<MarkOption> formats(Figure figure) {
        return FormatWords.ofFigures().stream()
                .filter(format -> !format.equals(figure.format()))
                .map(format -> MarkOption.of(
                        FORMAT + format.written(),
                        format.equals(ValueFormat.PLAIN) ? "rounded" : "written " + FormatWords.of(format),
                        ""))
                .toList();
    }

    /** Options for the columns next to them. */
    List<MarkOption> more() {
        return FigureWords.offers(known, grouped);
    }

    List<Figure> adding(String taken) {
        List<Figure> changed = new ArrayList<>(figures);
        changed.add(FigureWords.figure(MarkOption.select(more(), taken).id()));
        return changed;
    }

    List<Figure> with(String mark, String taken) {
        List<Figure> changed = new ArrayList<>(figures);
        int at = MarkIds.at(mark, figures.size());
        Figure before = changed.get(at);
        if (mark.startsWith("label/")) {
            changed.set(at, before.called(taken.strip()));
        } else if (mark.startsWith("unit/")) {
            changed.set(at, before.withUnit(taken.strip()));
        } else if (MarkOption.select(offers(mark), taken).id().equals(LEAVE_OUT)) {
            changed.remove(at);
        } else if (taken.equals(WITH_UNIT)) {
            changed.set(at, before.withUnit("unit"));
        } else if (taken.startsWith(FORMAT)) {
            changed.set(
                    at,
                    before.written(
                            ValueFormat.read(taken.substring(FORMAT.length())).orElseThrow()));
        } else {
            changed.set(at, replaced(before, FigureWords.figure(taken)));
        }
        return changed;
    }

    /** Generated titles follow the figure; those of an author stay. */
    static Figure replaced(Figure before, Figure now) {
        boolean own = !before.label().equals(FigureWords.labelOf(before.measure()));
        return own ? before.of(now.measure()) : now;
    }
}
