package plainsieve.sources;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import plainsieve.core.statement.Statement;
import plainsieve.sources.jdbc.JdbcSource;

/** Every type of every database: nothing rounded, truncated, shifted to another time zone, or named after a class. */
class TypesTest {
    private static final ScheduledExecutorService CLOCK = Executors.newSingleThreadScheduledExecutor();

    @AfterAll
    static void stopClock() {
        CLOCK.shutdownNow();
    }

    private static void assertReads(String kind, String expression, Column.Kind columnKind, String value)
            throws Exception {
        Collected answer = new Collected();
        try (JdbcSource source = new JdbcSource(Databases.settings(kind), CLOCK)) {
            Statement statement = new Statement("select " + expression + " as v", List.of(), List.of(), 10);
            source.run(
                    new OutgoingStatement.Sql(statement),
                    new RunLimits(java.time.Duration.ofSeconds(20)),
                    new Cancellation(),
                    answer);
        }
        assertThat(answer.columns.get(0).kind() + " " + answer.rows.get(0).get(0))
                .isEqualTo(columnKind + " " + value);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
            9007199254740993::bigint                      | INTEGER  | 9007199254740993
            (-32768)::smallint                            | INTEGER  | -32768
            0.0004::numeric                               | DECIMAL  | 0.0004
            1234567890123456789.123456789::numeric(38,9)  | DECIMAL  | 1234567890123456789.123456789
            1.50::numeric(5,2)                            | DECIMAL  | 1.50
            'NaN'::numeric                                | DECIMAL  | NaN
            0.1::real                                     | DECIMAL  | 0.1
            0.1::double precision + 0.2                   | DECIMAL  | 0.30000000000000004
            'Infinity'::double precision                  | DECIMAL  | Infinity
            '-Infinity'::numeric                          | DECIMAL  | -Infinity
            '12.34'::money                                | OTHER    | $12.34
            'ab '::char(5)                                | TEXT     | `ab   `
            ''::text                                      | TEXT     | ``
            date '2026-03-01'                             | DATE     | 2026-03-01
            'infinity'::date                              | DATE     | infinity
            '-infinity'::date                             | DATE     | -infinity
            date '0044-03-15 BC'                          | DATE     | -0043-03-15
            date '12026-03-01'                            | DATE     | +12026-03-01
            timestamp '2026-03-01 10:11:12'               | DATETIME | 2026-03-01T10:11:12
            timestamp '2026-03-01 10:11:00'               | DATETIME | 2026-03-01T10:11
            timestamp '2026-03-01 10:11:12.5'             | DATETIME | 2026-03-01T10:11:12.500
            timestamp '0044-03-15 10:11:12 BC'            | DATETIME | -0043-03-15T10:11:12
            timestamp '12026-03-01 10:11:12'              | DATETIME | +12026-03-01T10:11:12
            timestamp '2026-03-01 10:11:12.345678'        | DATETIME | 2026-03-01T10:11:12.345678
            'infinity'::timestamp                         | DATETIME | infinity
            timestamptz '2026-03-01 10:11:12+02'          | DATETIME | 2026-03-01T08:11:12Z
            '-infinity'::timestamptz                      | DATETIME | -infinity
            time '10:11:12.345'                           | OTHER    | 10:11:12.345
            time '24:00'                                  | OTHER    | 24:00:00
            timetz '10:11:12+02'                          | OTHER    | 10:11:12+02
            interval '1 day 2 hours 3.5 seconds'          | OTHER    | 1 day 02:00:03.5
            true                                          | BOOLEAN  | true
            b'1'                                          | OTHER    | 1
            b'101'                                        | OTHER    | 101
            b'101'::varbit                                | OTHER    | 101
            '\\x00ff41'::bytea                            | OTHER    | 0x00ff41
            ''::bytea                                     | OTHER    | 0x
            '<a>1</a>'::xml                               | OTHER    | <a>1</a>
            '{"a": 1.50}'::json                           | OTHER    | {"a": 1.50}
            '{"a":1}'::jsonb                              | OTHER    | {"a": 1}
            point(1,2)                                    | OTHER    | (1,2)
            '10.0.0.1/8'::inet                            | OTHER    | 10.0.0.1/8
            array[1,2,null]                               | OTHER    | {1,2,NULL}
            array['a,b','c']                              | OTHER    | {"a,b",c}
            int4range(1,5)                                | OTHER    | [1,5)
            row(1,'a b')                                  | OTHER    | (1,"a b")
            '00000000-0000-0000-0000-0000000000ff'::uuid  | OTHER    | 00000000-0000-0000-0000-0000000000ff
            to_tsvector('simple','b a')                   | OTHER    | 'a':2 'b':1
            null::bytea                                   | OTHER    | null
            """)
    void readsPostgreSqlTypes(String expression, Column.Kind kind, String value) throws Exception {
        assertReads("postgresql", expression, kind, value);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
            9007199254740993                              | INTEGER  | 9007199254740993
            cast(18446744073709551615 as unsigned)        | INTEGER  | 18446744073709551615
            cast(0.0004 as decimal(10,4))                 | DECIMAL  | 0.0004
            cast(1234567890123456789.12 as decimal(38,9)) | DECIMAL  | 1234567890123456789.120000000
            cast(0.1 as double)                           | DECIMAL  | 0.1
            cast(0.1 as float)                            | DECIMAL  | 0.1
            cast('' as char(5))                           | TEXT     | ``
            date '2026-03-01'                             | DATE     | 2026-03-01
            cast('0000-00-00' as date)                    | DATE     | 0000-00-00
            cast('2026-00-00' as date)                    | DATE     | no day of the calendar
            cast('2026-03-01 10:11:12.345678' as datetime(6)) | DATETIME | 2026-03-01T10:11:12.345678
            cast('0000-00-00 00:00:00' as datetime)       | DATETIME | 0000-00-00 00:00:00
            cast('10:11:12.5' as time(1))                 | OTHER    | 10:11:12.5
            cast('838:59:59' as time)                     | OTHER    | 838:59:59
            cast('-30:00:00' as time)                     | OTHER    | -30:00:00
            (select y from json_table('[2026]', '$[*]' columns (y year path '$')) t) | INTEGER  | 2026
            b'101'                                        | OTHER    | 0x05
            x'00ff41'                                     | OTHER    | 0x00ff41
            cast('ab' as binary(3))                       | OTHER    | 0x616200
            true                                          | INTEGER  | 1
            json_object('a', 1)                           | TEXT     | {"a": 1}
            point(1, 2)                                   | OTHER    | 0x000000000101000000000000000000f03f0000000000000040
            null                                          | OTHER    | null
            """)
    void readsMariaDbTypes(String expression, Column.Kind kind, String value) throws Exception {
        assertReads("mariadb", expression, kind, value);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
            9007199254740993                              | INTEGER  | 9007199254740993
            170141183460469231731687303715884105727       | INTEGER  | 170141183460469231731687303715884105727
            18446744073709551615::ubigint                 | INTEGER  | 18446744073709551615
            0.0004::decimal(10,4)                         | DECIMAL  | 0.0004
            0.1::float                                    | DECIMAL  | 0.1
            0.1::double + 0.2::double                     | DECIMAL  | 0.30000000000000004
            'nan'::double                                 | DECIMAL  | NaN
            '-infinity'::float                            | DECIMAL  | -Infinity
            '+5881580-07-11'                              | TEXT     | +5881580-07-11
            ''                                            | TEXT     | ``
            date '2026-03-01'                             | DATE     | 2026-03-01
            'infinity'::date                              | DATE     | infinity
            '-infinity'::date                             | DATE     | -infinity
            timestamp '2026-03-01 10:11:12.345678'        | DATETIME | 2026-03-01T10:11:12.345678
            timestamp_ns '2026-03-01 10:11:12.123456789'  | DATETIME | 2026-03-01T10:11:12.123456789
            timestamp_s '2026-03-01 10:11:12'             | DATETIME | 2026-03-01T10:11:12
            'infinity'::timestamp                         | DATETIME | infinity
            timestamptz '2026-03-01 10:11:12+02'          | DATETIME | 2026-03-01T08:11:12Z
            'infinity'::timestamptz                       | DATETIME | infinity
            '-infinity'::timestamptz                      | DATETIME | -infinity
            'infinity'::timestamp_s                       | DATETIME | no day of the calendar
            date '0044-03-15 (BC)'                        | DATE     | -0043-03-15
            time '10:11:12.345'                           | OTHER    | 10:11:12.345
            timetz '10:11:12+02'                          | OTHER    | 10:11:12+02:00
            interval '1 day 2 hours'                      | OTHER    | 1 day 02:00:00
            true                                          | BOOLEAN  | true
            '101'::bit                                    | OTHER    | 101
            '\\x00\\xFFA'::blob                           | OTHER    | 0x00ff41
            [1, 2, null]                                  | OTHER    | [1, 2, null]
            {'a': 1, 'b': 'x'}                            | OTHER    | {a=1, b=x}
            map {'k': 1}                                  | OTHER    | {k=1}
            'a'::enum('a', 'b')                           | OTHER    | a
            uuid '00000000-0000-0000-0000-0000000000ff'   | OTHER    | 00000000-0000-0000-0000-0000000000ff
            null                                          | INTEGER  | null
            """)
    void readsDuckDbTypes(String expression, Column.Kind kind, String value) throws Exception {
        assertReads("duckdb", expression, kind, value);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
            9007199254740993  | INTEGER  | 9007199254740993
            0.0004            | DECIMAL  | 4.0E-4
            9e999             | DECIMAL  | Infinity
            ''                | TEXT     | ``
            x'00ff41'         | OTHER    | 0x00ff41
            zeroblob(0)       | OTHER    | 0x
            null              | DECIMAL  | null
            """)
    void readsSqliteTypes(String expression, Column.Kind kind, String value) throws Exception {
        assertReads("sqlite", expression, kind, value);
    }
}
