package plainsieve.core.sentence;

import java.util.List;
import java.util.Locale;
import plainsieve.core.rewrite.Wanted;
import plainsieve.core.view.ColumnWords;
import plainsieve.core.view.Figure;
import plainsieve.core.view.View;

/**
 * A view as a sentence.
 *
 * <pre>
 * Figures: [number of rows] as [late crossings] · [average of delay min] as [late on average], in [min] · [+]
 * Bars of the [number of rows] by [port], called [By port]
 * Line of the [number of rows] by [month of departed at], called [By month of departed at]
 * Table called [Crossings] with columns [Port], [Late, min]; [every row] at most
 * </pre>
 */
public final class ViewSentence implements View.Visitor<Sentence> {
    static final String TITLE = "title";
    static final String BY = "by";
    static final String LIMIT = "limit";
    static final String MORE = "figure/+";

    private ViewSentence() {}

    public static Sentence of(View view) {
        return view.accept(new ViewSentence());
    }

    @Override
    public Sentence figures(View.Figures view) {
        Sentence.Writer sentence = Sentence.write().words("Figures: ");
        for (int i = 0; i < view.measures().size(); i++) {
            figure(sentence, view.measures().get(i), i);
            sentence.words(" · ");
        }
        return sentence.mark(MORE, "+").done();
    }

    private static void figure(Sentence.Writer sentence, Figure figure, int at) {
        sentence.mark("figure/" + at, FigureWords.of(figure.measure()))
                .words(" as ")
                .typed("label/" + at, figure.label());
        if (!figure.unit().isEmpty()) {
            sentence.words(", in ").typed("unit/" + at, figure.unit());
        }
    }

    @Override
    public Sentence bars(View.Bars view) {
        return grouped("Bars", view, view.measures().get(0), view.groupBy());
    }

    @Override
    public Sentence line(View.Line view) {
        return grouped("Line", view, view.measures().get(0), view.by());
    }

    private static Sentence grouped(String kind, View view, Figure figure, String by) {
        return Sentence.write()
                .words(kind + " of the ")
                .mark("figure/0", FigureWords.of(figure.measure()))
                .words(" by ")
                .mark(BY, inWords(by))
                .words(", called ")
                .typed(TITLE, view.title().isEmpty() ? "nothing" : view.title())
                .done();
    }

    /** {@code departed_at:month} as "month of departed at". */
    static String inWords(String groupBy) {
        Wanted.Key key = Wanted.Key.read(groupBy);
        String column = key.column().replace('_', ' ');
        return key.part()
                .map(part -> part.name().toLowerCase(Locale.ROOT) + " of " + column)
                .orElse(column);
    }

    @Override
    public Sentence table(View.Table view) {
        Sentence.Writer sentence = Sentence.write()
                .words("Table called ")
                .typed(TITLE, view.title().isEmpty() ? "nothing" : view.title());
        columns(sentence, view.columns());
        sentence.words("; ")
                .mark(
                        LIMIT,
                        view.limitParameter()
                                .map(name -> "as many rows as :" + name)
                                .orElse("every row"));
        return sentence.done();
    }

    private static void columns(Sentence.Writer sentence, List<ColumnWords> columns) {
        for (int i = 0; i < columns.size(); i++) {
            sentence.words(i == 0 ? " with columns " : ", ")
                    .typed("label/" + i, columns.get(i).label());
        }
    }
}
