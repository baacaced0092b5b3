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
 * How this server runs. Cannot exist invalid.
 *
 * @param dataFolder where records lie
 * @param fileFolders in which folders the files of sources may lie; the folder {@code files} of the data folder unless set
 * @param reportRowLimit the most rows one view of a report shows
 * @param benchRowLimit the most rows the bench shows
 * @param statementTimeout after this a statement is stopped at the database
 * @param downloadTimeout after this a download is stopped at the database
 * @param maxSpoolSize how much of an answer waits on the disk for a reader who is slower than its source
 * @param maxBodySize how large a request may be
 * @param maxUploadSize how large a file may be that is put into the folder of a source
 * @param engineMemory how much memory the engines that ask files may use together; what needs more goes to the disk
 * @param sentRetention how long statements stay in Sent
 * @param maxSentEntries how many statements stay in Sent
 * @param timeZone the time zone in which "today" is worked out, for everyone: the server's own unless set
 * @param hosts the host names by which browsers may address this server, besides loopback
 * @param accounts whether people sign in; else anyone who asks from this machine has one role, and no one else is answered
 * @param role that one role
 * @param jobs whether stored copies are refreshed and other things done automatically
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

    /** The folders in which files of sources may lie; at least one. */
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
