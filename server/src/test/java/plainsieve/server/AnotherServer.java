package plainsieve.server;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.List;
import java.util.stream.Stream;
import org.flywaydb.core.Flyway;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.web.server.servlet.context.ServletWebServerApplicationContext;
import plainsieve.demo.DuckDbFerries;
import plainsieve.server.demo.Demo;

/** Its own server next to the one that tests share, on a folder and with its own settings; without accounts unless they are asked for. */
public final class AnotherServer implements AutoCloseable {
    private final ServletWebServerApplicationContext context;

    private AnotherServer(ServletWebServerApplicationContext context) {
        this.context = context;
    }

    public static AnotherServer on(Path folder, String... settings) {
        return on(folder, List.of(), settings);
    }

    /** One with the demo set up in it. */
    public static AnotherServer ofDemo(Path folder, String... settings) {
        return new AnotherServer((ServletWebServerApplicationContext) Demo.start(all(folder, settings)));
    }

    /** @param more classes that the server has besides its own */
    public static AnotherServer on(Path folder, List<Class<?>> more, String... settings) {
        Class<?>[] classes =
                Stream.concat(Stream.of(PlainSieve.class), more.stream()).toArray(Class<?>[]::new);
        String[] all = all(folder, settings);
        return new AnotherServer((ServletWebServerApplicationContext)
                (more.isEmpty()
                        ? PlainSieve.start(all)
                        : NotBuilt.start(() -> new SpringApplication(classes).run(all))));
    }

    private static String[] all(Path folder, String... settings) {
        Stream<String> usual = Stream.of("--server.port=0", "--plainsieve.accounts=false")
                .filter(setting -> Stream.of(settings).noneMatch(said -> said.startsWith(setting.split("=")[0] + "=")));
        return Stream.of(usual, Stream.of("--plainsieve.data-folder=" + folder), Stream.of(settings))
                .flatMap(each -> each)
                .toArray(String[]::new);
    }

    /** A data folder with the project of the ferries, its key and its file, written without starting a server. */
    public static Path folderOfFerries() throws IOException, SQLException {
        Path folder = Files.createTempDirectory("plainsieve-ferries");
        Path files = Files.createDirectories(folder.resolve("files"));
        DuckDbFerries.write(files.resolve("ferries.duckdb"), 2000, done -> {});
        Path key = folder.resolve("secret.key");
        Files.write(key, resource("records/ferries.key"));
        Files.setPosixFilePermissions(key, PosixFilePermissions.fromString("rw-------"));
        String address = "jdbc:sqlite:" + folder.resolve("plainsieve.sqlite");
        Flyway.configure().dataSource(address, "", "").load().migrate();
        String records =
                new String(resource("records/ferries.sql"), StandardCharsets.UTF_8).replace("{data}", files.toString());
        try (Connection connection = DriverManager.getConnection(address);
                Statement statement = connection.createStatement()) {
            statement.executeUpdate(records);
        }
        return folder;
    }

    private static byte[] resource(String name) throws IOException {
        try (InputStream stream = AnotherServer.class.getClassLoader().getResourceAsStream(name)) {
            return stream.readAllBytes();
        }
    }

    public String address() {
        return "http://127.0.0.1:" + context.getWebServer().getPort();
    }

    public Api api() {
        return new Api(address());
    }

    public <T> T part(Class<T> type) {
        return context.getBean(type);
    }

    @Override
    public void close() {
        SpringApplication.exit(context);
    }
}
