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

/** A separate server beside the shared one, with its own folder and settings; without accounts unless requested. */
public final class AnotherServer implements AutoCloseable {
    private final ServletWebServerApplicationContext context;

    private AnotherServer(ServletWebServerApplicationContext context) {
        this.context = context;
    }

    public static AnotherServer on(Path folder, String... settings) {
        return on(folder, List.of(), settings);
    }

    /** A server with the demo. */
    public static AnotherServer ofDemo(Path folder, String... settings) {
        return new AnotherServer((ServletWebServerApplicationContext) Demo.start(all(folder, settings)));
    }

    /** @param more additional configuration classes */
    public static AnotherServer on(Path folder, List<Class<?>> more, String... settings) {
        Class<?>[] classes =
                Stream.concat(Stream.of(PlainSieve.class), more.stream()).toArray(Class<?>[]::new);
        String[] all = all(folder, settings);
        return new AnotherServer((ServletWebServerApplicationContext)
                (more.isEmpty()
                        ? PlainSieve.start(all)
                        : RuntimeContext.start(() -> new SpringApplication(classes).run(all))));
    }

    private static String[] all(Path folder, String... settings) {
        Stream<String> usual = Stream.of("--server.port=0", "--plainsieve.accounts=false")
                .filter(setting -> Stream.of(settings).noneMatch(said -> said.startsWith(setting.split("=")[0] + "=")));
        return Stream.of(usual, Stream.of("--plainsieve.data-folder=" + folder), Stream.of(settings))
                .flatMap(each -> each)
                .toArray(String[]::new);
    }

    /** A data folder with the ferries' project, its key and its file, written without starting a server. */
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
