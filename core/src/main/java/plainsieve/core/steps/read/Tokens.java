package plainsieve.core.steps.read;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import plainsieve.core.steps.step.At;
import plainsieve.core.value.Place;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;

/** Cuts a line into its words and signs. */
final class Tokens {
    private static final Pattern NEXT = Pattern.compile("\\s*(?:"
            + "(?<time>\\d{4,}-\\d{2}-\\d{2}(?:T\\d{2}:\\d{2}(?::\\d{2}(?:\\.\\d{1,9})?)?)?)(?![\\w:])"
            + "|(?<number>\\d+(?:\\.\\d+)?)(?![\\w.])"
            + "|:(?<parameter>[A-Za-z_]\\w*)"
            + "|'(?<text>(?:[^']|'')*)'"
            + "|\"(?<name>(?:[^\"]|\"\")+)\""
            + "|(?<word>[\\p{L}_][\\p{L}\\p{M}\\p{N}_$]*)"
            + "|(?<sign>[(),;:+\\-*/&.]))");

    private Tokens() {}

    /** The words and signs of a line, and its end. Throws {@link ProblemException} at what is none. */
    static List<Token> of(String line) {
        List<Token> tokens = new ArrayList<>();
        Matcher next = NEXT.matcher(line);
        int at = 0;
        while (at < line.length() && !line.substring(at).isBlank()) {
            next.region(at, line.length());
            if (!next.lookingAt()) {
                throw strange(line, at);
            }
            tokens.add(token(next));
            at = next.end();
        }
        tokens.add(new Token(Token.Kind.END, "", new At(line.length(), line.length())));
        return tokens;
    }

    private static Token token(Matcher found) {
        if (found.group("time") != null) {
            return token(found, "time", Token.Kind.TIME, 0);
        }
        if (found.group("number") != null) {
            return token(found, "number", Token.Kind.NUMBER, 0);
        }
        if (found.group("parameter") != null) {
            return token(found, "parameter", Token.Kind.PARAMETER, 1);
        }
        if (found.group("text") != null) {
            At at = new At(found.start("text") - 1, found.end());
            return new Token(Token.Kind.TEXT, found.group("text").replace("''", "'"), at);
        }
        if (found.group("name") != null) {
            At at = new At(found.start("name") - 1, found.end());
            return new Token(Token.Kind.NAME, found.group("name").replace("\"\"", "\""), at);
        }
        return found.group("word") != null
                ? token(found, "word", Token.Kind.WORD, 0)
                : token(found, "sign", Token.Kind.SIGN, 0);
    }

    private static Token token(Matcher found, String group, Token.Kind kind, int before) {
        return new Token(kind, found.group(group), new At(found.start(group) - before, found.end(group)));
    }

    private static ProblemException strange(String line, int from) {
        int at = from;
        while (Character.isWhitespace(line.charAt(at))) {
            at++;
        }
        char sign = line.charAt(at);
        boolean open = sign == '\'' || sign == '"';
        return new ProblemException(Problem.of(
                        "bad-step",
                        open ? "This %s is not closed.".formatted(sign) : "“%s” says nothing here.".formatted(sign),
                        open
                                ? "Write another %s at its end; one within it is written twice.".formatted(sign)
                                : "Put texts between '…' and odd names between \"…\".")
                .at(Place.in(line, at, line.length())));
    }
}
