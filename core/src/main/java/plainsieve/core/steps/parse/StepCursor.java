package plainsieve.core.steps.parse;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.sql.lexer.TextEdit;
import plainsieve.core.steps.model.LineSpan;
import plainsieve.core.steps.model.Step;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.TextLocation;

/** A cursor over the tokens of a step that records marks, corrections and expected tokens. */
final class StepCursor {
    private final String line;
    private final List<StepToken> tokens;
    private final StepScope scope;
    /* The index of the partial word: the last one, or the one after a trailing blank. */
    private final int typed;
    private final List<StepMark> marks = new ArrayList<>();
    private final List<TextEdit> corrections = new ArrayList<>();
    private final Set<Expectation> wanted = new LinkedHashSet<>();
    private int next;

    StepCursor(String line, StepScope scope) {
        this.line = line;
        this.tokens = StepLexer.of(line);
        this.scope = scope;
        boolean between = line.isEmpty() || Character.isWhitespace(line.charAt(line.length() - 1));
        StepToken last = tokens.get(Math.max(tokens.size() - 2, 0));
        // A colon is the beginning of a parameter.
        boolean inWord = !between && tokens.size() > 1 && (last.kind() != StepToken.Kind.SIGN || last.isSign(":"));
        this.typed = inWord ? tokens.size() - 2 : tokens.size() - 1;
    }

    StepScope scope() {
        return scope;
    }

    List<StepMark> marks() {
        return marks;
    }

    List<TextEdit> corrections() {
        return corrections;
    }

    Set<Expectation> expectations() {
        return wanted;
    }

    StepToken peek() {
        return tokens.get(next);
    }

    StepToken peek(int further) {
        return tokens.get(Math.min(next + further, tokens.size() - 1));
    }

    StepToken consume() {
        StepToken token = peek();
        if (token.kind() != StepToken.Kind.END) {
            next++;
        }
        return token;
    }

    boolean isAtEnd() {
        return peek().kind() == StepToken.Kind.END;
    }

    String text(LineSpan span) {
        return line.substring(span.start(), span.end());
    }

    /** The last consumed word. */
    LineSpan last() {
        return tokens.get(next - 1).at();
    }

    /** The offset of the next word. */
    int start() {
        return peek().at().start();
    }

    /** Records a possible token if the next word is the partial one. */
    void expect(Expectation.Kind kind, String words) {
        if (next == typed) {
            wanted.add(new Expectation(kind, words));
        }
    }

    /** Whether these words are next, ignoring case. */
    boolean isNext(String words) {
        String[] each = words.split(" ");
        for (int i = 0; i < each.length; i++) {
            if (next + i == typed) {
                wanted.add(new Expectation(
                        Expectation.Kind.WORDS, String.join(" ", List.of(each).subList(i, each.length))));
            }
            StepToken token = peek(i);
            if (!token.isWord(each[i]) && !token.isSign(each[i])) {
                return false;
            }
        }
        return true;
    }

    /** Consumes these words if they are next. */
    boolean consumeIf(String words) {
        if (!isNext(words)) {
            return false;
        }
        next += words.split(" ").length;
        return true;
    }

    /** Consumes these words or one of their synonyms, which is replaced. */
    boolean consumeIf(String words, List<String> synonyms) {
        return consumeIf(words) || takesSynonym(words, synonyms);
    }

    private boolean takesSynonym(String words, List<String> synonyms) {
        Optional<String> found = synonyms.stream().filter(this::matches).findFirst();
        found.ifPresent(synonym -> replace(synonym, words));
        return found.isPresent();
    }

    /** Consumes the next words and replaces them. */
    LineSpan replace(String words, String replacement) {
        int start = start();
        next += words.split(" ").length;
        LineSpan span = new LineSpan(start, last().end());
        correct(span, replacement);
        return span;
    }

    /** Like {@link #replace}, and removes the preceding blanks. */
    void replaceWords(String words, String replacement) {
        int start = start();
        next += words.split(" ").length;
        replaceWithBlanks(new LineSpan(start, last().end()), replacement);
    }

    /** Whether these words are next. Unlike {@link #sees}, they are not offered as a completion. */
    boolean matches(String words) {
        String[] each = words.split(" ");
        for (int i = 0; i < each.length; i++) {
            if (!peek(i).isWord(each[i]) && !peek(i).isSign(each[i])) {
                return false;
            }
        }
        return true;
    }

    /** Consumes these words, which are required. */
    LineSpan must(String words) {
        int start = start();
        if (!consumeIf(words)) {
            throw wrong("“%s” is missing here.".formatted(words), "Write it, and what follows it.");
        }
        return new LineSpan(start, last().end());
    }

    /** Consumes a comma between list items, but not the one before {@code adding}. */
    boolean takesSeparator() {
        return !peek(1).isWord("adding") && consumeIf(",");
    }

    /** A name: one word, or any characters between {@code "…"}. */
    Step.Name name(String what) {
        StepToken token = peek();
        if (!token.isName()) {
            throw wrong("%s is missing here.".formatted(what), "Write its name; quote unusual names as \"…\".");
        }
        next++;
        return new Step.Name(token.text(), token.at());
    }

    void mark(StepMark mark) {
        marks.add(mark);
    }

    /** Records a replacement that brings the line into its canonical form. */
    void correct(LineSpan span, String replacement) {
        corrections.add(new TextEdit(span.start(), span.end(), replacement));
    }

    /** Records words to insert, before any correction at the same position. */
    void insert(int at, String words) {
        corrections.add(0, TextEdit.insert(at, words));
    }

    /** Removes words and the preceding blanks. */
    void remove(LineSpan span) {
        replaceWithBlanks(span, "");
    }

    /** Like {@link #correct}, and removes the preceding blanks. */
    void replaceWithBlanks(LineSpan span, String replacement) {
        int start = span.start();
        while (start > 0 && Character.isWhitespace(line.charAt(start - 1))) {
            start--;
        }
        corrections.add(new TextEdit(start, span.end(), replacement));
    }

    /** Up to four of the next words, for an error message. */
    String phrase() {
        StringBuilder phrase = new StringBuilder();
        for (int i = 0; i < 4 && peek(i).kind() == StepToken.Kind.WORD; i++) {
            phrase.append(i == 0 ? "" : " ").append(peek(i).text());
        }
        return phrase.toString();
    }

    ProblemException wrong(String message, String advice) {
        return wrong(peek().at(), message, advice);
    }

    ProblemException wrong(LineSpan span, String message, String advice) {
        return new ProblemException(Problem.of(ProblemKind.INVALID_STEP, message, advice)
                .at(TextLocation.of(line, span.start(), Math.max(span.end(), span.start()))));
    }
}
