package plainsieve.server.access.openid;

import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.StreamSupport;
import org.springframework.http.client.SimpleClientHttpRequestFactory;
import org.springframework.http.converter.FormHttpMessageConverter;
import org.springframework.security.oauth2.client.authentication.OAuth2LoginAuthenticationToken;
import org.springframework.security.oauth2.client.endpoint.RestClientAuthorizationCodeTokenResponseClient;
import org.springframework.security.oauth2.client.http.OAuth2ErrorResponseErrorHandler;
import org.springframework.security.oauth2.client.oidc.authentication.OidcAuthorizationCodeAuthenticationProvider;
import org.springframework.security.oauth2.client.oidc.authentication.OidcIdTokenValidator;
import org.springframework.security.oauth2.client.oidc.userinfo.OidcUserService;
import org.springframework.security.oauth2.client.registration.ClientRegistration;
import org.springframework.security.oauth2.client.registration.ClientRegistrations;
import org.springframework.security.oauth2.client.userinfo.DefaultOAuth2UserService;
import org.springframework.security.oauth2.core.DelegatingOAuth2TokenValidator;
import org.springframework.security.oauth2.core.endpoint.OAuth2AuthorizationExchange;
import org.springframework.security.oauth2.core.http.converter.OAuth2AccessTokenResponseHttpMessageConverter;
import org.springframework.security.oauth2.core.oidc.user.OidcUser;
import org.springframework.security.oauth2.jose.jws.SignatureAlgorithm;
import org.springframework.security.oauth2.jwt.JwtDecoder;
import org.springframework.security.oauth2.jwt.JwtTimestampValidator;
import org.springframework.security.oauth2.jwt.NimbusJwtDecoder;
import org.springframework.web.client.RestClient;
import org.springframework.web.client.RestTemplate;
import plainsieve.server.runtime.settings.OpenIdSettings;

/** The external sign-in service: its discovery document and token endpoint. Every request to it has a short timeout. */
final class OpenIdProvider {
    private static final String ID = "openid";
    private static final int PATIENCE_MILLIS = 10_000;

    private final ClientRegistration registration;
    private final OidcAuthorizationCodeAuthenticationProvider login;

    private OpenIdProvider(ClientRegistration registration) {
        this.registration = registration;
        RestTemplate rest = new RestTemplate(requests());
        rest.setErrorHandler(new OAuth2ErrorResponseErrorHandler());
        DefaultOAuth2UserService userInfo = new DefaultOAuth2UserService();
        userInfo.setRestOperations(rest);
        OidcUserService users = new OidcUserService();
        users.setOauth2UserService(userInfo);
        this.login = new OidcAuthorizationCodeAuthenticationProvider(tokens(), users);
        JwtDecoder decoder = decoder(registration);
        login.setJwtDecoderFactory(any -> decoder);
    }

    /** Asks the issuer for its description. Throws when it does not answer, or describes another. */
    static OpenIdProvider of(OpenIdSettings settings) {
        ClientRegistration.Builder described = ClientRegistrations.fromIssuerLocation(settings.issuer());
        return new OpenIdProvider(described
                .registrationId(ID)
                .clientId(settings.clientId())
                .clientSecret(settings.clientSecret())
                .redirectUri("{baseUrl}" + OpenId.BACK)
                .scope(Set.of("openid", "profile", "email"))
                .build());
    }

    private static SimpleClientHttpRequestFactory requests() {
        SimpleClientHttpRequestFactory requests = new SimpleClientHttpRequestFactory();
        requests.setConnectTimeout(PATIENCE_MILLIS);
        requests.setReadTimeout(PATIENCE_MILLIS);
        return requests;
    }

    private static RestClientAuthorizationCodeTokenResponseClient tokens() {
        RestClientAuthorizationCodeTokenResponseClient tokens = new RestClientAuthorizationCodeTokenResponseClient();
        tokens.setRestClient(RestClient.builder()
                .requestFactory(requests())
                .configureMessageConverters(converters -> converters
                        .addCustomConverter(new FormHttpMessageConverter())
                        .addCustomConverter(new OAuth2AccessTokenResponseHttpMessageConverter()))
                .defaultStatusHandler(new OAuth2ErrorResponseErrorHandler())
                .build());
        return tokens;
    }

    private static JwtDecoder decoder(ClientRegistration registration) {
        NimbusJwtDecoder decoder = NimbusJwtDecoder.withJwkSetUri(
                        registration.getProviderDetails().getJwkSetUri())
                .restOperations(new RestTemplate(requests()))
                .jwsAlgorithms(all -> all.addAll(List.of(SignatureAlgorithm.values())))
                .build();
        decoder.setJwtValidator(new DelegatingOAuth2TokenValidator<>(
                new JwtTimestampValidator(), new OidcIdTokenValidator(registration)));
        return decoder;
    }

    ClientRegistration registration() {
        return registration;
    }

    /** Exchanges a code. Throws if the provider rejects it or returns an unexpected response. */
    OidcUser user(OAuth2AuthorizationExchange exchange) {
        OAuth2LoginAuthenticationToken known = (OAuth2LoginAuthenticationToken)
                login.authenticate(new OAuth2LoginAuthenticationToken(registration, exchange));
        return (OidcUser) known.getPrincipal();
    }

    /** The values of a claim: a text is a single one. */
    static List<String> values(Map<String, Object> claims, String name) {
        Object value = claims.get(name);
        return value instanceof Iterable<?> many
                ? StreamSupport.stream(many.spliterator(), false)
                        .map(String::valueOf)
                        .toList()
                : value == null ? List.of() : List.of(String.valueOf(value));
    }
}
