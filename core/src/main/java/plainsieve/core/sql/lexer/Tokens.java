package plainsieve.core.sql.lexer;

import java.util.Arrays;
import plainsieve.core.value.Interruption;
import plainsieve.core.value.LineIndex;
import plainsieve.core.value.TextLocation;

/** The tokens of one text, in order. Stored in arrays, because a long query has many and all of them are visited. */
public final class Tokens {
    /** The average length of a token with the blanks before it, used to size arrays. */
    private static final int USUAL_LENGTH = 5;

    private static final int ROOM = 16;

    private static final char LAST_OF_ASCII = 0x7F;

    /** The bit that distinguishes lower from upper case in ASCII. */
    private static final char SMALL = 0x20;

    private final String text;
    private TokenKind[] kinds;
    private int[] starts;
    private int[] ends;
    private int size;
    /** Computed on first use; concurrent computations have equal results. */
    private volatile LineIndex lineIndex;

    Tokens(String text) {
        this.text = text;
        int expected = text.length() / USUAL_LENGTH + ROOM;
        this.kinds = new TokenKind[expected];
        this.starts = new int[expected];
        this.ends = new int[expected];
    }

    void add(TokenKind kind, int start, int end) {
        Interruption.check();
        if (size == kinds.length) {
            kinds = Arrays.copyOf(kinds, size * 2);
            starts = Arrays.copyOf(starts, size * 2);
            ends = Arrays.copyOf(ends, size * 2);
        }
        kinds[size] = kind;
        starts[size] = start;
        ends[size] = end;
        size++;
    }

    public String text() {
        return text;
    }

    public int size() {
        return size;
    }

    public TokenKind kind(int index) {
        return kinds[index];
    }

    /** Whether the token at the index is of this kind; false out of bounds. */
    public boolean is(int index, TokenKind kind) {
        return index >= 0 && index < size && kinds[index] == kind;
    }

    public int start(int index) {
        return starts[index];
    }

    public int end(int index) {
        return ends[index];
    }

    /** The token as written. */
    public String written(int index) {
        return text.substring(starts[index], ends[index]);
    }

    /** Whether the token at the index is this unquoted word, ignoring case; false out of bounds. */
    public boolean isWord(int index, String word) {
        Interruption.check();
        return is(index, TokenKind.WORD) && matches(index, word);
    }

    /** Whether the token at the index is this symbol; false outside the text. */
    public boolean isSymbol(int index, String symbol) {
        Interruption.check();
        return is(index, TokenKind.SYMBOL) && matches(index, symbol);
    }

    /** Whether the token opens or closes with this character. */
    public boolean isBracket(int index, char bracket) {
        return index >= 0
                && index < size
                && (kinds[index] == TokenKind.OPEN || kinds[index] == TokenKind.CLOSE)
                && text.charAt(starts[index]) == bracket;
    }

    /** Whether the token equals a token of another text exactly. */
    public boolean isWrittenAs(int index, Tokens other, int its) {
        int length = ends[index] - starts[index];
        return kinds[index] == other.kinds[its]
                && length == other.ends[its] - other.starts[its]
                && text.regionMatches(starts[index], other.text, other.starts[its], length);
    }

    /** Whether two ranges of tokens are equal, ignoring blanks, comments and the case of words. */
    public boolean sameText(Span one, Span other) {
        boolean same = one.length() == other.length();
        for (int i = 0; same && i < one.length(); i++) {
            int a = one.from() + i;
            int b = other.from() + i;
            int length = ends[a] - starts[a];
            same = kinds[a] == kinds[b]
                    && length == ends[b] - starts[b]
                    && text.regionMatches(kinds[a] == TokenKind.WORD, starts[a], text, starts[b], length);
        }
        return same;
    }

    /** The name of the parameter at the index, without its colon. */
    public String parameterName(int index) {
        return text.substring(starts[index] + 1, ends[index]);
    }

    public TextLocation place(int index) {
        return place(starts[index], ends[index]);
    }

    /** The location from one offset to another. */
    public TextLocation place(int start, int end) {
        LineIndex known = lineIndex;
        if (known == null) {
            known = LineIndex.of(text);
            lineIndex = known;
        }
        return known.place(start, end);
    }

    private boolean matches(int index, String word) {
        int start = starts[index];
        if (ends[index] - start != word.length() || !mayBeginWith(text.charAt(start), word)) {
            return false;
        }
        for (int i = 0; i < word.length(); i++) {
            char ours = text.charAt(start + i);
            char other = word.charAt(i);
            if (ours > LAST_OF_ASCII || other > LAST_OF_ASCII) {
                return text.regionMatches(true, start, word, 0, word.length());
            }
            if (ours != other && !areOneLetter(ours, other)) {
                return false;
            }
        }
        return true;
    }

    /** Excludes most words by their first character; equal letters differ in at most one ASCII bit. */
    private static boolean mayBeginWith(char ours, String word) {
        char other = word.charAt(0);
        return (ours ^ other) == 0 || (ours ^ other) == SMALL || ours > LAST_OF_ASCII || other > LAST_OF_ASCII;
    }

    private static boolean areOneLetter(char one, char other) {
        char small = (char) (one | SMALL);
        return small == (other | SMALL) && small >= 'a' && small <= 'z';
    }
}
