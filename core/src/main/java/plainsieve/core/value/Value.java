package plainsieve.core.value;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.format.DateTimeFormatter;
import java.time.format.DateTimeFormatterBuilder;
import java.time.temporal.ChronoField;
import java.util.Locale;

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

    record Moment(LocalDateTime dateTime) implements Value {
        private static final DateTimeFormatter IN_SQL = new DateTimeFormatterBuilder()
                .appendPattern("uuuu-MM-dd HH:mm:ss")
                .appendFraction(ChronoField.NANO_OF_SECOND, 0, 9, true)
                .toFormatter(Locale.ROOT);

        /** As databases without a type for it keep it as text: {@code 2026-03-31 14:05:00}. */
        public String inSql() {
            return IN_SQL.format(dateTime);
        }

        @Override
        public Type type() {
            return Type.DATETIME;
        }

        @Override
        public String written() {
            return dateTime.toString();
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
