package plainsieve.server;

import io.zonky.test.db.postgres.embedded.EmbeddedPostgres;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.SQLException;
import java.util.List;
import java.util.Optional;
import org.springframework.boot.web.server.servlet.context.ServletWebServerApplicationContext;
import plainsieve.demo.LocalMariaDb;
import plainsieve.server.demo.Demo;
import plainsieve.server.sources.SourceDefinitions;
import plainsieve.server.sources.SourceEdits;

/**
 * The real application on a free port with the ferries in a real DuckDB, PostgreSQL and MariaDB. Started once for all tests
 * of a run; tests use its public interface only and leave the demo's objects unchanged.
 */
public final class RunningServer {
    public static final int CROSSINGS = 40_000;

    private static RunningServer instance;

    private final int port;

    private RunningServer() {
        try {
            EmbeddedPostgres postgres = EmbeddedPostgres.start();
            Path data = Files.createTempDirectory("plainsieve");
            port = start(data, postgres.getPort(), LocalMariaDb.start().port());
        } catch (IOException | SQLException | InterruptedException e) {
            throw new IllegalStateException("The server for the tests did not start", e);
        }
    }

    private static int start(Path data, int postgresPort, int mariadbPort) {
        ServletWebServerApplicationContext context = (ServletWebServerApplicationContext) Demo.start(
                "--server.port=0",
                "--plainsieve.data-folder=" + data,
                // Scheduled statements would appear in Sent among those of the tests.
                "--plainsieve.jobs=false",
                "--plainsieve.accounts=false",
                "--plainsieve.demo-crossings=" + CROSSINGS,
                "--plainsieve.statement-timeout=20s",
                "--plainsieve.web.inner-hosts=127.0.0.1",
                "--plainsieve.demo-postgres-port=" + postgresPort,
                "--plainsieve.demo-mariadb-port=" + mariadbPort);
        allowSlowStatements(context.getBean(SourceDefinitions.class), context.getBean(SourceEdits.class));
        return context.getWebServer().getPort();
    }

    /* Tests wait for statements that wait. */
    private static void allowSlowStatements(SourceDefinitions kept, SourceEdits edits) {
        for (String source : List.of("harbour", "islands")) {
            edits.change(kept.access(kept.row(source)).allowing("pg_sleep", "sleep"), Optional.empty());
        }
    }

    public static synchronized RunningServer get() {
        if (instance == null) {
            instance = new RunningServer();
        }
        return instance;
    }

    public String address() {
        return "http://127.0.0.1:" + port;
    }
}
