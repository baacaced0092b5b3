package plainsieve.core.sentence;

import java.util.List;
import plainsieve.core.value.ProblemException;
import plainsieve.core.view.ViewContent;

/** How one kind of view reads, what could stand at its marks, and what comes of taking it. */
interface ViewContentSentence {
    /** Says it, up to what it is called. */
    void say(Sentence.Writer sentence);

    /** What could stand at a mark of its own; at {@link MarkIds#MORE} what could be added. */
    List<MarkOption> offers(String mark);

    /** With something else at a mark of its own. Throws {@link ProblemException} when that cannot stand there. */
    ViewContent with(String mark, String taken);

    /** What a view of this kind is called that nobody called otherwise. */
    default String usualTitle() {
        return "";
    }

    static ViewContentSentence of(ViewContent shown, SentenceContext known) {
        return shown.accept(new ViewContent.Visitor<ViewContentSentence>() {
            @Override
            public ViewContentSentence figures(ViewContent.Figures figures) {
                return new FiguresSentence(figures, known);
            }

            @Override
            public ViewContentSentence bars(ViewContent.Bars bars) {
                return new BarsSentence(bars, known);
            }

            @Override
            public ViewContentSentence line(ViewContent.Line line) {
                return new LineSentence(line, known);
            }

            @Override
            public ViewContentSentence table(ViewContent.Table table) {
                return new TableSentence(table, known);
            }

            @Override
            public ViewContentSentence groups(ViewContent.Groups groups) {
                return new GroupsSentence(groups, known);
            }

            @Override
            public ViewContentSentence words(ViewContent.Words words) {
                return new WordsSentence(words);
            }
        });
    }
}
