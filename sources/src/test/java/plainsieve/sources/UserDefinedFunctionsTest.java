package plainsieve.sources;

import static org.assertj.core.api.Assertions.assertThat;

import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;
import plainsieve.core.dialect.FunctionEffects;
import plainsieve.core.dialect.FunctionEffects.Kind;
import plainsieve.sources.jdbc.JdbcSource;

/** Volatility of user-defined functions in PostgreSQL's catalog. */
class UserDefinedFunctionsTest {
    private static final ScheduledExecutorService CLOCK = Executors.newSingleThreadScheduledExecutor();

    @AfterAll
    static void stopClock() {
        CLOCK.shutdownNow();
    }

    private static void write(Connection connection, String kind) throws SQLException {
        try (Statement statement = connection.createStatement()) {
            statement.execute("create schema app");
            statement.execute("create function app.\"Fare\"(int) returns int immutable language sql as 'select $1'");
            statement.execute("create function app.stamp() returns int language sql as 'select 1'");
            statement.execute("create function app.legs(int) returns setof int immutable language sql as 'select $1'");
            statement.execute("create aggregate app.most(int) (sfunc = int4larger, stype = int)");
            statement.execute("create function app.both(int) returns int immutable language sql as 'select $1'");
            statement.execute("create function public.both(text) returns int language sql as 'select 1'");
            statement.execute("create procedure app.tidy() language sql as 'select 1'");
        }
    }

    @Test
    void areReadWithTheirVolatility() throws Exception {
        try (JdbcSource source =
                new JdbcSource(TestDatabases.awkward("postgresql", UserDefinedFunctionsTest::write), CLOCK)) {
            FunctionEffects own =
                    source.catalogue(TestDatabases.LIMITS, new Cancellation()).own();
            assertThat(own.names().get(Kind.SCALAR)).containsExactlyInAnyOrder("fare", "app.fare", "both", "app.both");
            assertThat(own.names().get(Kind.VOLATILE))
                    .containsExactlyInAnyOrder("stamp", "app.stamp", "both", "public.both");
            assertThat(own.names().get(Kind.MANY_ROWS)).containsExactlyInAnyOrder("legs", "app.legs");
            assertThat(own.names().get(Kind.AGGREGATE)).containsExactlyInAnyOrder("most", "app.most");
        }
    }

    /** Generated columns of SQLite are columns of their table. */
    @Test
    void includeGeneratedColumnsOfSqlite() throws Exception {
        try (JdbcSource source = new JdbcSource(
                TestDatabases.awkward("sqlite", (connection, kind) -> {
                    try (Statement statement = connection.createStatement()) {
                        statement.execute(
                                "create table fares (net int, tax int as (net / 5) stored, gross int as (net + tax))");
                    }
                }),
                CLOCK)) {
            assertThat(source.catalogue(TestDatabases.LIMITS, new Cancellation()).tables().get(0).columns().stream()
                            .map(Column::name))
                    .containsExactly("net", "tax", "gross");
        }
    }
}
