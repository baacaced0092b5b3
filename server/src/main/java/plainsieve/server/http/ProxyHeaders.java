package plainsieve.server.http;

import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.apache.catalina.valves.RemoteIpValve;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import plainsieve.server.runtime.settings.NetworkSettings;

/**
 * Trusts the forwarding headers of configured proxies (X-Forwarded-For, -Proto, -Host). X-Forwarded-For is read from the right up
 * to the first address that is not a trusted proxy.
 */
@Configuration
class ProxyHeaders {
    @Bean
    WebServerFactoryCustomizer<TomcatServletWebServerFactory> namedProxies(NetworkSettings settings) {
        return factory -> {
            if (!settings.proxies().isEmpty()) {
                factory.addEngineValves(valve(settings));
            }
        };
    }

    private static RemoteIpValve valve(NetworkSettings settings) {
        RemoteIpValve valve = new RemoteIpValve();
        valve.setInternalProxies(settings.proxies().stream().map(Pattern::quote).collect(Collectors.joining("|")));
        valve.setProtocolHeader("X-Forwarded-Proto");
        valve.setHostHeader("X-Forwarded-Host");
        valve.setPortHeader("X-Forwarded-Port");
        valve.setChangeLocalName(false);
        return valve;
    }
}
