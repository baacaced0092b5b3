package plainsieve.issuer;

import com.nimbusds.jose.jwk.JWKSet;
import com.nimbusds.jose.jwk.KeyUse;
import com.nimbusds.jose.jwk.gen.RSAKeyGenerator;
import com.nimbusds.jose.jwk.source.ImmutableJWKSet;
import com.nimbusds.jose.jwk.source.JWKSource;
import com.nimbusds.jose.proc.SecurityContext;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.springframework.boot.autoconfigure.ImportAutoConfiguration;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.boot.tomcat.autoconfigure.servlet.TomcatServletWebServerAutoConfiguration;
import org.springframework.boot.web.server.servlet.context.ServletWebServerApplicationContext;
import org.springframework.boot.webmvc.autoconfigure.DispatcherServletAutoConfiguration;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.env.Environment;
import org.springframework.security.config.Customizer;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.config.annotation.web.configuration.EnableWebSecurity;
import org.springframework.security.config.annotation.web.configuration.OAuth2AuthorizationServerConfiguration;
import org.springframework.security.core.userdetails.User;
import org.springframework.security.core.userdetails.UserDetailsService;
import org.springframework.security.oauth2.core.AuthorizationGrantType;
import org.springframework.security.oauth2.core.ClientAuthenticationMethod;
import org.springframework.security.oauth2.jwt.JwtDecoder;
import org.springframework.security.oauth2.server.authorization.client.InMemoryRegisteredClientRepository;
import org.springframework.security.oauth2.server.authorization.client.RegisteredClient;
import org.springframework.security.oauth2.server.authorization.client.RegisteredClientRepository;
import org.springframework.security.oauth2.server.authorization.settings.AuthorizationServerSettings;
import org.springframework.security.oauth2.server.authorization.settings.ClientSettings;
import org.springframework.security.oauth2.server.authorization.token.JwtEncodingContext;
import org.springframework.security.oauth2.server.authorization.token.OAuth2TokenCustomizer;
import org.springframework.security.provisioning.InMemoryUserDetailsManager;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.web.servlet.config.annotation.EnableWebMvc;
import plainsieve.server.RuntimeContext;

/** A real authorization server on its own port with a login page, users, groups and claims. It requires PKCE. */
public final class Issuer implements AutoCloseable {
    public static final String CLIENT = "plain-sieve";
    public static final String SECRET = "not so secret";
    public static final String PASSWORD = "a password there";

    private static final Map<String, Map<String, Object>> PEOPLE = Map.of(
            "mora",
                    Map.of(
                            "name",
                            "Mora Finlay",
                            "groups",
                            List.of("harbour-tarn", "staff"),
                            "island",
                            List.of("Tarn")),
            "tam", Map.of("name", "Tam Elsewhere", "groups", List.of(), "island", "Vessay"),
            "missing", Map.of("name", "No Groups"));

    private final ServletWebServerApplicationContext context;

    /** @param redirect the permitted redirect URI */
    public Issuer(String redirect) {
        SpringApplicationBuilder program = new SpringApplicationBuilder(Configured.class)
                .properties(Map.of(
                        "server.port",
                        "0",
                        "issuer.redirect",
                        redirect,
                        "spring.config.location",
                        "optional:file:/nowhere/"));
        context = (ServletWebServerApplicationContext) RuntimeContext.start(program::run);
    }

    public String address() {
        return "http://127.0.0.1:" + context.getWebServer().getPort();
    }

    @Override
    public void close() {
        context.close();
    }

    @Configuration
    @EnableWebMvc
    @EnableWebSecurity
    @ImportAutoConfiguration({TomcatServletWebServerAutoConfiguration.class, DispatcherServletAutoConfiguration.class})
    static class Configured {
        @Bean
        SecurityFilterChain chain(HttpSecurity http) throws Exception {
            return http.oauth2AuthorizationServer(server -> server.oidc(Customizer.withDefaults()))
                    .authorizeHttpRequests(requests -> requests.anyRequest().authenticated())
                    .formLogin(Customizer.withDefaults())
                    .build();
        }

        @Bean
        RegisteredClientRepository clients(Environment environment) {
            return new InMemoryRegisteredClientRepository(RegisteredClient.withId(
                            UUID.randomUUID().toString())
                    .clientId(CLIENT)
                    .clientSecret("{noop}" + SECRET)
                    .clientAuthenticationMethod(ClientAuthenticationMethod.CLIENT_SECRET_BASIC)
                    .authorizationGrantType(AuthorizationGrantType.AUTHORIZATION_CODE)
                    .redirectUri(environment.getRequiredProperty("issuer.redirect"))
                    .scope("openid")
                    .scope("profile")
                    .scope("email")
                    .clientSettings(
                            ClientSettings.builder().requireProofKey(true).build())
                    .build());
        }

        @Bean
        UserDetailsService people() {
            return new InMemoryUserDetailsManager(PEOPLE.keySet().stream()
                    .map(name -> User.withUsername(name)
                            .password("{noop}" + PASSWORD)
                            .roles("USER")
                            .build())
                    .toList());
        }

        @Bean
        OAuth2TokenCustomizer<JwtEncodingContext> claims() {
            return token -> {
                String name = token.getPrincipal().getName();
                token.getClaims().claim("preferred_username", name);
                PEOPLE.get(name).forEach((claim, value) -> token.getClaims().claim(claim, value));
            };
        }

        @Bean
        JWKSource<SecurityContext> keys() throws Exception {
            return new ImmutableJWKSet<>(new JWKSet(new RSAKeyGenerator(2048)
                    .keyID("one")
                    .keyUse(KeyUse.SIGNATURE)
                    .generate()));
        }

        @Bean
        JwtDecoder decoder(JWKSource<SecurityContext> keys) {
            return OAuth2AuthorizationServerConfiguration.jwtDecoder(keys);
        }

        @Bean
        AuthorizationServerSettings settings() {
            return AuthorizationServerSettings.builder().build();
        }
    }
}
