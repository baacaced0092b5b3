package plainsieve.server.access.openid;

import java.util.List;
import java.util.Map;

/**
 * Someone as the service knows them that they signed in with.
 *
 * @param subject its own name for them, which never changes
 * @param name what they are to sign in with here
 * @param label as others see them
 * @param groups in which the service says they are
 * @param claims the claims that are listened to, each with its values
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
