package plainsieve.sources;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.stream.Collectors;
import java.util.stream.LongStream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import plainsieve.core.statement.Statement;
import plainsieve.sources.jdbc.JdbcSource;

/** Timestamps and integers of DuckDB, read from their binary form. */
class DuckDbTimestampsTest {
    private static final ScheduledExecutorService CLOCK = Executors.newSingleThreadScheduledExecutor();
    private static final int MICROS = 1_000_000;
    private static final long DAY = 86_400L * MICROS;

    private static Source source;

    @BeforeAll
    static void open() throws Exception {
        source = new JdbcSource(TestDatabases.awkward("duckdb", (connection, kind) -> {}), CLOCK);
    }

    @AfterAll
    static void close() {
        source.close();
        CLOCK.shutdownNow();
    }

    private static List<Object> column(String text) {
        return TestDatabases.rows(source, new Statement(text, List.of(), List.of(), Statement.NO_CAP)).stream()
                .map(row -> row.get(0))
                .collect(Collectors.toCollection(ArrayList::new));
    }

    private static List<Object> moments(long... micros) {
        String values = LongStream.of(micros)
                .mapToObj(one -> "make_timestamp(" + one + "::bigint)")
                .collect(Collectors.joining(", "));
        return column("select unnest([%s])".formatted(values));
    }

    private static String byTheJdk(long micros) {
        return LocalDateTime.ofEpochSecond(
                        Math.floorDiv(micros, MICROS), Math.floorMod(micros, MICROS) * 1_000, ZoneOffset.UTC)
                .toString();
    }

    /** @param span of the tried numbers: days of all calendars, some days, or one minute that contains the same day repeatedly */
    @ParameterizedTest
    @ValueSource(longs = {Long.MAX_VALUE / 100, 40 * DAY, 60L * MICROS, 2_000})
    void areFormattedLikeTheJdk(long span) {
        Random random = new Random(span);
        long[] micros = random.longs(2_000, -span, span)
                // Whole days, minutes, seconds and milliseconds have a shorter form.
                .map(one -> one
                        - Math.floorMod(
                                one,
                                List.of(1L, 1_000L, (long) MICROS, 60L * MICROS, DAY)
                                        .get(random.nextInt(5))))
                .toArray();
        List<Object> expected = LongStream.of(micros)
                .mapToObj(DuckDbTimestampsTest::byTheJdk)
                .collect(Collectors.toCollection(ArrayList::new));
        assertThat(moments(micros)).isEqualTo(expected);
    }

    @Test
    void nullIsNotTheEpoch() {
        assertThat(column("select unnest([null, timestamp '1970-01-01', null, timestamp '1970-01-01 00:00:01'])"))
                .containsExactly(null, "1970-01-01T00:00", null, "1970-01-01T00:00:01");
    }

    @Test
    void infinityIsNotATimestamp() {
        assertThat(column("select unnest(['infinity'::timestamp, '-infinity'::timestamp])"))
                .containsExactly("infinity", "-infinity");
    }

    @ParameterizedTest
    @ValueSource(strings = {"tinyint", "smallint", "integer", "bigint", "utinyint", "usmallint", "uinteger"})
    void nullIsNotZero(String type) {
        List<Object> expected = new ArrayList<>(Arrays.asList(0L, null, 7L));
        assertThat(column("select unnest([0, null, 7])::" + type)).isEqualTo(expected);
    }

    @Test
    void numbersKeepAllDigits() {
        List<Object> ends = column("select unnest([-9223372036854775808, 9223372036854775807]::bigint[])");
        assertThat(ends).containsExactly(Long.MIN_VALUE, Long.MAX_VALUE);
        assertThat(column("select unnest([-2147483648, 2147483647]::integer[])"))
                .containsExactly((long) Integer.MIN_VALUE, (long) Integer.MAX_VALUE);
        assertThat(column("select null::integer")).isEqualTo(Collections.singletonList(null));
    }
}
