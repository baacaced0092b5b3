package plainsieve.server.runtime.settings;

import java.nio.file.Path;
import java.time.Duration;
import java.time.ZoneId;
import java.util.List;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;
import org.springframework.util.unit.DataSize;
import plainsieve.server.people.Role;

/**
 * The settings of this server. Validated on construction.
 *
 * @param dataFolder folder of the records
 * @param fileFolders folders in which files of sources are permitted; the folder {@code files} of the data folder unless set
 * @param reportRowLimit maximum number of rows of one view of a report
 * @param benchRowLimit maximum number of rows on the bench
 * @param statementTimeout statement timeout
 * @param downloadTimeout statement timeout of downloads
 * @param maxSpoolSize maximum size on disk of a result whose reader is slower than its source
 * @param maxBodySize maximum size of a request
 * @param maxUploadSize maximum size of a file uploaded to a source folder
 * @param engineMemory total memory of embedded engines; more is spilled to disk
 * @param sentRetention how long statements are kept in Sent
 * @param maxSentEntries maximum number of statements in Sent
 * @param timeZone of "today" for everyone: the server's own unless set
 * @param hosts host names of this server for browsers, in addition to loopback
 * @param accounts whether users sign in; otherwise everyone on this machine has one role, and other machines are rejected
 * @param role that role
 * @param jobs whether scheduled jobs run
 * @param firstSignInLink whether a link for the first operator is logged while no one can sign in
 */
@ConfigurationProperties("plainsieve")
public record Settings(
        @DefaultValue(".data") Path dataFolder,
        @DefaultValue List<Path> fileFolders,
        @DefaultValue("10000") long reportRowLimit,
        @DefaultValue("1000") long benchRowLimit,
        @DefaultValue("60s") Duration statementTimeout,
        @DefaultValue("30m") Duration downloadTimeout,
        @DefaultValue("2GB") DataSize maxSpoolSize,
        @DefaultValue("32MB") DataSize maxBodySize,
        @DefaultValue("1GB") DataSize maxUploadSize,
        @DefaultValue("2GB") DataSize engineMemory,
        @DefaultValue("30d") Duration sentRetention,
        @DefaultValue("20000") int maxSentEntries,
        @DefaultValue("system") String timeZone,
        @DefaultValue List<String> hosts,
        @DefaultValue("true") boolean accounts,
        @DefaultValue("operator") Role role,
        @DefaultValue("true") boolean jobs,
        @DefaultValue("true") boolean firstSignInLink) {
    public Settings {
        require(reportRowLimit > 0, "plainsieve.report-row-limit must be at least 1, is " + reportRowLimit);
        require(benchRowLimit > 0, "plainsieve.bench-row-limit must be at least 1, is " + benchRowLimit);
        require(
                !statementTimeout.isNegative() && !statementTimeout.isZero(),
                "plainsieve.statement-timeout must be more than 0");
        require(
                !downloadTimeout.isNegative() && !downloadTimeout.isZero(),
                "plainsieve.download-timeout must be more than 0");
        require(
                !sentRetention.isNegative() && !sentRetention.isZero(),
                "plainsieve.sent-retention must be more than 0");
        require(engineMemory.toMegabytes() >= 256, "plainsieve.engine-memory must be at least 256MB");
        require(maxSentEntries > 0, "plainsieve.max-sent-entries must be at least 1, is " + maxSentEntries);
        require(
                timeZone.equals("system") || ZoneId.getAvailableZoneIds().contains(timeZone),
                "plainsieve.time-zone is not a time zone: " + timeZone);
        hosts = List.copyOf(hosts);
        fileFolders = List.copyOf(fileFolders);
    }

    /** The folders in which files of sources are permitted; at least one. */
    public List<Path> foldersOfFiles() {
        return fileFolders.isEmpty() ? List.of(dataFolder.resolve("files")) : fileFolders;
    }

    public ZoneId zone() {
        return timeZone.equals("system") ? ZoneId.systemDefault() : ZoneId.of(timeZone);
    }

    private static void require(boolean holds, String message) {
        if (!holds) {
            throw new IllegalArgumentException(message);
        }
    }
}
