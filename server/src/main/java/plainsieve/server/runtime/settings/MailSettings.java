package plainsieve.server.runtime.settings;

import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * The SMTP server. Email is disabled without a host.
 *
 * @param port 0 for the default of the security mode
 * @param security encryption of the connection
 * @param user to authenticate with; empty for none
 * @param from the sender address
 * @param authority a PEM file with the certificate of a private CA; empty for the machine's CAs
 * @param domains permitted recipient domains, such as {@code ferries.example}; all unless set
 */
@ConfigurationProperties("plainsieve.mail")
public record MailSettings(
        @DefaultValue("") String host,
        @DefaultValue("0") int port,
        @DefaultValue("starttls") Security security,
        @DefaultValue("") String user,
        @DefaultValue("") String password,
        @DefaultValue("") String from,
        Optional<Path> authority,
        @DefaultValue List<String> domains) {
    /** Encryption of the connection. */
    public enum Security {
        /** From the first byte on. */
        TLS(465),
        /** Begun in the clear, and nothing is stated before it is private. */
        STARTTLS(587),
        /** Not at all: within this machine alone. */
        NONE(25);

        private final int usualPort;

        Security(int usualPort) {
            this.usualPort = usualPort;
        }
    }

    public MailSettings {
        domains = domains.stream().map(name -> name.toLowerCase(Locale.ROOT)).toList();
        if (!host.isEmpty()) {
            require(from.contains("@"), "plainsieve.mail.from must be an address, is “" + from + "”");
            boolean here = List.of("127.0.0.1", "localhost", "::1", "[::1]").contains(host);
            require(security != Security.NONE || here, "plainsieve.mail.security must be tls or starttls, for " + host);
        }
    }

    public boolean isSetUp() {
        return !host.isEmpty();
    }

    public int portOrUsual() {
        return port > 0 ? port : security.usualPort;
    }

    private static void require(boolean holds, String message) {
        if (!holds) {
            throw new IllegalArgumentException(message);
        }
    }

    /** The password is in no log. */
    @Override
    public String toString() {
        return "MailSettings[%s:%d, %s]".formatted(host, portOrUsual(), from);
    }
}
