package plainsieve.core.sentence;

import java.util.List;
import plainsieve.core.value.ProblemException;
import plainsieve.core.view.Shown;

/** How one kind of view reads, what could stand at its marks, and what comes of taking it. */
interface ShownSentence {
    /** Says it, up to what it is called. */
    void say(Sentence.Writer sentence);

    /** What could stand at a mark of its own; at {@link MarkIds#MORE} what could be added. */
    List<Offer> offers(String mark);

    /** With something else at a mark of its own. Throws {@link ProblemException} when that cannot stand there. */
    Shown with(String mark, String taken);

    /** What a view of this kind is called that nobody called otherwise. */
    default String usualTitle() {
        return "";
    }

    static ShownSentence of(Shown shown, Known known) {
        return shown.accept(new Shown.Visitor<ShownSentence>() {
            @Override
            public ShownSentence figures(Shown.Figures figures) {
                return new FiguresSentence(figures, known);
            }

            @Override
            public ShownSentence bars(Shown.Bars bars) {
                return new BarsSentence(bars, known);
            }

            @Override
            public ShownSentence line(Shown.Line line) {
                return new LineSentence(line, known);
            }

            @Override
            public ShownSentence table(Shown.Table table) {
                return new TableSentence(table, known);
            }

            @Override
            public ShownSentence groups(Shown.Groups groups) {
                return new GroupsSentence(groups, known);
            }

            @Override
            public ShownSentence words(Shown.Words words) {
                return new WordsSentence(words);
            }
        });
    }
}
