package plainsieve.core.hardcoded;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.hardcoded.HardCodedValueFinder.Candidate;
import plainsieve.core.hardcoded.HardCodedValueFinder.Piece;
import plainsieve.core.hardcoded.HardCodedValueFinder.Replaced;
import plainsieve.core.parameter.ValueCoverage;
import plainsieve.core.sql.Comparison;
import plainsieve.core.sql.lexer.Identifiers;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.sql.lexer.Tokens;
import plainsieve.core.value.Type;

/**
 * The amount of an interval in one unit. Intervals with several units or a fraction are not converted, nor those that are already
 * multiplied.
 *
 * <pre>
 * now() - interval '3 days'        now() - (:days * interval '1 day')
 * now() - interval '3' month       now() - (:months * interval '1 month')
 * now() - interval 3 month         now() - interval :months month              MariaDB
 * </pre>
 */
final class IntervalLiteral {
    private static final Pattern AMOUNT_AND_UNIT = Pattern.compile("(\\d{1,9})(?:\\s+([a-z]+))?");
    private static final Pattern UNIT = Pattern.compile("(second|minute|hour|day|week|month|quarter|year)s?");

    private final Tokens tokens;
    private final Dialect dialect;

    IntervalLiteral(Tokens tokens, Dialect dialect) {
        this.tokens = tokens;
        this.dialect = dialect;
    }

    /** The interval literal at this keyword. */
    Optional<Candidate> at(int word) {
        int amount = word + 1;
        boolean literal = tokens.is(amount, TokenKind.STRING) || tokens.is(amount, TokenKind.NUMBER);
        boolean unitOfAProduct = tokens.isSymbol(word - 1, "*");
        if (!tokens.isWord(word, "interval") || !literal || unitOfAProduct) {
            return Optional.empty();
        }
        Matcher inside =
                AMOUNT_AND_UNIT.matcher(Identifiers.bare(tokens.written(amount)).toLowerCase(Locale.ROOT));
        if (!inside.matches()) {
            return Optional.empty();
        }
        boolean apart = inside.group(2) == null;
        Optional<String> unit = apart ? unit(written(amount + 1)) : unit(inside.group(2));
        boolean more = apart && tokens.isWord(amount + 2, "to");
        return unit.filter(one -> !more && !isEndOfDay(word, one, inside.group(1)))
                .map(one -> found(one, inside.group(1), new Span(word, apart ? amount + 2 : amount + 1)));
    }

    /** {@code < :to + interval '1 day'} includes the last day of a range; the day is no value of anyone's choice. */
    private boolean isEndOfDay(int word, String unit, String amount) {
        boolean toParameter = tokens.isSymbol(word - 1, "+") && tokens.is(word - 2, TokenKind.PARAMETER);
        return toParameter && unit.equals("day") && amount.equals("1");
    }

    private String written(int at) {
        return tokens.is(at, TokenKind.WORD) ? tokens.written(at).toLowerCase(Locale.ROOT) : "";
    }

    private static Optional<String> unit(String word) {
        Matcher unit = UNIT.matcher(word);
        return unit.matches() ? Optional.of(unit.group(1)) : Optional.empty();
    }

    private Candidate found(String unit, String amount, Span span) {
        HardCodedValue.Placeholder placeholder =
                new HardCodedValue.Placeholder(unit + "s", Type.INTEGER, false, ValueCoverage.ITSELF, List.of(amount));
        Piece piece = new Piece(placeholder, new Replaced(span, dialect.interval("%s", unit)), Optional.empty());
        return new Candidate(HardCodedValue.Kind.WITHIN, Optional.empty(), Comparison.Kind.OTHER, List.of(piece));
    }
}
