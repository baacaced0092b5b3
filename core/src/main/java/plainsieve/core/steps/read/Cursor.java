package plainsieve.core.steps.read;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import plainsieve.core.sql.TextEdit;
import plainsieve.core.steps.step.At;
import plainsieve.core.steps.step.Step;
import plainsieve.core.value.Place;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;

/** Goes through the words of a line, and remembers what it met: the marks, what has to be mended, and what could come next. */
final class Cursor {
    private final String line;
    private final List<Token> tokens;
    private final Scope scope;
    /* The word that is being typed: the last one, or the one that would follow a blank. */
    private final int typed;
    private final List<Mark> marks = new ArrayList<>();
    private final List<TextEdit> mends = new ArrayList<>();
    private final Set<Wanted> wanted = new LinkedHashSet<>();
    private int next;

    Cursor(String line, Scope scope) {
        this.line = line;
        this.tokens = Tokens.of(line);
        this.scope = scope;
        boolean between = line.isEmpty() || Character.isWhitespace(line.charAt(line.length() - 1));
        Token last = tokens.get(Math.max(tokens.size() - 2, 0));
        // A colon is the beginning of a parameter.
        boolean inWord = !between && tokens.size() > 1 && (last.kind() != Token.Kind.SIGN || last.isSign(":"));
        this.typed = inWord ? tokens.size() - 2 : tokens.size() - 1;
    }

    Scope scope() {
        return scope;
    }

    List<Mark> marks() {
        return marks;
    }

    List<TextEdit> mends() {
        return mends;
    }

    Set<Wanted> wanted() {
        return wanted;
    }

    Token peek() {
        return tokens.get(next);
    }

    Token peek(int further) {
        return tokens.get(Math.min(next + further, tokens.size() - 1));
    }

    Token take() {
        Token token = peek();
        if (token.kind() != Token.Kind.END) {
            next++;
        }
        return token;
    }

    boolean isAtEnd() {
        return peek().kind() == Token.Kind.END;
    }

    String text(At at) {
        return line.substring(at.start(), at.end());
    }

    /** The last word that was taken. */
    At last() {
        return tokens.get(next - 1).at();
    }

    /** Where the next word stands. */
    int start() {
        return peek().at().start();
    }

    /** Notes what could stand at the next word, if that is the one being typed. */
    void wants(Wanted.Kind kind, String words) {
        if (next == typed) {
            wanted.add(new Wanted(kind, words));
        }
    }

    /** Whether these words come next; a word may be written in any case. */
    boolean sees(String words) {
        String[] each = words.split(" ");
        for (int i = 0; i < each.length; i++) {
            if (next + i == typed) {
                wanted.add(new Wanted(
                        Wanted.Kind.WORDS, String.join(" ", List.of(each).subList(i, each.length))));
            }
            Token token = peek(i);
            if (!token.isWord(each[i]) && !token.isSign(each[i])) {
                return false;
            }
        }
        return true;
    }

    /** Takes these words, if they come next. */
    boolean takes(String words) {
        if (!sees(words)) {
            return false;
        }
        next += words.split(" ").length;
        return true;
    }

    /** Takes these words, which must come next. */
    At must(String words) {
        int start = start();
        if (!takes(words)) {
            throw wrong("“%s” is missing here.".formatted(words), "Write it, and what follows it.");
        }
        return new At(start, last().end());
    }

    /** A name: one word, or any characters between {@code "…"}. */
    Step.Name name(String what) {
        Token token = peek();
        if (!token.isName()) {
            throw wrong("%s is missing here.".formatted(what), "Write its name; odd ones stand between \"…\".");
        }
        next++;
        return new Step.Name(token.text(), token.at());
    }

    void mark(Mark mark) {
        marks.add(mark);
    }

    /** Something that has to be written otherwise. */
    void mend(At at, String otherwise) {
        mends.add(new TextEdit(at.start(), at.end(), otherwise));
    }

    ProblemException wrong(String message, String advice) {
        return wrong(peek().at(), message, advice);
    }

    ProblemException wrong(At at, String message, String advice) {
        return new ProblemException(
                Problem.of("bad-step", message, advice).at(Place.in(line, at.start(), Math.max(at.end(), at.start()))));
    }
}
