package plainsieve.sources.web;

import java.io.IOException;
import java.net.InetAddress;
import java.net.URI;
import java.net.UnknownHostException;
import java.net.http.HttpHeaders;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.TimeUnit;
import java.util.function.Function;
import org.apache.hc.client5.http.DnsResolver;
import org.apache.hc.client5.http.classic.methods.HttpUriRequestBase;
import org.apache.hc.client5.http.config.ConnectionConfig;
import org.apache.hc.client5.http.impl.classic.CloseableHttpClient;
import org.apache.hc.client5.http.impl.classic.HttpClients;
import org.apache.hc.client5.http.impl.io.ManagedHttpClientConnectionFactory;
import org.apache.hc.client5.http.impl.io.PoolingHttpClientConnectionManagerBuilder;
import org.apache.hc.core5.http.ClassicHttpResponse;
import org.apache.hc.core5.http.Header;
import org.apache.hc.core5.http.config.CharCodingConfig;
import org.apache.hc.core5.util.TimeValue;

/**
 * The HTTP client of one service. It connects only to the addresses that were verified for a host.
 * It follows no redirects, keeps no cookies and retries nothing.
 */
final class ServiceClient implements AutoCloseable {
    private static final int TO_CONNECT_SECONDS = 10;
    private static final int MAX_CONNECTIONS = 64;

    private final Function<URI, List<InetAddress>> hosts;
    private final Map<String, List<InetAddress>> checked = new ConcurrentHashMap<>();
    private final CloseableHttpClient client;

    ServiceClient(AllowedHosts hosts) {
        this(hosts::resolved);
    }

    /** @param hosts verifies a URL and returns its addresses; throws if it is forbidden */
    ServiceClient(Function<URI, List<InetAddress>> hosts) {
        this.hosts = hosts;
        this.client = HttpClients.custom()
                .setConnectionManager(PoolingHttpClientConnectionManagerBuilder.create()
                        .setDnsResolver(new CheckedAddresses())
                        .setConnectionFactory(ManagedHttpClientConnectionFactory.builder()
                                .charCodingConfig(CharCodingConfig.custom()
                                        .setCharset(StandardCharsets.UTF_8)
                                        .build())
                                .build())
                        .setDefaultConnectionConfig(ConnectionConfig.custom()
                                .setConnectTimeout(TO_CONNECT_SECONDS, TimeUnit.SECONDS)
                                .setValidateAfterInactivity(TimeValue.ZERO_MILLISECONDS)
                                .build())
                        .setMaxConnPerRoute(MAX_CONNECTIONS)
                        .setMaxConnTotal(MAX_CONNECTIONS)
                        .build())
                .disableAutomaticRetries()
                .disableRedirectHandling()
                .disableCookieManagement()
                .disableAuthCaching()
                .disableContentCompression()
                .build();
    }

    /**
     * Sends a request; the response has to be closed.
     *
     * @throws plainsieve.sources.SourceFailure if the host is forbidden
     */
    ClassicHttpResponse send(URI address, HttpUriRequestBase request) throws IOException {
        checked.put(address.getHost().toLowerCase(Locale.ROOT), hosts.apply(address));
        return client.executeOpen(null, request, null);
    }

    static HttpHeaders headers(ClassicHttpResponse response) {
        Map<String, List<String>> headers = new LinkedHashMap<>();
        for (Header header : response.getHeaders()) {
            headers.computeIfAbsent(header.getName(), name -> new ArrayList<>()).add(header.getValue());
        }
        return HttpHeaders.of(headers, (name, value) -> true);
    }

    @Override
    public void close() {
        client.close(org.apache.hc.core5.io.CloseMode.IMMEDIATE);
    }

    private final class CheckedAddresses implements DnsResolver {
        @Override
        public InetAddress[] resolve(String host) throws UnknownHostException {
            List<InetAddress> known = checked.get(host.toLowerCase(Locale.ROOT));
            if (known == null) {
                throw new UnknownHostException(host);
            }
            return known.toArray(InetAddress[]::new);
        }

        @Override
        public String resolveCanonicalHostname(String host) {
            return host;
        }
    }
}
