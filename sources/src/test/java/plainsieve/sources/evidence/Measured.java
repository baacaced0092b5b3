package plainsieve.sources.evidence;

import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.LocalDate;
import java.util.List;
import java.util.SplittableRandom;
import java.util.concurrent.atomic.AtomicLong;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.sqlite.ProgressHandler;
import plainsieve.core.statement.RunnableText;
import plainsieve.sources.SourceAccess;
import plainsieve.sources.SourceSettings;
import plainsieve.sources.TestDatabases;
import plainsieve.sources.jdbc.JdbcSource;

/** A database with 20,000 trips that counts, independently of its plan, the rows that a statement read. */
abstract class Measured implements AutoCloseable {
    static final int TRIPS = 20_000;
    private static final String[] NOTES = {"calm", "it's", "50%", "a_b", null};

    private final SourceAccess settings;
    final Connection connection;

    Measured(SourceAccess settings, Connection connection) {
        this.settings = settings;
        this.connection = connection;
    }

    static Measured on(String kind) throws Exception {
        SourceAccess settings = TestDatabases.awkward(kind, Measured::write);
        return switch (kind) {
            case "postgresql" -> new OnPostgreSql(settings);
            case "mariadb" -> new OnMariaDb(settings);
            case "sqlite" -> new OnSqlite(settings);
            default -> new OnDuckDb(settings);
        };
    }

    private static void write(Connection connection, String kind) throws SQLException {
        try (Statement statement = connection.createStatement()) {
            statement.execute("create table trips (id integer primary key, port integer not null, sailed date not null,"
                    + " state varchar(20) not null, delay integer, note varchar(20))");
            connection.setAutoCommit(false);
            SplittableRandom random = new SplittableRandom(20261123);
            try (PreparedStatement row = connection.prepareStatement("insert into trips values (?, ?, ?, ?, ?, ?)")) {
                for (int i = 1; i <= TRIPS; i++) {
                    row.setInt(1, i);
                    row.setInt(2, random.nextInt(200));
                    LocalDate sailed =
                            LocalDate.of(2023 + i * 3 / (TRIPS + 1), 1 + random.nextInt(12), 1 + random.nextInt(28));
                    row.setObject(3, kind.equals("sqlite") ? sailed.toString() : sailed);
                    row.setString(4, random.nextInt(3) == 0 ? "LATE" : "SAILED");
                    row.setObject(5, random.nextInt(10) == 0 ? null : random.nextInt(60), java.sql.Types.INTEGER);
                    row.setString(6, NOTES[random.nextInt(NOTES.length)]);
                    row.addBatch();
                }
                row.executeBatch();
            }
            connection.commit();
            connection.setAutoCommit(true);
            statement.execute("create index trips_port on trips (port)");
            statement.execute("create index trips_sailed on trips (sailed)");
            statement.execute(kind.equals("mariadb") ? "analyze table trips" : "analyze");
        }
    }

    private static SourceSettings.OnServer server(SourceAccess access) {
        return (SourceSettings.OnServer) access.settings();
    }

    final SourceAccess settings() {
        return settings;
    }

    /** The share of the table that a statement read, from 0 to slightly above 1. */
    abstract double shareRead(JdbcSource source, plainsieve.core.statement.Statement statement) throws SQLException;

    final void runByHand(JdbcSource source, plainsieve.core.statement.Statement statement) throws SQLException {
        try (Statement byHand = connection.createStatement();
                ResultSet rows = byHand.executeQuery(
                        RunnableText.of(statement, source.dialect()).replace("\n;\n", ""))) {
            while (rows.next()) {
                rows.getObject(1);
            }
        }
    }

    final long number(String question) throws SQLException {
        try (Statement statement = connection.createStatement();
                ResultSet rows = statement.executeQuery(question)) {
            rows.next();
            return rows.getLong(1);
        }
    }

    @Override
    public void close() throws SQLException {
        connection.close();
    }

    /** Counts by the statistics of its transaction. */
    private static final class OnPostgreSql extends Measured {
        OnPostgreSql(SourceAccess settings) throws SQLException {
            super(
                    settings,
                    DriverManager.getConnection(
                            "jdbc:postgresql://localhost:" + server(settings).port() + "/"
                                    + server(settings).database(),
                            "postgres",
                            "x"));
            connection.setAutoCommit(false);
        }

        @Override
        double shareRead(JdbcSource source, plainsieve.core.statement.Statement statement) throws SQLException {
            String counted =
                    "select seq_tup_read + coalesce(idx_tup_fetch, 0) from pg_stat_xact_user_tables where relname = 'trips'";
            long before = number(counted);
            runByHand(source, statement);
            long read = number(counted) - before;
            connection.rollback();
            return (double) read / TRIPS;
        }
    }

    /** Counts by the handler calls of its session. */
    private static final class OnMariaDb extends Measured {
        OnMariaDb(SourceAccess settings) throws SQLException {
            super(
                    settings,
                    DriverManager.getConnection("jdbc:mariadb://127.0.0.1:"
                            + server(settings).port() + "/" + server(settings).database() + "?user=root"));
        }

        @Override
        double shareRead(JdbcSource source, plainsieve.core.statement.Statement statement) throws SQLException {
            String counted = "select sum(variable_value) from information_schema.session_status where variable_name in"
                    + " ('Handler_read_rnd_next', 'Handler_read_next', 'Handler_read_key', 'Handler_read_first', 'Handler_read_prev')";
            long idle = number(counted);
            long before = number(counted);
            runByHand(source, statement);
            return (double) (number(counted) - before - (before - idle)) / TRIPS;
        }
    }

    /** Counts the instructions of SQLite's virtual machine: reading a row costs at least two. */
    private static final class OnSqlite extends Measured {
        OnSqlite(SourceAccess settings) throws SQLException {
            super(
                    settings,
                    DriverManager.getConnection("jdbc:sqlite:" + ((SourceSettings.InFile) settings.settings()).file()));
        }

        @Override
        double shareRead(JdbcSource source, plainsieve.core.statement.Statement statement) throws SQLException {
            AtomicLong steps = new AtomicLong();
            ProgressHandler.setHandler(connection, 1, new ProgressHandler() {
                @Override
                protected int progress() {
                    steps.incrementAndGet();
                    return 0;
                }
            });
            runByHand(source, statement);
            ProgressHandler.clearHandler(connection);
            return steps.get() / 2.0 / TRIPS;
        }
    }

    /** Counts the rows that its scans report when the statement runs to its end. */
    private static final class OnDuckDb extends Measured {
        private static final Pattern READ = Pattern.compile("\"operator_rows_scanned\":\\s*(\\d+)");

        OnDuckDb(SourceAccess settings) throws SQLException {
            super(settings, DriverManager.getConnection("jdbc:duckdb:"));
        }

        @Override
        double shareRead(JdbcSource source, plainsieve.core.statement.Statement statement) throws SQLException {
            String text = "explain (analyze, format json) "
                    + RunnableText.of(statement, source.dialect()).replace("\n;\n", "");
            List<List<Object>> plan = TestDatabases.rows(
                    source, new plainsieve.core.statement.Statement(text, List.of(), List.of(), Long.MAX_VALUE));
            Matcher found = READ.matcher(String.valueOf(plan.get(0).get(1)));
            long read = 0;
            while (found.find()) {
                read += Long.parseLong(found.group(1));
            }
            return (double) read / TRIPS;
        }
    }
}
