package plainsieve.server.access.openid;

import jakarta.servlet.http.HttpServletRequest;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.time.Clock;
import java.time.Duration;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.security.core.AuthenticationException;
import org.springframework.security.oauth2.client.registration.ClientRegistration;
import org.springframework.security.oauth2.client.registration.ClientRegistrationRepository;
import org.springframework.security.oauth2.client.web.DefaultOAuth2AuthorizationRequestResolver;
import org.springframework.security.oauth2.client.web.OAuth2AuthorizationRequestCustomizers;
import org.springframework.security.oauth2.core.OAuth2AuthenticationException;
import org.springframework.security.oauth2.core.endpoint.OAuth2AuthorizationExchange;
import org.springframework.security.oauth2.core.endpoint.OAuth2AuthorizationRequest;
import org.springframework.security.oauth2.core.endpoint.OAuth2AuthorizationResponse;
import org.springframework.security.oauth2.core.endpoint.OAuth2ParameterNames;
import org.springframework.security.oauth2.core.endpoint.PkceParameterNames;
import org.springframework.security.oauth2.core.oidc.endpoint.OidcParameterNames;
import org.springframework.security.oauth2.core.oidc.user.OidcUser;
import org.springframework.stereotype.Component;
import org.springframework.web.client.RestClientException;
import plainsieve.server.access.security.SecretBox;
import plainsieve.server.definitions.forms.StoredForms;
import plainsieve.server.runtime.settings.OpenIdSettings;
import plainsieve.sources.Secret;

/** Signing in with another service: OpenID Connect, by an authorization code with PKCE. */
@Component
public class OpenId {
    /** The redirect URI's path. */
    public static final String BACK = "/sign-in/callback";

    private static final Duration LONGEST_WAY = Duration.ofMinutes(10);

    private final OpenIdSettings settings;
    private final SecretBox secrets;
    private final StoredForms forms;
    private final Clock clock;
    /* Loaded when needed, so that this server starts without the provider. */
    private volatile Optional<OpenIdProvider> described = Optional.empty();

    OpenId(OpenIdSettings settings, SecretBox secrets, StoredForms forms, Clock clock) {
        this.settings = settings;
        this.secrets = secrets;
        this.forms = forms;
        this.clock = clock;
    }

    private OpenIdProvider service() {
        if (described.isEmpty()) {
            try {
                described = Optional.of(OpenIdProvider.of(settings));
            } catch (RuntimeException e) {
                throw new OpenIdException(
                        OpenIdException.Why.UNREACHABLE, "OpenID discovery failed: " + e.getMessage(), e);
            }
        }
        return described.get();
    }

    /**
     * A redirect to the provider.
     *
     * @param address the authorization URL
     * @param kept the encrypted state for the browser
     */
    public record Sent(String address, String kept) {}

    /** Starts a sign-in. @param back the page to return to */
    public Sent send(HttpServletRequest request, String back) {
        OpenIdProvider openIdProvider = service();
        ClientRegistrationRepository only = id -> openIdProvider.registration();
        DefaultOAuth2AuthorizationRequestResolver resolver = new DefaultOAuth2AuthorizationRequestResolver(only);
        resolver.setAuthorizationRequestCustomizer(OAuth2AuthorizationRequestCustomizers.withPkce());
        OAuth2AuthorizationRequest asked =
                resolver.resolve(request, openIdProvider.registration().getRegistrationId());
        AuthorizationState authorizationState = new AuthorizationState(
                asked.getState(),
                asked.getAttribute(OidcParameterNames.NONCE),
                asked.getAttribute(PkceParameterNames.CODE_VERIFIER),
                asked.getRedirectUri(),
                back,
                clock.instant());
        return new Sent(asked.getAuthorizationRequestUri(), secrets.lock(new Secret(forms.write(authorizationState))));
    }

    /** A completed sign-in. @param back the page to return to */
    public record Come(OpenIdIdentity identity, String back) {}

    /**
     * Completes a sign-in.
     *
     * @param kept the encrypted state from the browser; empty if missing
     * @param answer the parameters of the redirect
     * @throws OpenIdException with the reason if it fails
     */
    public Come meet(String kept, Map<String, String> answer) {
        AuthorizationState authorizationState = flow(kept);
        boolean theirs = equal(authorizationState.state(), answer.getOrDefault(OAuth2ParameterNames.STATE, ""));
        if (!theirs || authorizationState.begun().plus(LONGEST_WAY).isBefore(clock.instant())) {
            throw new OpenIdException(OpenIdException.Why.EXPIRED, "The state is invalid or expired.");
        }
        if (!answer.containsKey(OAuth2ParameterNames.CODE)) {
            throw new OpenIdException(
                    OpenIdException.Why.DENIED, "The service said " + answer.get(OAuth2ParameterNames.ERROR) + ".");
        }
        OpenIdProvider openIdProvider = service();
        try {
            OidcUser user = openIdProvider.user(exchange(openIdProvider.registration(), authorizationState, answer));
            return new Come(identity(user), authorizationState.back());
        } catch (OAuth2AuthenticationException e) {
            throw new OpenIdException(OpenIdException.Why.FORGED, e.getError().toString(), e);
        } catch (AuthenticationException | RestClientException | IllegalArgumentException e) {
            throw new OpenIdException(OpenIdException.Why.UNREACHABLE, String.valueOf(e.getMessage()), e);
        }
    }

    private AuthorizationState flow(String kept) {
        if (kept.isEmpty() || !secrets.opens(kept)) {
            throw new OpenIdException(OpenIdException.Why.EXPIRED, "The browser sent no state cookie.");
        }
        return forms.read(secrets.unlock(kept).reveal(), AuthorizationState.class);
    }

    private static boolean equal(String one, String other) {
        return MessageDigest.isEqual(one.getBytes(StandardCharsets.UTF_8), other.getBytes(StandardCharsets.UTF_8));
    }

    private static OAuth2AuthorizationExchange exchange(
            ClientRegistration registration, AuthorizationState authorizationState, Map<String, String> answer) {
        OAuth2AuthorizationRequest asked = OAuth2AuthorizationRequest.authorizationCode()
                .authorizationUri(registration.getProviderDetails().getAuthorizationUri())
                .clientId(registration.getClientId())
                .redirectUri(authorizationState.redirectUri())
                .scopes(registration.getScopes())
                .state(authorizationState.state())
                .attributes(attributes -> {
                    attributes.put(OAuth2ParameterNames.REGISTRATION_ID, registration.getRegistrationId());
                    attributes.put(OidcParameterNames.NONCE, authorizationState.nonce());
                    attributes.put(PkceParameterNames.CODE_VERIFIER, authorizationState.verifier());
                })
                .build();
        OAuth2AuthorizationResponse came = OAuth2AuthorizationResponse.success(answer.get(OAuth2ParameterNames.CODE))
                .redirectUri(authorizationState.redirectUri())
                .state(authorizationState.state())
                .build();
        return new OAuth2AuthorizationExchange(asked, came);
    }

    private OpenIdIdentity identity(OidcUser user) {
        Map<String, Object> said = user.getClaims();
        Map<String, List<String>> claims = new LinkedHashMap<>();
        settings.claims().forEach(name -> claims.put(name, OpenIdProvider.values(said, name)));
        String name = OpenIdProvider.values(said, settings.nameClaim()).stream()
                .findFirst()
                .orElse(user.getSubject());
        return new OpenIdIdentity(
                settings.issuer(),
                user.getSubject(),
                name,
                user.getFullName() == null ? name : user.getFullName(),
                List.copyOf(Set.copyOf(OpenIdProvider.values(said, settings.groupsClaim()))),
                claims);
    }
}
