package plainsieve.core.value;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.time.format.DateTimeFormatterBuilder;
import java.time.temporal.ChronoField;
import java.util.Locale;
import java.util.Optional;

/** One typed value. Text becomes a value once, in {@link ValueReader}; after that nothing is parsed again. */
public sealed interface Value {
    Type type();

    /** The value as links and files carry it: ISO 8601 for dates, plain decimals, the text itself. */
    String written();

    record Text(String text) implements Value {
        @Override
        public Type type() {
            return Type.TEXT;
        }

        @Override
        public String written() {
            return text;
        }
    }

    record Whole(long number) implements Value {
        @Override
        public Type type() {
            return Type.INTEGER;
        }

        @Override
        public String written() {
            return Long.toString(number);
        }
    }

    record Decimal(BigDecimal number) implements Value {
        @Override
        public Type type() {
            return Type.DECIMAL;
        }

        @Override
        public String written() {
            return number.toPlainString();
        }
    }

    record Day(LocalDate date) implements Value {
        @Override
        public Type type() {
            return Type.DATE;
        }

        @Override
        public String written() {
            return date.toString();
        }
    }

    /**
     * A date and time.
     *
     * @param offset from UTC for timestamps with time zone; empty for local timestamps
     */
    record Moment(LocalDateTime dateTime, Optional<ZoneOffset> offset) implements Value {
        private static final DateTimeFormatter IN_SQL = new DateTimeFormatterBuilder()
                .appendPattern("uuuu-MM-dd HH:mm:ss")
                .appendFraction(ChronoField.NANO_OF_SECOND, 0, 9, true)
                .toFormatter(Locale.ROOT);
        private static final DateTimeFormatter OFFSET = DateTimeFormatter.ofPattern("xxx", Locale.ROOT);

        public Moment(LocalDateTime dateTime) {
            this(dateTime, Optional.empty());
        }

        public static Moment of(OffsetDateTime point) {
            return new Moment(point.toLocalDateTime(), Optional.of(point.getOffset()));
        }

        /** As databases without a type for it keep it as text: {@code 2026-03-31 14:05:00}, {@code … 14:05:00+02:00}. */
        public String inSql() {
            return inSql("");
        }

        /** The SQL text with a separator between the time and its offset, if it has one. */
        public String inSql(String between) {
            return IN_SQL.format(dateTime)
                    + offset.map(told -> between + OFFSET.format(told)).orElse("");
        }

        @Override
        public Type type() {
            return Type.DATETIME;
        }

        @Override
        public String written() {
            return dateTime + offset.map(ZoneOffset::getId).orElse("");
        }
    }

    record Truth(boolean truth) implements Value {
        @Override
        public Type type() {
            return Type.BOOLEAN;
        }

        @Override
        public String written() {
            return Boolean.toString(truth);
        }
    }

    record Name(String name) implements Value {
        @Override
        public Type type() {
            return Type.NAME;
        }

        @Override
        public String written() {
            return name;
        }
    }
}
