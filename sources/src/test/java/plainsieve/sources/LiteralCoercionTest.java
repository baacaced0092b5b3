package plainsieve.sources;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import plainsieve.core.catalog.SourceNames;
import plainsieve.core.catalog.TableColumns;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.parameter.ChoiceReader;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.Choices;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.rewrite.ResultShape;
import plainsieve.core.rewrite.filter.AddedFilter;
import plainsieve.core.value.Type;
import plainsieve.sources.jdbc.JdbcSource;

/** A query that runs with a literal runs with a choice and returns the same rows, however long the list is. */
class LiteralCoercionTest {
    private static final ScheduledExecutorService CLOCK = Executors.newSingleThreadScheduledExecutor();
    private static JdbcSource postgres;
    private static JdbcSource duckdb;
    private static JdbcSource mariadb;

    @BeforeAll
    static void write() throws Exception {
        postgres =
                new JdbcSource(TestDatabases.awkward("postgresql", (connection, kind) -> postgres(connection)), CLOCK);
        duckdb = new JdbcSource(TestDatabases.awkward("duckdb", (connection, kind) -> duckdb(connection)), CLOCK);
        mariadb = new JdbcSource(TestDatabases.awkward("mariadb", (connection, kind) -> mariadb(connection)), CLOCK);
    }

    @AfterAll
    static void stop() {
        postgres.close();
        duckdb.close();
        mariadb.close();
        CLOCK.shutdownNow();
    }

    private static void postgres(Connection connection) throws SQLException {
        try (Statement statement = connection.createStatement()) {
            statement.execute("create type mood as enum ('calm', 'rough', 'wild')");
            statement.execute(
                    "create table odd (id int, ch char(5), r real, d double precision, n numeric(12, 3), e mood,"
                            + " u uuid, t time, i inet, m money, b bit(3), j jsonb, s smallint, l bigint, day date, at timestamptz,"
                            + " v varchar(9), x text)");
            statement.execute("insert into odd select g, 'p' || g, g / 10.0, g / 10.0, g / 8.0,"
                    + " (array['calm', 'rough', 'wild'])[g % 3 + 1]::mood,"
                    + " ('00000000-0000-0000-0000-' || lpad(g::text, 12, '0'))::uuid, time '10:00' + g * interval '1 minute',"
                    + " ('10.0.0.' || g)::inet, (g / 2.0)::numeric::money, (g % 8)::bit(3), jsonb_build_object('k', g),"
                    + " g, g * 3000000000, date '2026-01-01' + g, timestamptz '2026-01-01 00:00+00' + g * interval '1 hour',"
                    + " 'p' || g, 'p' || g from generate_series(1, 40) g");
        }
    }

    private static void duckdb(Connection connection) throws SQLException {
        try (Statement statement = connection.createStatement()) {
            statement.execute("create table odd as select g::int as id, (g / 10)::float as r, (g / 10)::double as d,"
                    + " (g / 8)::decimal(12, 3) as n, (g::hugeint * 10000000000000000000000000000000)::decimal(38, 2) as big,"
                    + " (g::decimal(38, 20) / 100000000000)::decimal(38, 15) as fine from range(1, 41) r(g)");
        }
    }

    private static void mariadb(Connection connection) throws SQLException {
        try (Statement statement = connection.createStatement()) {
            statement.execute("create table odd (id int, f float, g float(9, 3), d double)");
            for (String number : List.of("0.1", "-7.35", "16777217", "1e-20", "3.4e38", "0", "123456.789", "2.5")) {
                statement.execute("insert into odd select count(*) + 1, " + number + ", if(abs(" + number
                        + ") < 99999, " + number + ", 1.1), " + number + " from odd");
            }
            statement.execute("insert into odd values (99, null, null, null)");
        }
    }

    private static List<List<Object>> rows(
            JdbcSource source, PreparedQuery query, Parameter parameter, String... values) {
        Map<String, Parameter> parameters = Map.of(parameter.name(), parameter);
        Choices choices = new Choices(
                parameters, ChoiceReader.readAll(parameters, Map.of(parameter.name(), ChoiceText.of(values))));
        return TestDatabases.rows(source, query.rewrite(choices, ResultShape.allRows(), 1_000));
    }

    private static List<List<Object>> literally(String dialect, JdbcSource source, String text) {
        return TestDatabases.rows(
                source,
                PreparedQuery.of(text, Dialects.of(dialect))
                        .rewrite(new Choices(Map.of(), Map.of()), ResultShape.allRows(), 1_000));
    }

    /** A number next to a date behaves like a literal. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            select current_date - :v as x                          | select current_date - 3 as x
            select date '2026-03-05' + :v as x                     | select date '2026-03-05' + 3 as x
            select id from odd where date '2026-01-01' + id < date '2026-01-09' - :v | select id from odd where date '2026-01-01' + id < date '2026-01-09' - 3
            select id * :v as x from odd where id = :v             | select id * 3 as x from odd where id = 3
            select id from odd where big > :v order by id limit 3  | select id from odd where big > 3 order by id limit 3
            """)
    void duckDbAcceptsANumberLikeALiteral(String text, String literal) {
        assertThat(rows(duckdb, PreparedQuery.of(text, Dialects.of("duckdb")), Parameter.of("v", Type.INTEGER), "3"))
                .isEqualTo(literally("duckdb", duckdb, literal))
                .isNotEmpty();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            ch  | TEXT     | p7                                   | q%d
            ch  | TEXT     | 'p7   '                              | 'q%d '
            r   | DECIMAL  | 0.7                                  | %d.55
            d   | DECIMAL  | 0.7                                  | %d.55
            n   | DECIMAL  | 0.875                                | %d.5555
            e   | TEXT     | rough                                | wild
            u   | TEXT     | 00000000-0000-0000-0000-000000000007 | 10000000-0000-0000-0000-%012d
            t   | TEXT     | 10:07:00                             | 11:00:00.%06d
            i   | TEXT     | 10.0.0.7                             | 10.1.0.0/%d
            m   | DECIMAL  | 3.50                                 | %d.01
            b   | TEXT     | 111                                  | 110
            j   | TEXT     | {"k": 7}                             | {"m": %d}
            s   | INTEGER  | 7                                    | %d
            l   | INTEGER  | 21000000000                          | 5%d
            n   | INTEGER  | 3                                    | 9%d
            id  | DECIMAL  | 7.0                                  | %d.5
            id  | DECIMAL  | 7                                    | 90%d
            day | DATE     | 2026-01-08                           | 2001-01-01
            at  | DATETIME | 2026-01-01 07:00:00                  | 2001-01-01 07:00:00
            v   | TEXT     | p7                                   | q%d
            """)
    void postgreSqlMatchesTheSameRowsByOneAndMultipleValues(String column, Type type, String value, String other) {
        Parameter parameter = Parameter.of("v", type).asMultiple();
        String bare = value.replace("'", "");
        List<List<Object>> one = rows(
                postgres,
                PreparedQuery.of("select id from odd where " + column + " in (:v)", Dialects.of("postgresql")),
                parameter,
                bare);
        assertThat(one).as("rows with " + value).isNotEmpty();
        for (int count : List.of(2, 64, 65, column.equals("i") ? 100 : 10_000)) {
            List<String> values = new ArrayList<>(List.of(bare));
            for (int i = 1; i < count; i++) {
                values.add(other.replace("'", "").formatted(column.equals("i") ? i % 9 + 24 : i + 100));
            }
            PreparedQuery added = PreparedQuery.of("select id, " + column + " as c from odd", Dialects.of("postgresql"))
                    .with(List.of(AddedFilter.anyOf("c", "v")));
            List<List<Object>> many = rows(postgres, added, parameter, values.toArray(new String[0]));
            assertThat(many.stream().map(row -> row.get(0)).toList())
                    .as("%s values of %s", count, column)
                    .containsAll(one.stream().map(row -> row.get(0)).toList());
        }
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            r    | 0.7             | %d.55
            d    | 0.7             | %d.55
            n    | 0.875           | %d.5555
            big  | 70000000000000000000000000000000  | 9000000000000000000000000%05d
            fine | 0.000000000070  | 0.0000000%08d
            id   | 7               | %d.5
            """)
    void duckDbMatchesTheSameRowsByOneAndMultipleValues(String column, String value, String other) {
        Parameter parameter = Parameter.of("v", Type.DECIMAL).asMultiple();
        PreparedQuery query =
                PreparedQuery.of("select id from odd where " + column + " in (:v)", Dialects.of("duckdb"));
        for (int count : List.of(1, 2, 64, 65, 10_000)) {
            List<String> values = new ArrayList<>(List.of(value));
            for (int i = 1; i < count; i++) {
                values.add(other.formatted(i + 100));
            }
            assertThat(rows(duckdb, query, parameter, values.toArray(new String[0])))
                    .as("%s values of %s", count, column)
                    .contains(List.of(7L));
        }
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '`', textBlock = """
            INTEGER ; 5    ; select id from odd where day > date '2026-01-20' - :v
            INTEGER ; 2    ; select id from odd where left(x, :v) = 'p1'
            INTEGER ; 1    ; select id, round(n, :v) from odd
            INTEGER ; 2026 ; select id from odd where day > make_date(:v, 1, 20)
            INTEGER ; 3    ; select id from odd where s = :v
            INTEGER ; 3    ; select id from odd where interval '1 day' * :v > interval '2 days'
            INTEGER ; 3    ; select g from generate_series(1, :v) g
            INTEGER ; 2    ; select id, substring(x from :v) from odd
            INTEGER ; 2    ; select id, repeat(x, :v), lpad(x, :v) from odd
            INTEGER ; 2    ; select id from odd where id % :v = 0
            INTEGER ; 6000000000 ; select id from odd where l = :v
            DECIMAL ; 0.7  ; select id from odd where n * :v > 1
            DECIMAL ; 1.5  ; select id from odd where id * :v > 10
            DECIMAL ; 0.7  ; select id from odd where d > :v
            DECIMAL ; 2.5  ; select id from odd where id > :v
            TEXT    ; p7   ; select id from odd where x = :v
            TEXT    ; p1%  ; select id from odd where x like :v
            TEXT    ; p    ; select id from odd where x = :v || 7
            TEXT    ; p    ; select id, concat(:v, x), format('%s-%s', :v, x) from odd
            TEXT    ; p7   ; select id from odd where :v = any(array[x, v])
            TEXT    ; k    ; select id, j -> :v from odd
            TEXT    ; zz   ; select coalesce(:v, x) from odd
            TEXT    ; p    ; select :v as a, 'b' || :v as b from odd
            TEXT    ; rough ; select id from odd where e >= :v
            TEXT    ; 10.0.0.0/29 ; select id from odd where i << :v
            TEXT    ; month ; select id, date_trunc(:v, day) from odd
            TEXT    ; 2026-01-09 ; select id from odd where day = :v
            TEXT    ; p7   ; select id from odd where lower(x) = lower(:v)
            TEXT    ; p7   ; select id from odd where length(x) = length(:v)
            DATE    ; 2026-01-02 ; select id from odd where at >= :v
            """)
    void postgreSqlCoercesAChoiceLikeALiteral(Type type, String value, String text) {
        boolean quoted = type == Type.TEXT || type == Type.DATE;
        String literal = text.replace(":v", quoted ? "'" + value + "'" : value);
        PreparedQuery query = PreparedQuery.of(text, Dialects.of("postgresql"));
        for (int again = 0; again < 2; again++) {
            assertThat(rows(postgres, query, Parameter.of("v", type), value))
                    .isEqualTo(literally("postgresql", postgres, literal))
                    .isNotEmpty();
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {"select id from odd where id = :v", "select id from odd where e = :v"})
    void rejectsChoicesWhereALiteralIsRejected(String text) {
        PreparedQuery query = PreparedQuery.of(text, Dialects.of("postgresql"));
        assertThatThrownBy(() -> rows(postgres, query, Parameter.of("v", Type.TEXT), "none such"))
                .isInstanceOf(SourceFailure.class)
                .hasMessageContaining("none such");
    }

    /** MariaDB compares a FLOAT as a DOUBLE, in which 0.1 differs: a picked value is found all the same. */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "select id, %s as c from odd",
                "select id, c from (select id, %s as c from odd) d",
                "select id, %s as c from odd limit 100",
                "select min(id) as id, %s as c from odd group by 2",
                "select id, %s as c from odd union select id, %1$s from odd"
            })
    void mariaDbMatchesEveryDisplayedNumber(String form) {
        SourceNames names = SourceNames.of(columns(mariadb));
        for (String column : List.of("f", "g", "d")) {
            PreparedQuery query = PreparedQuery.of(form.formatted(column), Dialects.of("mariadb"));
            PreparedQuery added = query.with(List.of(AddedFilter.anyOf("c", "v")), names);
            for (List<Object> row : TestDatabases.rows(
                    mariadb, query.rewrite(new Choices(Map.of(), Map.of()), ResultShape.allRows(), 1_000))) {
                if (row.get(1) != null) {
                    String shown = new BigDecimal(row.get(1).toString()).toPlainString();
                    assertThat(rows(
                                    mariadb,
                                    added,
                                    Parameter.of("v", Type.DECIMAL).asMultiple(),
                                    shown))
                            .as(column + " shown as " + shown)
                            .contains(row);
                }
            }
        }
    }

    private static TableColumns columns(JdbcSource source) {
        return source.catalogue(TestDatabases.LIMITS, new Cancellation()).tableColumns();
    }
}
