package plainsieve.core.sentence;

import java.util.ArrayList;
import java.util.List;

/** A definition as text with editable marks. */
public record Sentence(List<Piece> pieces) {
    public Sentence {
        pieces = List.copyOf(pieces);
    }

    /** A piece of a sentence. */
    public sealed interface Piece {
        String text();
    }

    /** Plain text. */
    public record Words(String text) implements Piece {}

    /**
     * Editable text.
     *
     * @param id the property it represents, within the subject of the sentence
     * @param typed the initial text of the field: the property itself, if its display text differs
     */
    public record Mark(String id, String text, EditKind way, String typed) implements Piece {}

    /** How a mark is edited. */
    public enum EditKind {
        /** By selecting an option. */
        TAKEN,
        /** They are typed. */
        TYPED,
        /** They are typed, on several lines. */
        LINES,
        /** By selecting an option or typing. */
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

        /** Adds a mark with options. */
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

        /** Adds a mark with options or typed text. */
        public Writer either(String id, String text) {
            return either(id, text, text);
        }

        /** Adds a mark with options or typed text whose initial text differs from the display text. */
        public Writer either(String id, String text, String typed) {
            pieces.add(new Mark(id, text, EditKind.EITHER, typed));
            return this;
        }

        /** Adds a mark. */
        public Writer piece(Mark mark) {
            pieces.add(mark);
            return this;
        }

        public Sentence done() {
            return new Sentence(pieces);
        }
    }
}
