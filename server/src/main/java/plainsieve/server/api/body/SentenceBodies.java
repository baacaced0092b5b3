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
     * @param typed whether other words can be typed
     * @param offered whether one can be taken of what is offered
     * @param lines whether what is typed has several lines
     * @param begins what typing begins with
     */
    public record PieceBody(String text, String mark, boolean typed, boolean offered, boolean lines, String begins) {
        static PieceBody of(Sentence.Piece piece) {
            if (!(piece instanceof Sentence.Mark mark)) {
                return new PieceBody(piece.text(), "", false, false, false, "");
            }
            boolean lines = mark.way() == Sentence.EditKind.LINES;
            boolean offered = mark.way() == Sentence.EditKind.TAKEN || mark.way() == Sentence.EditKind.EITHER;
            return new PieceBody(
                    mark.text(), mark.id(), mark.way() != Sentence.EditKind.TAKEN, offered, lines, mark.typed());
        }
    }

    public static List<PieceBody> pieces(Sentence sentence) {
        return sentence.pieces().stream().map(PieceBody::of).toList();
    }

    /** An option of a mark. @param reason why it is unavailable; empty if it is available */
    public record OfferBody(String id, String words, String note, String reason) {
        public static OfferBody of(MarkOption option) {
            return new OfferBody(option.id(), option.words(), option.note(), option.reason());
        }
    }
}
