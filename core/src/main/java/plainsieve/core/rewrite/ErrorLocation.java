package plainsieve.core.rewrite;

import java.util.Optional;
import java.util.OptionalInt;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.federation.FederatedQueryText;
import plainsieve.core.federation.FederatedStatement;
import plainsieve.core.federation.SourcePart;
import plainsieve.core.request.RequestText;
import plainsieve.core.request.SentRequest;
import plainsieve.core.sql.lexer.Identifiers;
import plainsieve.core.sql.lexer.Lexer;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.sql.lexer.Tokens;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.TextLocation;

/**
 * Maps an error position in the statement to the author's text. Rewriting keeps the author's words, so the n-th occurrence of a
 * word in the statement is the n-th in the text; if a database reports only the word, the first occurrence is used.
 */
public final class ErrorLocation {
    private static final Pattern NAMED = Pattern.compile(
            "['\"`“]([^'\"`”]{1,200})['\"`”]|no such \\w+: (\\S+)|Table with name (\\S+)|Function with name (\\S+)");

    private ErrorLocation() {}

    /**
     * @param position in the statement, from 0, if the database reported it
     * @param message its message, which may contain the name
     */
    public static Optional<TextLocation> of(
            String author, Statement statement, OptionalInt position, String message, Dialect dialect) {
        if (FederatedQueryText.isOne(author)) {
            return ofSides(FederatedQueryText.read(author), statement, position, message);
        }
        try {
            Tokens text =
                    Lexer.scan(RequestText.sqlIn(author), dialect.syntax()).tokens();
            int front = SentRequest.isOne(statement.text())
                    ? SentRequest.of(statement).sqlStart()
                    : 0;
            return position.isPresent()
                    ? byPosition(text, statement.text().substring(front), position.getAsInt() - front)
                    : byName(text, message);
        } catch (ProblemException e) {
            return Optional.empty();
        }
    }

    /** In the part at the position; without a position, in the part that contains the name. */
    private static Optional<TextLocation> ofSides(
            FederatedQueryText author, Statement statement, OptionalInt position, String message) {
        FederatedStatement sent = FederatedStatement.of(statement);
        for (int i = 0; i < sent.parts().size(); i++) {
            SourcePart written = author.parts().get(i);
            SourcePart part = sent.parts().get(i).part();
            boolean within =
                    position.isPresent() && part.start() <= position.getAsInt() && position.getAsInt() <= part.end();
            if (within || position.isEmpty()) {
                OptionalInt inside = within ? OptionalInt.of(position.getAsInt() - part.start()) : OptionalInt.empty();
                Optional<TextLocation> place = of(
                                written.text(), sent.parts().get(i).statement(), inside, message, written.dialect())
                        .map(found -> TextLocation.of(
                                author.whole(), found.start() + written.start(), found.end() + written.start()));
                if (within || place.isPresent()) {
                    return place;
                }
            }
        }
        OptionalInt inside =
                position.isPresent() ? OptionalInt.of(position.getAsInt() - sent.localSqlStart()) : OptionalInt.empty();
        return of(author.localSql(), sent.localSql(), inside, message, Dialects.HERE)
                .map(found -> TextLocation.of(
                        author.whole(), found.start() + author.localSqlStart(), found.end() + author.localSqlStart()));
    }

    private static Optional<TextLocation> byPosition(Tokens author, String sent, int position) {
        String word = wordAt(sent, position);
        if (word.isEmpty()) {
            return Optional.empty();
        }
        int before = 0;
        for (int at = sent.indexOf(word); at >= 0 && at < position; at = sent.indexOf(word, at + 1)) {
            before += wordAt(sent, at).equals(word) ? 1 : 0;
        }
        Optional<TextLocation> last = Optional.empty();
        for (int i = 0; i < author.size(); i++) {
            if (author.written(i).equals(word)) {
                last = Optional.of(author.place(i));
                if (before-- == 0) {
                    return last;
                }
            }
        }
        return last;
    }

    private static String wordAt(String text, int start) {
        int end = start;
        while (end < text.length() && (Character.isLetterOrDigit(text.charAt(end)) || text.charAt(end) == '_')) {
            end++;
        }
        boolean begins = start == 0 || !Character.isLetterOrDigit(text.charAt(start - 1));
        return begins && start < text.length() ? text.substring(start, end) : "";
    }

    /** Of several names in the text, the longest is the most specific: a column rather than a table alias. */
    private static Optional<TextLocation> byName(Tokens author, String message) {
        Optional<TextLocation> best = Optional.empty();
        int longest = 0;
        Matcher named = NAMED.matcher(message);
        while (named.find()) {
            String whole = firstGroup(named).strip().split("\\s")[0].replaceAll("[!,;:.)]+$", "");
            String word = whole.substring(whole.lastIndexOf('.') + 1);
            Optional<TextLocation> place = first(author, word);
            if (place.isPresent() && word.length() > longest) {
                best = place;
                longest = word.length();
            }
        }
        return best;
    }

    private static String firstGroup(Matcher found) {
        for (int i = 1; i <= found.groupCount(); i++) {
            if (found.group(i) != null) {
                return found.group(i);
            }
        }
        return "";
    }

    private static Optional<TextLocation> first(Tokens author, String word) {
        for (int i = 0; i < author.size(); i++) {
            boolean name = author.is(i, TokenKind.WORD) || author.is(i, TokenKind.QUOTED_NAME);
            if (name && Identifiers.mayBeEqual(author.written(i), word)) {
                return Optional.of(author.place(i));
            }
        }
        return Optional.empty();
    }
}
