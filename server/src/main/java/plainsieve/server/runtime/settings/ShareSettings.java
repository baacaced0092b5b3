package plainsieve.server.runtime.settings;

import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * The share of each source that one user can have, in percent of its concurrent statements. At least one statement each.
 *
 * @param caller for one user, browser or API key
 * @param report for one report
 * @param downloads for all downloads together
 */
@ConfigurationProperties("plainsieve.share")
public record ShareSettings(
        @DefaultValue("50") int caller,
        @DefaultValue("75") int report,
        @DefaultValue("50") int downloads) {
    public ShareSettings {
        require(caller, "caller");
        require(report, "report");
        require(downloads, "downloads");
    }

    private static void require(int percent, String name) {
        if (percent < 1 || percent > 100) {
            throw new IllegalArgumentException(
                    "plainsieve.share.%s must be from 1 to 100 percent, is %d".formatted(name, percent));
        }
    }
}
