package plainsieve.core.sentence;

import java.util.List;
import plainsieve.core.value.ProblemException;
import plainsieve.core.view.ViewContent;

/** The sentence of one kind of view: its text, the options of its marks, and the result of choosing one. */
interface ViewContentSentence {
    /** Writes the sentence up to the title. */
    void write(Sentence.Writer sentence);

    /** The options of a mark; for {@link MarkIds#MORE} the views that can be added. */
    List<MarkOption> offers(String mark);

    /** Changes a mark of this kind. Throws {@link ProblemException} for an invalid option. */
    ViewContent with(String mark, String taken);

    /** The default title of a view of this kind. */
    default String usualTitle() {
        return "";
    }

    static ViewContentSentence of(ViewContent content, SentenceContext sentenceContext) {
        return content.accept(new ViewContent.Visitor<ViewContentSentence>() {
            @Override
            public ViewContentSentence figures(ViewContent.Figures figures) {
                return new FiguresSentence(figures, sentenceContext);
            }

            @Override
            public ViewContentSentence bars(ViewContent.Bars bars) {
                return new BarsSentence(bars, sentenceContext);
            }

            @Override
            public ViewContentSentence line(ViewContent.Line line) {
                return new LineSentence(line, sentenceContext);
            }

            @Override
            public ViewContentSentence table(ViewContent.Table table) {
                return new TableSentence(table, sentenceContext);
            }

            @Override
            public ViewContentSentence groups(ViewContent.Groups groups) {
                return new GroupsSentence(groups, sentenceContext);
            }

            @Override
            public ViewContentSentence words(ViewContent.Text words) {
                return new WordsSentence(words);
            }
        });
    }
}
