package plainsieve.cluster;

import io.trino.Session;
import io.trino.connector.MockConnectorFactory;
import io.trino.connector.MockConnectorPlugin;
import io.trino.plugin.memory.MemoryPlugin;
import io.trino.plugin.tpch.TpchPlugin;
import io.trino.spi.StandardErrorCode;
import io.trino.spi.TrinoException;
import io.trino.testing.DistributedQueryRunner;
import java.io.IOException;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

import static io.trino.testing.TestingSession.testSessionBuilder;

/** A coordinator and its workers on loopback, with a TPC-H catalog and an in-memory catalog. */
public final class LocalCluster {
    /** Next to the coordinator, which works, too. */
    private static final int WORKERS = Integer.getInteger("plainsieve.workers", 2);

    private LocalCluster() {}

    /**
     * Starts the cluster and prints its port on its own line. With {@code -Dplainsieve.attended=true} it ends when its standard input
     * closes, that is, when the parent process ends. With {@code -Dplainsieve.broken-catalog=true} it also has a catalog
     * that does not respond. It has two workers, or as many as {@code -Dplainsieve.workers} specifies.
     *
     * @param arguments the port of the coordinator, 0 for any free port; then its settings, each {@code name=value}
     */
    public static void main(String[] arguments) throws Exception {
        DistributedQueryRunner runner = started(arguments[0], settings(List.of(arguments).subList(1, arguments.length)));
        System.out.println("ready on " + runner.getCoordinator().getBaseUrl().getPort());
        if (Boolean.getBoolean("plainsieve.attended")) {
            waitForEnd();
            System.exit(0);
        }
    }

    private static Map<String, String> settings(List<String> written) {
        Map<String, String> settings = new HashMap<>();
        // Task information is only needed until its readers have polled it.
        settings.put("task.info.max-age", "10s");
        for (String setting : written) {
            int sign = setting.indexOf('=');
            settings.put(setting.substring(0, sign), setting.substring(sign + 1));
        }
        return settings;
    }

    private static DistributedQueryRunner started(String port, Map<String, String> settings) throws Exception {
        Session session = testSessionBuilder().setCatalog("memory").setSchema("default").build();
        DistributedQueryRunner runner = DistributedQueryRunner.builder(session)
                .setNodeCount(1 + WORKERS)
                .setCoordinatorProperties(Map.of("http-server.http.port", port))
                .setExtraProperties(settings)
                .build();
        runner.installPlugin(new TpchPlugin());
        runner.createCatalog("tpch", "tpch", Map.of("tpch.column-naming", "STANDARD"));
        runner.installPlugin(new MemoryPlugin());
        runner.createCatalog("memory", "memory", Map.of("memory.max-data-per-node", "1GB"));
        if (Boolean.getBoolean("plainsieve.broken-catalog")) {
            addBroken(runner);
        }
        return runner;
    }

    /** A catalog whose storage is unreachable, for tests: the rest of the cluster must continue to work. */
    private static void addBroken(DistributedQueryRunner runner) {
        MockConnectorFactory away = MockConnectorFactory.builder()
                .withName("broken")
                .withListSchemaNames(session -> {
                    throw new TrinoException(StandardErrorCode.CONFIGURATION_UNAVAILABLE, "The store is away");
                })
                .build();
        runner.installPlugin(new MockConnectorPlugin(away));
        runner.createCatalog("broken", "broken", Map.of());
    }

    private static void waitForEnd() throws IOException {
        while (System.in.read() >= 0) {
            // The input is ignored; only its end matters.
        }
    }
}
