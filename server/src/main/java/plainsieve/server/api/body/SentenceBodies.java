package plainsieve.server.api.body;

import java.util.List;
import plainsieve.core.sentence.MarkOption;
import plainsieve.core.sentence.Sentence;

/** Sentences whose marks are changed, on the wire. */
public final class SentenceBodies {
    private SentenceBodies() {}

    /**
     * A piece of a sentence.
     *
     * @param mark which property it represents; empty when it cannot be changed
     * @param editable whether other words can be typed
     * @param hasOptions whether one can be taken of what is offered
     * @param multiline whether what is typed has several lines
     * @param initialText what typing begins with
     */
    public record SentencePart(
            String text, String mark, boolean editable, boolean hasOptions, boolean multiline, String initialText) {
        static SentencePart of(Sentence.Piece piece) {
            if (!(piece instanceof Sentence.Mark mark)) {
                return new SentencePart(piece.text(), "", false, false, false, "");
            }
            boolean lines = mark.way() == Sentence.EditKind.LINES;
            boolean offered = mark.way() == Sentence.EditKind.TAKEN || mark.way() == Sentence.EditKind.EITHER;
            return new SentencePart(
                    mark.text(), mark.id(), mark.way() != Sentence.EditKind.TAKEN, offered, lines, mark.typed());
        }
    }

    public static List<SentencePart> pieces(Sentence sentence) {
        return sentence.pieces().stream().map(SentencePart::of).toList();
    }

    /** An option of a mark. @param reason why it is unavailable; empty if it is available */
    public record OptionBody(String id, String label, String note, String reason) {
        public static OptionBody of(MarkOption option) {
            return new OptionBody(option.id(), option.label(), option.note(), option.reason());
        }
    }
}
