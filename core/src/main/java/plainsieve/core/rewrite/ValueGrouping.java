package plainsieve.core.rewrite;

import java.math.BigDecimal;
import java.util.Optional;
import java.util.regex.Pattern;
import plainsieve.core.dialect.DatePart;
import plainsieve.core.dialect.Dialect;

/** How the values of a column are grouped. */
public sealed interface ValueGrouping {
    /** As it follows the colon of a key: {@code month}, {@code 10}. */
    String word();

    /** The grouped value, as SQL. */
    String of(String expression, Dialect dialect);

    /** A part of days and times. */
    record ByDatePart(DatePart part) implements ValueGrouping {
        @Override
        public String word() {
            return part.word();
        }

        @Override
        public String of(String expression, Dialect dialect) {
            return dialect.part(part, expression);
        }
    }

    /** Bands of numbers, each named by its lower end. @param width of each band, more than 0 */
    record NumericBands(BigDecimal width) implements ValueGrouping {
        private static final Pattern WRITTEN = Pattern.compile("\\d{1,12}(?:\\.\\d{1,6})?");

        @Override
        public String word() {
            return width.toPlainString();
        }

        @Override
        public String of(String expression, Dialect dialect) {
            return dialect.band(width, expression);
        }

        private static Optional<ValueGrouping> read(String word) {
            return Optional.of(word)
                    .filter(text -> WRITTEN.matcher(text).matches())
                    .map(BigDecimal::new)
                    .filter(width -> width.signum() > 0)
                    .map(NumericBands::new);
        }
    }

    /** Parses {@code month} and the like, and the width of bands; empty for other text. */
    static Optional<ValueGrouping> ofWord(String word) {
        return DatePart.ofWord(word)
                .map(part -> (ValueGrouping) new ByDatePart(part))
                .or(() -> NumericBands.read(word));
    }
}
