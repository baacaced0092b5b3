package plainsieve.server.settings;

import java.time.Duration;
import java.util.List;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;
import org.springframework.util.unit.DataSize;

/**
 * Which web services this server may ask, and what their answers may use.
 *
 * @param hosts of the open network, each a name, or a name and a port; none unless set
 * @param innerHosts that may lead into a private network, or to this machine
 * @param answerMost how large one answer may be, all its pages together
 * @param kept for how long an answer is shown again where its query does not say
 */
@ConfigurationProperties("plainsieve.web")
public record WebSettings(
        @DefaultValue List<String> hosts,
        @DefaultValue List<String> innerHosts,
        @DefaultValue("200MB") DataSize answerMost,
        @DefaultValue("60s") Duration kept) {
    public WebSettings {
        hosts = List.copyOf(hosts);
        innerHosts = List.copyOf(innerHosts);
        if (answerMost.toBytes() <= 0 || kept.isNegative()) {
            throw new IllegalArgumentException(
                    "plainsieve.web.answer-most and plainsieve.web.kept must not be below 0");
        }
    }
}
