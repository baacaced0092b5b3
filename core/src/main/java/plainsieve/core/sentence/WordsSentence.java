package plainsieve.core.sentence;

import java.util.List;
import plainsieve.core.question.QuestionLine;
import plainsieve.core.view.ViewContent;

/** "Text: [Fares are counted on the day of the crossing.]" */
record WordsSentence(ViewContent.Text words) implements ViewContentSentence {
    private static final String TEXT = "text";

    @Override
    public void write(Sentence.Writer sentence) {
        sentence.words("Text: ").typed(TEXT, words.text());
    }

    @Override
    public List<MarkOption> offers(String mark) {
        return List.of();
    }

    @Override
    public ViewContent with(String mark, String taken) {
        if (!mark.equals(TEXT)) {
            throw MarkIds.unknown(mark);
        }
        QuestionLine.read(taken);
        return new ViewContent.Text(taken.strip());
    }
}
