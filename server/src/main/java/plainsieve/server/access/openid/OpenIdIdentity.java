package plainsieve.server.access.openid;

import java.util.List;
import java.util.Map;

/**
 * A user as identified by the OpenID Connect provider.
 *
 * @param subject the immutable ID at the provider
 * @param name sign-in name for this server
 * @param label display name
 * @param groups at the provider
 * @param claims the configured claims with their values
 */
public record OpenIdIdentity(
        String issuer,
        String subject,
        String name,
        String label,
        List<String> groups,
        Map<String, List<String>> claims) {
    public OpenIdIdentity {
        groups = List.copyOf(groups);
        claims = Map.copyOf(claims);
    }
}
