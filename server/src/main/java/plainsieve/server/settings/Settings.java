package plainsieve.server.settings;

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
 * @param dataFolder where records and the demo database lie
 * @param fileFolders in which folders the files of sources may lie; the folder {@code files} of the data folder unless set
 * @param readerCap the most rows one view of a report shows
 * @param benchCap the most rows the bench shows
 * @param longestRun after this a statement is stopped at the database
 * @param longestDownload after this a download is stopped at the database
 * @param spoolMost how much of an answer waits on the disk for a reader who is slower than its source
 * @param bodyMost how large a request may be
 * @param uploadMost how large a file may be that is put into the folder of a source
 * @param engineMemory how much memory the engines that ask files may use together; what needs more goes to the disk
 * @param sentKept how long statements stay in Sent
 * @param sentMost how many statements stay in Sent
 * @param timeZone the time zone in which "today" is worked out, for everyone: the server's own unless set
 * @param hosts the host names by which browsers may address this server, besides loopback
 * @param accounts whether people sign in; else anyone who asks from this machine has one role, and no one else is answered
 * @param role that one role
 * @param jobs whether stored copies are refreshed and other things done automatically
 * @param demo whether the ferries are set up when there is nothing yet
 * @param demoCrossings how many crossings the ferries get
 */
@ConfigurationProperties("plainsieve")
public record Settings(
        @DefaultValue(".data") Path dataFolder,
        @DefaultValue List<Path> fileFolders,
        @DefaultValue("10000") long readerCap,
        @DefaultValue("1000") long benchCap,
        @DefaultValue("60s") Duration longestRun,
        @DefaultValue("30m") Duration longestDownload,
        @DefaultValue("2GB") DataSize spoolMost,
        @DefaultValue("32MB") DataSize bodyMost,
        @DefaultValue("1GB") DataSize uploadMost,
        @DefaultValue("2GB") DataSize engineMemory,
        @DefaultValue("30d") Duration sentKept,
        @DefaultValue("20000") int sentMost,
        @DefaultValue("system") String timeZone,
        @DefaultValue List<String> hosts,
        @DefaultValue("true") boolean accounts,
        @DefaultValue("operator") Role role,
        @DefaultValue("true") boolean jobs,
        @DefaultValue("false") boolean demo,
        @DefaultValue("1000000") int demoCrossings) {
    public Settings {
        require(readerCap > 0, "plainsieve.reader-cap must be at least 1, is " + readerCap);
        require(benchCap > 0, "plainsieve.bench-cap must be at least 1, is " + benchCap);
        require(!longestRun.isNegative() && !longestRun.isZero(), "plainsieve.longest-run must be more than 0");
        require(demoCrossings > 0, "plainsieve.demo-crossings must be at least 1, is " + demoCrossings);
        require(
                !longestDownload.isNegative() && !longestDownload.isZero(),
                "plainsieve.longest-download must be more than 0");
        require(!sentKept.isNegative() && !sentKept.isZero(), "plainsieve.sent-kept must be more than 0");
        require(engineMemory.toMegabytes() >= 256, "plainsieve.engine-memory must be at least 256MB");
        require(sentMost > 0, "plainsieve.sent-most must be at least 1, is " + sentMost);
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
