package plainsieve.server;

import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * How this server runs. Cannot exist invalid.
 *
 * @param dataFolder where records and the demo database lie
 * @param readerCap the most rows one view of a report shows
 * @param benchCap the most rows the bench shows
 * @param longestRun after this a statement is stopped at the database
 * @param hosts the host names by which browsers may address this server, besides loopback
 * @param demo whether the ferries are set up when there is nothing yet
 * @param demoCrossings how many crossings the ferries get
 */
@ConfigurationProperties("plainsieve")
public record Settings(
        @DefaultValue(".data") Path dataFolder,
        @DefaultValue("10000") long readerCap,
        @DefaultValue("1000") long benchCap,
        @DefaultValue("60s") Duration longestRun,
        @DefaultValue List<String> hosts,
        @DefaultValue("false") boolean demo,
        @DefaultValue("1000000") int demoCrossings) {
    public Settings {
        require(readerCap > 0, "plainsieve.reader-cap must be at least 1, is " + readerCap);
        require(benchCap > 0, "plainsieve.bench-cap must be at least 1, is " + benchCap);
        require(!longestRun.isNegative() && !longestRun.isZero(), "plainsieve.longest-run must be more than 0");
        require(demoCrossings > 0, "plainsieve.demo-crossings must be at least 1, is " + demoCrossings);
        hosts = List.copyOf(hosts);
    }

    private static void require(boolean holds, String message) {
        if (!holds) {
            throw new IllegalArgumentException(message);
        }
    }
}
