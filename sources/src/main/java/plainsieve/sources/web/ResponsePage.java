package plainsieve.sources.web;

import java.net.URI;
import java.net.http.HttpHeaders;
import java.nio.file.Path;

/**
 * A page of a response.
 *
 * @param from its URL after redirects
 * @param body on disk
 */
record ResponsePage(URI from, int status, HttpHeaders headers, Path body, long bytes) {
    String type() {
        return headers.firstValue("Content-Type").orElse("");
    }
}
