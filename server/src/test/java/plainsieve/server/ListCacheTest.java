package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.Statement;
import java.time.Instant;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import plainsieve.server.records.sent.CachedListRecords;
import plainsieve.server.records.sent.CachedListRow;

/** Value lists cached on disk. */
class ListCacheTest {
    private static Instant kept(Path folder, String column) throws Exception {
        try (Connection connection = DriverManager.getConnection("jdbc:sqlite:" + folder.resolve("plainsieve.sqlite"));
                Statement statement = connection.createStatement();
                ResultSet rows = statement.executeQuery("select %s from cached_list".formatted(column))) {
            rows.next();
            return Instant.parse(rows.getString(1));
        }
    }

    /** Otherwise the eviction order would not be least recently used. */
    @Test
    void reuseUpdatesTheTimestamp() throws Exception {
        Path folder = AnotherServer.folderOfFerries();
        try (AnotherServer server = AnotherServer.on(folder)) {
            server.api().listValues("port", Map.of());
            Instant asked = kept(folder, "queried_at");
            assertThat(kept(folder, "used_at")).isEqualTo(asked);
            server.api().listValues("port", Map.of());
            Waiting.until(() -> kept(folder, "used_at").isAfter(asked));
            assertThat(kept(folder, "queried_at")).isEqualTo(asked);
        }
    }

    /** A list in memory is served even if its record is gone. */
    @ParameterizedTest
    @CsvSource({"true, true", "false, false"})
    void recentListsAreReloadedAfterAStart(boolean warmsUp, boolean known) throws Exception {
        Path folder = AnotherServer.folderOfFerries();
        String before;
        try (AnotherServer server = AnotherServer.on(folder)) {
            before = askedAt(server);
        }
        try (AnotherServer server = AnotherServer.on(folder, "--plainsieve.jobs=" + warmsUp)) {
            Waiting.until(() -> !isWarmingUp());
            forgetKept(folder);
            assertThat(askedAt(server).equals(before)).isEqualTo(known);
        }
    }

    /** Starting does not load megabytes that may never be requested. */
    @Test
    void longListsAreNotReloadedAfterAStart() throws Exception {
        try (AnotherServer server = AnotherServer.on(AnotherServer.folderOfFerries())) {
            CachedListRecords records = server.part(CachedListRecords.class);
            Instant now = Instant.parse("2026-03-01T09:05:00Z");
            records.save(new CachedListRow("short", "[1]", now, now));
            records.save(new CachedListRow("long", "[1000]", now, now.plusSeconds(1)));
            records.save(new CachedListRow("older", "[2]", now, now.minusSeconds(1)));
            assertThat(records.usedLast(2, 3)).extracting(CachedListRow::id).containsExactly("short");
        }
    }

    private static String askedAt(AnotherServer server) {
        return server.api().listValues("port", Map.of()).json().get("queriedAt").asString();
    }

    private static boolean isWarmingUp() {
        return Thread.getAllStackTraces().keySet().stream()
                .anyMatch(thread -> thread.getName().equals("warm-up"));
    }

    private static void forgetKept(Path folder) throws Exception {
        try (Connection connection = DriverManager.getConnection("jdbc:sqlite:" + folder.resolve("plainsieve.sqlite"));
                Statement statement = connection.createStatement()) {
            statement.executeUpdate("delete from cached_list");
        }
    }
}
