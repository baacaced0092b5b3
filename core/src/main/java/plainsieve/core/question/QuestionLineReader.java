package plainsieve.core.question;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.TextLocation;

/** Reads the notation of question lines from left to right. */
final class QuestionLineReader {
    private static final Pattern MARK =
            Pattern.compile("\\{([A-Za-z][A-Za-z0-9_]*)(?:\\.\\.([A-Za-z][A-Za-z0-9_]*))?\\}");

    private final String text;
    private int at;

    QuestionLineReader(String text) {
        this.text = text;
    }

    QuestionLine read() {
        List<QuestionLine.Element> parts = parts(false);
        if (at < text.length()) {
            throw stray();
        }
        return new QuestionLine(parts);
    }

    private List<QuestionLine.Element> parts(boolean inside) {
        List<QuestionLine.Element> parts = new ArrayList<>();
        StringBuilder plain = new StringBuilder();
        while (at < text.length()) {
            char c = text.charAt(at);
            // Inside a part that may go, ] always closes it: parts may end together.
            if (c == ']' && inside) {
                break;
            }
            if ("{}[]".indexOf(c) < 0 || isDoubled(c)) {
                plain.append(c);
                at += "{}[]".indexOf(c) < 0 ? 1 : 2;
                continue;
            }
            flush(plain, parts);
            parts.add(bracketed(c));
        }
        flush(plain, parts);
        return parts;
    }

    private boolean isDoubled(char c) {
        return at + 1 < text.length() && text.charAt(at + 1) == c;
    }

    private static void flush(StringBuilder plain, List<QuestionLine.Element> parts) {
        if (!plain.isEmpty()) {
            parts.add(new QuestionLine.Text(plain.toString()));
            plain.setLength(0);
        }
    }

    private QuestionLine.Element bracketed(char c) {
        return switch (c) {
            case '{' -> mark();
            case '[' -> optional();
            default -> throw stray();
        };
    }

    private QuestionLine.Mark mark() {
        Matcher matcher = MARK.matcher(text).region(at, text.length());
        if (!matcher.lookingAt()) {
            throw QuestionLine.open(text, at, "{name}");
        }
        at = matcher.end();
        return new QuestionLine.Mark(
                matcher.group(2) == null ? List.of(matcher.group(1)) : List.of(matcher.group(1), matcher.group(2)));
    }

    private QuestionLine.Optional optional() {
        int open = at++;
        List<QuestionLine.Element> parts = parts(true);
        if (at >= text.length()) {
            throw QuestionLine.open(text, open, "]");
        }
        at++;
        return new QuestionLine.Optional(parts);
    }

    private ProblemException stray() {
        return new ProblemException(Problem.of(
                        ProblemKind.INVALID_QUESTION_LINE,
                        "The question line has an extra closing bracket.",
                        "Remove it, or double it to show it.")
                .at(TextLocation.of(text, at, at + 1)));
    }
}
