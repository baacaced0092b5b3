package plainsieve.server.demo;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.Map;
import java.util.function.IntConsumer;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import plainsieve.core.catalog.CellFormat;
import plainsieve.demo.DuckDbFerries;
import plainsieve.demo.FerryFiles;
import plainsieve.demo.MariaDbFerries;
import plainsieve.demo.PostgresFerries;
import plainsieve.demo.TideService;
import plainsieve.demo.TrinoFerries;
import plainsieve.server.runtime.settings.Settings;
import plainsieve.sources.Secret;
import plainsieve.sources.ServiceSettings;
import plainsieve.sources.SignIn;
import plainsieve.sources.SourceAccess;
import plainsieve.sources.SourceSettings;

/** Sets up missing parts of the ferries; prints its progress. */
class DemoSetup implements ApplicationRunner {
    private static final String FERRIES = "ferries.duckdb";
    private static final String HOST = "127.0.0.1";

    private static final String SCHEMA = "ferries";

    private static final String OFFICE = "office";

    /** The user of the demo's sources: may read the ferries and nothing else. */
    private static final String READER = "ferry_reader";

    private final Settings settings;
    private final DemoProject project;
    private final DemoSettings wanted;
    private final DemoServices services;

    DemoSetup(Settings settings, DemoSettings wanted, DemoProject project, DemoServices services) {
        this.services = services;
        this.settings = settings;
        this.project = project;
        this.wanted = wanted;
    }

    /* Data first, records after: a transaction on the records must not stay open while a million rows are written. */
    @Override
    public void run(ApplicationArguments arguments) throws SQLException, IOException {
        embedded();
        files();
        services.tides()
                .ifPresent(tides -> service(
                        "tides",
                        new ServiceSettings.Web(tides.address(), SignIn.HEADER, TideService.KEY_HEADER),
                        new Secret(TideService.KEY)));
        services.fares()
                .ifPresent(fares ->
                        service("fares", new ServiceSettings.OData(fares.address(), SignIn.NONE, ""), Secret.none()));
        project.addTogether();
        services.mailbox().ifPresent(mailbox -> {
            project.addDeliveries();
            System.out.printf("Emails arrive at %s%n", mailbox.address());
        });
        if (wanted.postgres() > 0) {
            postgres();
        }
        if (wanted.mariadb() > 0) {
            mariadb();
        }
        if (wanted.trino() > 0) {
            trino();
        }
    }

    private void embedded() throws SQLException, IOException {
        Path file = settings.foldersOfFiles().get(0).resolve(FERRIES);
        Path before = settings.dataFolder().resolve(FERRIES).toAbsolutePath();
        Files.createDirectories(file.toAbsolutePath().getParent());
        if (Files.exists(before) && !Files.exists(file)) {
            Files.move(before, file);
        }
        if (!Files.exists(file)) {
            DuckDbFerries.write(file, wanted.crossings(), progress("DuckDB"));
            System.out.println();
        }
        SourceAccess ferries = new SourceAccess("ferries", new SourceSettings.DuckDb(FERRIES), Secret.none());
        if (project.hasSource(ferries.id())) {
            project.connect(ferries, new SourceSettings.DuckDb(before.toString()));
        } else {
            project.addFerries(ferries);
        }
    }

    private void files() throws IOException {
        Path folder = settings.foldersOfFiles().get(0).resolve(OFFICE);
        if (!Files.exists(folder)) {
            FerryFiles.write(folder);
        }
        SourceSettings settings = SourceSettings.Folder.of(
                OFFICE, Map.of("weather", Map.of("wind", CellFormat.DECIMAL_WITH_COMMA.words())));
        if (!project.hasSource(OFFICE)) {
            project.addFiles(new SourceAccess(OFFICE, settings, Secret.none()));
        }
    }

    private void service(String id, ServiceSettings settings, Secret secret) {
        if (!project.hasSource(id)) {
            project.addService(new SourceAccess(id, settings, secret));
        }
    }

    private void postgres() throws SQLException {
        String database = "postgres";
        try (Connection connection =
                DriverManager.getConnection(address("postgresql", wanted.postgres(), database), "postgres", "")) {
            if (!PostgresFerries.isWritten(connection)) {
                PostgresFerries.write(connection, wanted.crossings(), progress("PostgreSQL"));
                System.out.println();
            }
            PostgresFerries.letRead(connection, READER);
        }
        SourceAccess harbour = new SourceAccess(
                "harbour", new SourceSettings.PostgreSql(HOST, wanted.postgres(), database, READER), Secret.none());
        if (project.hasSource(harbour.id())) {
            project.connect(harbour, new SourceSettings.PostgreSql(HOST, wanted.postgres(), database, "postgres"));
        } else {
            project.addServer(harbour, " at the harbour server", "the same, from PostgreSQL");
        }
    }

    private void mariadb() throws SQLException {
        String database = "ferries";
        try (Connection connection = DriverManager.getConnection(address("mariadb", wanted.mariadb(), ""), "root", "");
                Statement statement = connection.createStatement()) {
            statement.execute("create database if not exists %s character set utf8mb4".formatted(database));
        }
        try (Connection connection = DriverManager.getConnection(
                address("mariadb", wanted.mariadb(), database) + "?useBulkStmts=true", "root", "")) {
            if (!MariaDbFerries.isWritten(connection)) {
                MariaDbFerries.write(connection, wanted.crossings(), progress("MariaDB"));
                System.out.println();
            }
            MariaDbFerries.letRead(connection, READER);
        }
        SourceAccess islands = new SourceAccess(
                "islands", new SourceSettings.MariaDb(HOST, wanted.mariadb(), database, READER), Secret.none());
        if (project.hasSource(islands.id())) {
            project.connect(islands, new SourceSettings.MariaDb(HOST, wanted.mariadb(), database, "root"));
        } else {
            project.addServer(islands, " on the islands", "the same, from MariaDB");
        }
    }

    /** Its tables are in memory and exist while the cluster runs. */
    private void trino() throws SQLException {
        String catalog = "memory";
        try (Connection connection =
                        DriverManager.getConnection("jdbc:trino://%s:%d/%s/%s?user=setup&explicitPrepare=false"
                                .formatted(HOST, wanted.trino(), catalog, SCHEMA));
                Statement statement = connection.createStatement()) {
            statement.execute("create schema if not exists " + SCHEMA);
            if (!statement.executeQuery("show tables like 'crossings'").next()) {
                TrinoFerries.write(connection, wanted.crossings(), progress("Trino"));
                System.out.println();
            }
        }
        SourceAccess cluster = new SourceAccess(
                "cluster",
                new SourceSettings.Trino(HOST, wanted.trino(), catalog + "." + SCHEMA, READER),
                Secret.none());
        if (!project.hasSource(cluster.id())) {
            project.addServer(cluster, " on the cluster", "the same, from a cluster of Trino");
        }
    }

    private static String address(String database, int port, String name) {
        return "jdbc:%s://%s:%d/%s".formatted(database, HOST, port, name);
    }

    private IntConsumer progress(String database) {
        return done -> System.out.printf(
                "\rWriting the ferries into %s: %,d of %,d crossings", database, done, wanted.crossings());
    }
}
