package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.CookieManager;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import plainsieve.issuer.Issuer;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** A browser that follows no redirects automatically. */
final class Visitor {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    private final String server;
    private final HttpClient client =
            HttpClient.newBuilder().cookieHandler(new CookieManager()).build();

    /** @param server the base address */
    Visitor(String server) {
        this.server = server;
    }

    HttpResponse<String> get(String address) {
        return send(HttpRequest.newBuilder(URI.create(address))
                .header("Accept", address.contains("/api/v1/") ? "*/*" : "text/html"));
    }

    private HttpResponse<String> send(HttpRequest.Builder request) {
        try {
            return client.send(request.build(), HttpResponse.BodyHandlers.ofString());
        } catch (IOException | InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }

    static String next(HttpResponse<?> answer) {
        return answer.uri()
                .resolve(answer.headers().firstValue("Location").orElseThrow())
                .toString();
    }

    /** Completes the provider's login page. @return the redirect URI with its parameters, not yet requested */
    String throughTheService(String name, String back) {
        HttpResponse<String> sent =
                get(server + "/sign-in/by-service?back=" + URLEncoder.encode(back, StandardCharsets.UTF_8));
        String asked = next(sent);
        String login = next(get(asked));
        Matcher csrf = Pattern.compile("name=\"_csrf\"[^>]*value=\"([^\"]+)\"")
                .matcher(get(login).body());
        assertThat(csrf.find()).isTrue();

        String form = "username=%s&password=%s&_csrf=%s"
                .formatted(
                        name,
                        URLEncoder.encode(Issuer.PASSWORD, StandardCharsets.UTF_8),
                        URLEncoder.encode(csrf.group(1), StandardCharsets.UTF_8));
        HttpResponse<String> loggedIn = send(HttpRequest.newBuilder(URI.create(login))
                .header("Content-Type", "application/x-www-form-urlencoded")
                .POST(HttpRequest.BodyPublishers.ofString(form)));
        return next(get(next(loggedIn)));
    }

    String comesBack(String address) {
        return next(get(address));
    }

    JsonNode me() {
        return JSON.readTree(get(server + "/api/v1/me").body());
    }
}
