package plainsieve.core.steps.parse;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import plainsieve.core.steps.model.LineSpan;
import plainsieve.core.value.Interruption;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.TextLocation;

/** Splits a step into tokens. */
final class StepLexer {
    private static final Pattern NEXT = Pattern.compile("(?:"
            + "(?<time>\\d{4,}-\\d{2}-\\d{2}(?:T\\d{2}:\\d{2}(?::\\d{2}(?:\\.\\d{1,9})?)?)?)(?![\\w:])"
            + "|(?<number>\\d+(?:\\.\\d+)?)(?![\\w.])"
            + "|:(?<parameter>[A-Za-z_]\\w*)"
            + "|(?<word>[\\p{L}_][\\p{L}\\p{M}\\p{N}_$]*)"
            + "|(?<sign><=|>=|<>|!=|==|\\|\\||[(),;:+\\-*/&.<>=]))");

    private StepLexer() {}

    /** Whether a text is a date or a date and time as steps write them. */
    static boolean isTime(String text) {
        Matcher whole = NEXT.matcher(text);
        return whole.matches() && whole.group("time") != null;
    }

    /** The tokens of a line, and its end. Throws {@link ProblemException} for invalid characters. */
    static List<StepToken> of(String line) {
        List<StepToken> tokens = new ArrayList<>();
        Matcher next = NEXT.matcher(line);
        int at = afterBlanks(line, 0);
        while (at < line.length()) {
            Interruption.check();
            StepToken token = token(line, at, next);
            tokens.add(token);
            at = afterBlanks(line, token.at().end());
        }
        tokens.add(new StepToken(StepToken.Kind.END, "", new LineSpan(line.length(), line.length())));
        return tokens;
    }

    private static int afterBlanks(String line, int from) {
        int at = from;
        while (at < line.length() && Character.isWhitespace(line.charAt(at))) {
            at++;
        }
        return at;
    }

    private static StepToken token(String line, int at, Matcher next) {
        char first = line.charAt(at);
        if (first == '\'' || first == '"') {
            return quoted(line, at, first);
        }
        next.region(at, line.length());
        if (!next.lookingAt()) {
            throw strange(line, at);
        }
        return token(next);
    }

    /** A text or a name in quotes, in which a quote is written twice. Not a regular expression: that would recurse per character. */
    private static StepToken quoted(String line, int start, char quote) {
        int end = line.indexOf(quote, start + 1);
        while (end >= 0 && end + 1 < line.length() && line.charAt(end + 1) == quote) {
            end = line.indexOf(quote, end + 2);
        }
        boolean isName = quote == '"';
        if (end < 0 || isName && end == start + 1) {
            throw strange(line, start);
        }
        String sign = String.valueOf(quote);
        String content = line.substring(start + 1, end).replace(sign + sign, sign);
        return new StepToken(isName ? StepToken.Kind.NAME : StepToken.Kind.TEXT, content, new LineSpan(start, end + 1));
    }

    private static StepToken token(Matcher found) {
        if (found.group("time") != null) {
            return token(found, "time", StepToken.Kind.TIME, 0);
        }
        if (found.group("number") != null) {
            return token(found, "number", StepToken.Kind.NUMBER, 0);
        }
        if (found.group("parameter") != null) {
            return token(found, "parameter", StepToken.Kind.PARAMETER, 1);
        }
        return found.group("word") != null
                ? token(found, "word", StepToken.Kind.WORD, 0)
                : token(found, "sign", StepToken.Kind.SIGN, 0);
    }

    private static StepToken token(Matcher found, String group, StepToken.Kind kind, int before) {
        return new StepToken(kind, found.group(group), new LineSpan(found.start(group) - before, found.end(group)));
    }

    private static ProblemException strange(String line, int at) {
        char sign = line.charAt(at);
        boolean open = sign == '\'' || sign == '"';
        return new ProblemException(Problem.of(
                        ProblemKind.INVALID_STEP,
                        open ? "This %s is not closed.".formatted(sign) : "Unexpected “%s”.".formatted(sign),
                        open
                                ? "Add a closing %s; write it twice inside the text.".formatted(sign)
                                : "Quote texts as '…' and unusual names as \"…\".")
                .at(TextLocation.of(line, at, line.length())));
    }
}
