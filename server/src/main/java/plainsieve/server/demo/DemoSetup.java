package plainsieve.server.demo;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.function.IntConsumer;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.stereotype.Component;
import plainsieve.demo.DuckDbFerries;
import plainsieve.demo.MariaDbFerries;
import plainsieve.demo.PostgresFerries;
import plainsieve.server.settings.Settings;
import plainsieve.sources.Secret;
import plainsieve.sources.SourceAccess;
import plainsieve.sources.SourceSettings;

/** Sets up the ferries when the demo is asked for and something of it is missing; says how far it is. */
@Component
class DemoSetup implements ApplicationRunner {
    private final Settings settings;
    private final DemoProject project;
    private final int postgresPort;
    private final int mariadbPort;

    /**
     * @param postgresPort where the demo's own PostgreSQL listens; 0 when it was not started
     * @param mariadbPort where the demo's own MariaDB listens; 0 when it was not started
     */
    DemoSetup(
            Settings settings,
            DemoProject project,
            @Value("${plainsieve.demo-postgres-port:0}") int postgresPort,
            @Value("${plainsieve.demo-mariadb-port:0}") int mariadbPort) {
        this.settings = settings;
        this.project = project;
        this.postgresPort = postgresPort;
        this.mariadbPort = mariadbPort;
    }

    /* Data first, records after: a transaction on the records must not stay open while a million rows are written. */
    @Override
    public void run(ApplicationArguments arguments) throws SQLException, IOException {
        if (!settings.demo()) {
            return;
        }
        Path file = settings.dataFolder().resolve("ferries.duckdb").toAbsolutePath();
        if (!Files.exists(file)) {
            DuckDbFerries.write(file, settings.demoCrossings(), progress("DuckDB"));
            System.out.println();
        }
        if (!project.hasSource("ferries")) {
            project.addFerries(new SourceAccess("ferries", new SourceSettings.DuckDb(file.toString()), Secret.none()));
        }
        if (postgresPort > 0) {
            postgres();
        }
        if (mariadbPort > 0) {
            mariadb();
        }
    }

    private void mariadb() throws SQLException {
        SourceSettings.MariaDb islands = new SourceSettings.MariaDb("127.0.0.1", mariadbPort, "ferries", "root");
        String address = "jdbc:mariadb://127.0.0.1:" + mariadbPort + "/";
        try (Connection connection = DriverManager.getConnection(address, "root", "");
                Statement statement = connection.createStatement()) {
            statement.execute("create database if not exists ferries character set utf8mb4");
        }
        try (Connection connection =
                DriverManager.getConnection(address + islands.database() + "?useBulkStmts=true", "root", "")) {
            if (!MariaDbFerries.isWritten(connection)) {
                MariaDbFerries.write(connection, settings.demoCrossings(), progress("MariaDB"));
                System.out.println();
            }
        }
        if (!project.hasSource("islands")) {
            project.addServer(
                    new SourceAccess("islands", islands, Secret.none()), " on the islands", "the same, from MariaDB");
        }
    }

    private void postgres() throws SQLException {
        SourceSettings.PostgreSql harbour =
                new SourceSettings.PostgreSql("127.0.0.1", postgresPort, "postgres", "postgres");
        try (Connection connection = DriverManager.getConnection(
                "jdbc:postgresql://%s/%s".formatted("127.0.0.1:" + postgresPort, harbour.database()), "postgres", "")) {
            if (!PostgresFerries.isWritten(connection)) {
                PostgresFerries.write(connection, settings.demoCrossings(), progress("PostgreSQL"));
                System.out.println();
            }
        }
        if (!project.hasSource("harbour")) {
            project.addServer(
                    new SourceAccess("harbour", harbour, Secret.none()),
                    " at the harbour server",
                    "the same, from PostgreSQL");
        }
    }

    private IntConsumer progress(String database) {
        return done -> System.out.printf(
                "\rWriting the ferries into %s: %,d of %,d crossings", database, done, settings.demoCrossings());
    }
}
