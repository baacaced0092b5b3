package plainsieve.server.runtime.settings;

import java.net.URI;
import java.util.List;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * An OpenID Connect provider. Disabled without an issuer.
 *
 * @param issuer its URL, from which its configuration is discovered
 * @param label the text of the sign-in button
 * @param nameClaim the claim with the sign-in name
 * @param groupsClaim the claim with groups
 * @param claims additional claims for row access
 */
@ConfigurationProperties("plainsieve.openid")
public record OpenIdSettings(
        @DefaultValue("") String issuer,
        @DefaultValue("") String clientId,
        @DefaultValue("") String clientSecret,
        @DefaultValue("your organization") String label,
        @DefaultValue("preferred_username") String nameClaim,
        @DefaultValue("groups") String groupsClaim,
        @DefaultValue List<String> claims) {
    public OpenIdSettings {
        claims = List.copyOf(claims);
        if (!issuer.isEmpty()) {
            require(!clientId.isEmpty(), "plainsieve.openid.client-id is missing");
            require(isSafe(URI.create(issuer)), "plainsieve.openid.issuer must be https, is " + issuer);
        }
    }

    public boolean isSetUp() {
        return !issuer.isEmpty();
    }

    /* Plain HTTP is readable on the network; it is allowed on loopback only. */
    private static boolean isSafe(URI issuer) {
        return "https".equals(issuer.getScheme())
                || "http".equals(issuer.getScheme())
                        && List.of("127.0.0.1", "localhost", "[::1]").contains(issuer.getHost());
    }

    private static void require(boolean holds, String message) {
        if (!holds) {
            throw new IllegalArgumentException(message);
        }
    }

    /** The secret is in no log. */
    @Override
    public String toString() {
        return "OpenIdSettings[%s, %s]".formatted(issuer, clientId);
    }
}
