package plainsieve.core.sentence;

import java.util.ArrayList;
import java.util.List;

/** A definition said in words, some of them marked: a mark can be changed where it is. */
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
     * @param id which property they represent, within the thing that the sentence is about
     * @param typed the initial text of the field: the property itself, where its words say more or less than it
     */
    public record Mark(String id, String text, EditKind way, String typed) implements Piece {}

    /** How other words come to be at a mark. */
    public enum EditKind {
        /** One of its offers is taken. */
        TAKEN,
        /** They are typed. */
        TYPED,
        /** They are typed, on several lines. */
        LINES,
        /** One of its offers is taken, or other words are typed. */
        EITHER
    }

    /** How it reads aloud. */
    public String text() {
        StringBuilder text = new StringBuilder();
        pieces.forEach(piece -> text.append(piece.text()));
        return text.toString();
    }

    public static Writer write() {
        return new Writer();
    }

    /** Puts a sentence together, piece by piece. */
    public static final class Writer {
        private final List<Piece> pieces = new ArrayList<>();

        private Writer() {}

        public Writer words(String text) {
            if (!text.isEmpty()) {
                pieces.add(new Words(text));
            }
            return this;
        }

        /** Words of which one is taken from what could be there. */
        public Writer mark(String id, String text) {
            pieces.add(new Mark(id, text, EditKind.TAKEN, ""));
            return this;
        }

        /** Words that are typed. */
        public Writer typed(String id, String text) {
            return typed(id, text, text);
        }

        /** Words that are typed, beginning with others than are read. */
        public Writer typed(String id, String text, String typed) {
            pieces.add(new Mark(id, text, EditKind.TYPED, typed));
            return this;
        }

        /** Lines that are typed. */
        public Writer lines(String id, String text, String typed) {
            pieces.add(new Mark(id, text, EditKind.LINES, typed));
            return this;
        }

        /** Words of which one is taken from what could be there, or typed. */
        public Writer either(String id, String text) {
            return either(id, text, text);
        }

        /** Words of which one is taken from what could be there, or typed, beginning with others than are read. */
        public Writer either(String id, String text, String typed) {
            pieces.add(new Mark(id, text, EditKind.EITHER, typed));
            return this;
        }

        /** A mark as it is. */
        public Writer piece(Mark mark) {
            pieces.add(mark);
            return this;
        }

        public Sentence done() {
            return new Sentence(pieces);
        }
    }
}
