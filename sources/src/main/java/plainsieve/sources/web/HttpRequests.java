package plainsieve.sources.web;

import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.nio.charset.StandardCharsets;
import java.util.Base64;
import java.util.Map;
import plainsieve.core.request.Ask;
import plainsieve.core.request.Encoding;
import plainsieve.sources.ServiceSettings;
import plainsieve.sources.SignIn;
import plainsieve.sources.SourceAccess;

/** Makes the requests to one service, with its secret where it wants it. */
final class HttpRequests {
    private final SourceAccess access;
    private final ServiceSettings settings;
    private final WebFailures failures;

    HttpRequests(SourceAccess access, WebFailures failures) {
        this.access = access;
        this.settings = (ServiceSettings) access.settings();
        this.failures = failures;
    }

    HttpRequest of(URI address, Ask ask) {
        try {
            return built(address, ask);
        } catch (IllegalArgumentException e) {
            throw failures.refused(
                    "The secret, or a header, has a character that no header takes.",
                    "Look at how the source signs in on Sources.");
        }
    }

    private HttpRequest built(URI address, Ask ask) {
        HttpRequest.Builder builder = HttpRequest.newBuilder(withSecret(address))
                .header("User-Agent", "Plain Sieve")
                .header("Accept", "application/json, text/csv;q=0.9, */*;q=0.5");
        if (address.getScheme().equals("http")) {
            // Else it offers to speak HTTP 2, which some services take for something else.
            builder.version(HttpClient.Version.HTTP_1_1);
        }
        for (Map.Entry<String, String> header : ask.headers().entrySet()) {
            builder.setHeader(header.getKey(), header.getValue());
        }
        ask.body().ifPresent(body -> builder.setHeader("Content-Type", "application/json"));
        secret(builder);
        return ask.post()
                ? builder.POST(HttpRequest.BodyPublishers.ofString(ask.body().orElse("")))
                        .build()
                : builder.GET().build();
    }

    private void secret(HttpRequest.Builder builder) {
        String secret = access.password().reveal();
        switch (settings.signIn()) {
            case BASIC -> builder.setHeader("Authorization", "Basic " + basic(settings.name(), secret));
            case BEARER -> builder.setHeader("Authorization", "Bearer " + secret);
            case HEADER -> builder.setHeader(settings.name(), secret);
            case NOTHING, ASKED -> {}
        }
    }

    private URI withSecret(URI address) {
        if (settings.signIn() != SignIn.ASKED) {
            return address;
        }
        String asked = Encoding.value(settings.name()) + "="
                + Encoding.value(access.password().reveal());
        String sign = address.getRawQuery() == null ? "?" : "&";
        return URI.create(address + sign + asked);
    }

    /** A user and a password as RFC 7617 writes them. */
    static String basic(String user, String password) {
        byte[] both = (user + ":" + password).getBytes(StandardCharsets.UTF_8);
        return Base64.getEncoder().encodeToString(both);
    }
}
