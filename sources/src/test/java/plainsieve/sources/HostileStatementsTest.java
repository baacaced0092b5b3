package plainsieve.sources;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowable;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import plainsieve.sources.jdbc.JdbcSource;

/**
 * Hostile statements of an author, {@code hostile-statements.txt}. Each is rejected or harmless: it writes no file, changes nothing
 * that a later statement sees, and the source responds afterwards.
 */
class HostileStatementsTest {
    private static final ScheduledExecutorService CLOCK = Executors.newScheduledThreadPool(2);
    private static final Path LITTER = litter();

    @AfterAll
    static void stopClock() {
        CLOCK.shutdownNow();
    }

    private static Path litter() {
        try {
            return Files.createTempDirectory("hostile");
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
    }

    private static List<String> statements(String kind) throws IOException {
        try (InputStream in = HostileStatementsTest.class.getResourceAsStream("hostile-statements.txt")) {
            List<String> found = new ArrayList<>();
            boolean ours = false;
            for (String line : new String(in.readAllBytes(), StandardCharsets.UTF_8)
                    .lines()
                    .toList()) {
                if (line.startsWith("== ")) {
                    ours = List.of(line.substring(3).split(" ")).contains(kind);
                } else if (ours && !line.isBlank() && !line.startsWith("#")) {
                    found.add(line.replace("{litter}", LITTER.toString()));
                }
            }
            return found;
        }
    }

    private static void write(Connection connection, String kind) throws SQLException {
        try (Statement statement = connection.createStatement()) {
            statement.execute("create table t (a int, b varchar(20))");
            statement.execute("insert into t values (1, 'one'), (2, 'two')");
            if (kind.equals("postgresql")) {
                statement.execute("create function stamp() returns int volatile language sql as 'select 1'");
                statement.execute("create function fare(int) returns int immutable language sql as 'select $1'");
                statement.execute("create sequence s");
            }
            if (kind.equals("duckdb")) {
                statement.execute("create sequence s");
                statement.execute("create macro fare(x) as x + 1");
                statement.execute("create macro twice(x) as fare(fare(x))");
                statement.execute("create macro logs(x) as write_log(x::varchar)");
                statement.execute("create macro deep(x) as logs(x)");
                statement.execute("create macro files(p) as table select * from read_text(p)");
            }
        }
    }

    private static List<List<Object>> ask(Source source, String text) {
        return TestDatabases.rows(source, new plainsieve.core.statement.Statement(text, List.of(), List.of(), 100));
    }

    @ParameterizedTest
    @ValueSource(strings = {"duckdb", "sqlite", "postgresql", "mariadb", "trino"})
    void areRejectedOrHarmless(String kind) throws Exception {
        SourceAccess access = TestDatabases.awkward(kind, HostileStatementsTest::write);
        SourceAccess strict = new SourceAccess(access.id(), access.settings(), access.password());
        List<String> broken = new ArrayList<>();
        try (JdbcSource source = new JdbcSource(strict, CLOCK)) {
            for (String text : statements(kind)) {
                boolean allowed = text.startsWith("+ ");
                String statement = allowed ? text.substring(2) : text;
                Throwable failure = catchThrowable(() -> ask(source, statement));
                if (allowed != (failure == null) || failure != null && !(failure instanceof SourceFailure)) {
                    broken.add((allowed ? "was refused: " : "ran: ") + statement + " -> " + failure);
                }
                if (!ask(source, "select count(*) from t").get(0).get(0).equals(2L)) {
                    broken.add("changed rows: " + statement);
                }
            }
        }
        assertThat(broken).isEmpty();
        try (Stream<Path> left = Files.list(LITTER)) {
            assertThat(left).isEmpty();
        }
    }

    @Test
    void areTwoHundred() throws IOException {
        long all = 0;
        for (String kind : List.of("duckdb", "sqlite", "postgresql", "mariadb", "trino")) {
            all += statements(kind).stream()
                    .filter(text -> !text.startsWith("+ "))
                    .count();
        }
        assertThat(all).isGreaterThanOrEqualTo(200);
    }

    /** An operator can allow a function for one source only. */
    @Test
    void operatorAllowsAFunctionForASource() throws Exception {
        SourceAccess access = TestDatabases.awkward("postgresql", HostileStatementsTest::write);
        try (JdbcSource source = new JdbcSource(access.allowing("stamp"), CLOCK)) {
            assertThat(ask(source, "select stamp()").get(0).get(0)).isEqualTo(1L);
            assertThat(catchThrowable(() -> ask(source, "select pg_notify('a', 'b')")))
                    .hasMessageContaining("“pg_notify” may do more than read");
        }
    }

    /** An embedded engine could end this process, so no exception can be allowed. */
    @Test
    void embeddedEnginesAllowNoException() throws Exception {
        SourceAccess access = TestDatabases.awkward("duckdb", HostileStatementsTest::write);
        try (JdbcSource source = new JdbcSource(access.allowing("read_text"), CLOCK)) {
            assertThat(catchThrowable(() -> ask(source, "select * from read_text('a.txt')")))
                    .hasMessageContaining("“read_text” may do more than read");
        }
    }
}
