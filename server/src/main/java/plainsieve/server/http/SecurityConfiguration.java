package plainsieve.server.http;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.List;
import java.util.Optional;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.HttpHeaders;
import org.springframework.security.authentication.AuthenticationManager;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.config.annotation.web.configurers.AbstractHttpConfigurer;
import org.springframework.security.config.http.SessionCreationPolicy;
import org.springframework.security.config.observation.SecurityObservationSettings;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.authentication.AnonymousAuthenticationFilter;
import org.springframework.security.web.authentication.preauth.PreAuthenticatedAuthenticationToken;
import org.springframework.security.web.firewall.HttpFirewall;
import org.springframework.security.web.firewall.StrictHttpFirewall;
import org.springframework.web.filter.OncePerRequestFilter;
import org.springframework.web.util.WebUtils;
import plainsieve.server.access.accounts.ApiKeys;
import plainsieve.server.access.accounts.AuthenticatedPerson;
import plainsieve.server.access.accounts.CredentialAuthenticator;
import plainsieve.server.http.context.SessionCookie;

/**
 * Authenticates requests by session cookie or API key. Authorization is at the boundary of the API, by
 * the role of each route. Other pages cannot send requests (see {@code security}), so no
 * CSRF tokens are needed.
 */
@Configuration
class SecurityConfiguration {
    @Bean
    SecurityFilterChain chain(HttpSecurity http, CredentialAuthenticator credentialAuthenticator) throws Exception {
        return http.csrf(AbstractHttpConfigurer::disable)
                .headers(AbstractHttpConfigurer::disable)
                .logout(AbstractHttpConfigurer::disable)
                .requestCache(AbstractHttpConfigurer::disable)
                .sessionManagement(sessions -> sessions.sessionCreationPolicy(SessionCreationPolicy.STATELESS))
                .addFilterBefore(new WhoAsks(credentialAuthenticator), AnonymousAuthenticationFilter.class)
                .authorizeHttpRequests(requests -> requests.anyRequest().permitAll())
                .build();
    }

    /** Disables the framework's observations of each filter: requests are measured once, and wrapping filters costs more than they do. */
    @Bean
    SecurityObservationSettings observations() {
        return SecurityObservationSettings.noObservations();
    }

    /** Rejects ambiguous URLs; unsupported methods are reported as usual. */
    @Bean
    HttpFirewall addresses() {
        StrictHttpFirewall firewall = new StrictHttpFirewall();
        firewall.setUnsafeAllowAnyHttpMethod(true);
        firewall.setAllowSemicolon(true);
        firewall.setAllowUrlEncodedPercent(true);
        return firewall;
    }

    /** There is no other way to sign in than ours. */
    @Bean
    AuthenticationManager noOtherWay() {
        return authentication -> authentication;
    }

    private static final class WhoAsks extends OncePerRequestFilter {
        private static final String BEARER = "Bearer ";

        private final CredentialAuthenticator credentialAuthenticator;

        WhoAsks(CredentialAuthenticator credentialAuthenticator) {
            this.credentialAuthenticator = credentialAuthenticator;
        }

        @Override
        protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
                throws ServletException, IOException {
            caller(request).ifPresent(WhoAsks::remember);
            chain.doFilter(request, response);
        }

        private Optional<AuthenticatedPerson> caller(HttpServletRequest request) {
            String given = request.getHeader(HttpHeaders.AUTHORIZATION);
            if (given != null && given.startsWith(BEARER + ApiKeys.MARK)) {
                return credentialAuthenticator.ofKey(
                        given.substring(BEARER.length()).strip());
            }
            Cookie session = WebUtils.getCookie(request, SessionCookie.NAME);
            return session == null ? Optional.empty() : credentialAuthenticator.ofSession(session.getValue());
        }

        private static void remember(AuthenticatedPerson authenticatedPerson) {
            SecurityContext context = SecurityContextHolder.createEmptyContext();
            context.setAuthentication(new PreAuthenticatedAuthenticationToken(authenticatedPerson, "", List.of()));
            SecurityContextHolder.setContext(context);
        }
    }
}
