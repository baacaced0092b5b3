package plainsieve.sources.web;

import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.util.Base64;
import java.util.Locale;
import java.util.Set;
import org.apache.hc.client5.http.classic.methods.HttpUriRequestBase;
import org.apache.hc.core5.http.ContentType;
import org.apache.hc.core5.http.io.entity.StringEntity;
import plainsieve.core.request.RequestEncoding;
import plainsieve.core.request.ServiceRequest;
import plainsieve.sources.ServiceSettings;
import plainsieve.sources.SignIn;
import plainsieve.sources.SourceAccess;

/** Creates HTTP requests with the service's credentials. */
final class HttpRequestFactory {
    private static final char DELETE = 127;

    private static final Set<String> OF_THE_CONNECTION = Set.of(
            "connection",
            "content-length",
            "expect",
            "host",
            "keep-alive",
            "proxy-authorization",
            "te",
            "trailer",
            "transfer-encoding",
            "upgrade");

    private final SourceAccess access;
    private final ServiceSettings settings;
    private final WebFailures failures;

    HttpRequestFactory(SourceAccess access, WebFailures failures) {
        this.access = access;
        this.settings = (ServiceSettings) access.settings();
        this.failures = failures;
    }

    HttpUriRequestBase of(URI address, ServiceRequest request) {
        try {
            return built(address, request);
        } catch (IllegalArgumentException e) {
            throw failures.rejected(
                    "The secret or a header has an invalid character.",
                    "Check the authentication of the source on Sources.");
        }
    }

    private HttpUriRequestBase built(URI address, ServiceRequest request) {
        HttpUriRequestBase http = new HttpUriRequestBase(request.post() ? "POST" : "GET", withSecret(address));
        http.setHeader("User-Agent", "Plain Sieve");
        http.setHeader("Accept", "application/json, text/csv;q=0.9, */*;q=0.5");
        request.headers().forEach((name, value) -> header(http, name, value));
        String body = request.body().orElse("");
        if (request.body().isPresent() || request.post()) {
            ContentType type = request.body().isPresent()
                    ? ContentType.create("application/json", StandardCharsets.UTF_8)
                    : ContentType.create("text/plain", StandardCharsets.UTF_8);
            http.setEntity(new StringEntity(body, type));
        }
        secret(http);
        return http;
    }

    /* Connection headers are managed by the client, and values must not start another header. */
    private static void header(HttpUriRequestBase request, String name, String value) {
        boolean fits = name.matches("[!#$%&'*+.^_`|~0-9A-Za-z-]+")
                && !OF_THE_CONNECTION.contains(name.toLowerCase(Locale.ROOT))
                && value.chars().allMatch(c -> c >= ' ' && c != DELETE || c == '\t');
        if (!fits) {
            throw new IllegalArgumentException(name);
        }
        request.setHeader(name, value);
    }

    private void secret(HttpUriRequestBase request) {
        String secret = access.password().reveal();
        switch (settings.signIn()) {
            case BASIC -> header(request, "Authorization", "Basic " + basic(settings.name(), secret));
            case BEARER -> header(request, "Authorization", "Bearer " + secret);
            case HEADER -> header(request, settings.name(), secret);
            case NONE, QUERY -> {}
        }
    }

    private URI withSecret(URI address) {
        if (settings.signIn() != SignIn.QUERY) {
            return address;
        }
        String asked = RequestEncoding.value(settings.name()) + "="
                + RequestEncoding.value(access.password().reveal());
        String sign = address.getRawQuery() == null ? "?" : "&";
        return URI.create(address + sign + asked);
    }

    /** A user and a password as RFC 7617 writes them. */
    static String basic(String user, String password) {
        byte[] both = (user + ":" + password).getBytes(StandardCharsets.UTF_8);
        return Base64.getEncoder().encodeToString(both);
    }
}
