package plainsieve.sources.jdbc;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.LocalDate;

/**
 * Moments of one column of DuckDB in ISO 8601, from the microseconds that they are: as {@link java.time.LocalDateTime#toString}
 * writes them, in a quarter of its time, as rows that follow each other mostly are of the same day.
 */
final class DuckDbMoments implements CellReader {
    /** What the database says for a moment without an end; without a beginning it is as far away on the other side. */
    private static final long ENDLESS = Long.MAX_VALUE;

    private static final long MICROS_PER_SECOND = 1_000_000;
    private static final long MICROS_PER_DAY = 24 * 60 * 60 * MICROS_PER_SECOND;
    private static final int MICROS_PER_MILLI = 1_000;
    private static final int LONGEST = "+294247-01-10T04:00:54.775807".length();

    private long lastDay = Long.MIN_VALUE;
    private String lastDayText = "";

    @Override
    public Object read(ResultSet rows, int index) throws SQLException {
        long micros = rows.getLong(index);
        if (micros == 0 && rows.wasNull()) {
            return null;
        }
        if (micros == ENDLESS) {
            return ColumnReading.INFINITY;
        }
        return micros == -ENDLESS ? "-" + ColumnReading.INFINITY : written(micros);
    }

    private String written(long micros) {
        long ofDay = Math.floorMod(micros, MICROS_PER_DAY);
        int seconds = (int) (ofDay / MICROS_PER_SECOND);
        int fraction = (int) (ofDay % MICROS_PER_SECOND);
        StringBuilder text = new StringBuilder(LONGEST).append(day(Math.floorDiv(micros, MICROS_PER_DAY)));
        digits(text.append('T'), seconds / 3600, 2);
        digits(text.append(':'), seconds / 60 % 60, 2);
        if (seconds % 60 > 0 || fraction > 0) {
            digits(text.append(':'), seconds % 60, 2);
        }
        if (fraction % MICROS_PER_MILLI > 0) {
            digits(text.append('.'), fraction, 6);
        } else if (fraction > 0) {
            digits(text.append('.'), fraction / MICROS_PER_MILLI, 3);
        }
        return text.toString();
    }

    private String day(long day) {
        if (day != lastDay) {
            lastDayText = LocalDate.ofEpochDay(day).toString();
            lastDay = day;
        }
        return lastDayText;
    }

    private static void digits(StringBuilder text, int number, int count) {
        int unit = 1;
        for (int i = 1; i < count; i++) {
            unit *= 10;
        }
        for (; unit > 0; unit /= 10) {
            text.append((char) ('0' + number / unit % 10));
        }
    }
}
