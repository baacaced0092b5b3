package plainsieve.server.runtime.settings;

import java.net.URI;
import java.util.Locale;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;
import org.springframework.util.unit.DataSize;

/**
 * Format of report emails.
 *
 * @param address the public URL of this server, for links
 * @param language of dates and numbers, such as {@code en-GB}
 * @param rows maximum number of table rows in an email
 * @param maxAttachmentSize maximum size of an attachment
 * @param maxEmails maximum number of emails per delivery job
 */
@ConfigurationProperties("plainsieve.report-emails")
public record EmailReportSettings(
        @DefaultValue("http://127.0.0.1:8080") String address,
        @DefaultValue("en-GB") Locale language,
        @DefaultValue("20") int rows,
        @DefaultValue("10MB") DataSize maxAttachmentSize,
        @DefaultValue("2000") int maxEmails) {
    public EmailReportSettings {
        boolean web = URI.create(address).getScheme() != null
                && URI.create(address).getScheme().matches("https?");
        require(web, "plainsieve.report-emails.address must begin with http:// or https://, is " + address);
        require(rows > 0 && rows <= 200, "plainsieve.report-emails.rows must be 1 to 200, is " + rows);
        require(maxEmails > 0, "plainsieve.report-emails.max-emails must be at least 1, is " + maxEmails);
        address = address.replaceFirst("/+$", "");
    }

    private static void require(boolean holds, String message) {
        if (!holds) {
            throw new IllegalArgumentException(message);
        }
    }
}
