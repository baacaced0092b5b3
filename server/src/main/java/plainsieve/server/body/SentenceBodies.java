package plainsieve.server.body;

import java.util.List;
import plainsieve.core.sentence.MarkOption;
import plainsieve.core.sentence.Sentence;

/** Editable sentences on the wire. */
public final class SentenceBodies {
    private SentenceBodies() {}

    /**
     * A part of a sentence.
     *
     * @param mark the property it represents; empty for fixed text
     * @param editable whether text can be typed
     * @param hasOptions whether there are options
     * @param multiline whether the typed text has several lines
     * @param initialText the initial text of the field
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
