package plainsieve.core.sentence;

import java.util.ArrayList;
import java.util.List;

/** A definition said in words, some of them marked: a mark can be changed where it stands. */
public record Sentence(List<Piece> pieces) {
    public Sentence {
        pieces = List.copyOf(pieces);
    }

    /** A piece of a sentence. */
    public sealed interface Piece {
        String text();
    }

    /** Words that only say something. */
    public record Words(String text) implements Piece {}

    /**
     * Words that can be changed.
     *
     * @param id which property they stand for, within the thing that the sentence is about
     */
    public record Mark(String id, String text, Way way) implements Piece {}

    /** How other words come to stand at a mark. */
    public enum Way {
        /** One of its offers is taken. */
        TAKEN,
        /** They are typed. */
        TYPED,
        /** One of its offers is taken, or other words are typed. */
        EITHER
    }

    /** How it reads aloud. */
    public String text() {
        StringBuilder text = new StringBuilder();
        pieces.forEach(piece -> text.append(piece.text()));
        return text.toString();
    }

    static Writer write() {
        return new Writer();
    }

    /** Puts a sentence together, piece by piece. */
    static final class Writer {
        private final List<Piece> pieces = new ArrayList<>();

        Writer words(String text) {
            pieces.add(new Words(text));
            return this;
        }

        /** Words of which one is taken from what could stand there. */
        Writer mark(String id, String text) {
            pieces.add(new Mark(id, text, Way.TAKEN));
            return this;
        }

        /** Words that are typed. */
        Writer typed(String id, String text) {
            pieces.add(new Mark(id, text, Way.TYPED));
            return this;
        }

        /** Words of which one is taken from what could stand there, or typed. */
        Writer either(String id, String text) {
            pieces.add(new Mark(id, text, Way.EITHER));
            return this;
        }

        Sentence done() {
            return new Sentence(pieces);
        }
    }
}
