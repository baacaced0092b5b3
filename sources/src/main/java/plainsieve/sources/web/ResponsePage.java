package plainsieve.sources.web;

import java.net.URI;
import java.net.http.HttpHeaders;
import java.nio.file.Path;

/**
 * A page of an answer.
 *
 * @param from where it came from, redirects followed
 * @param body on the disk
 */
record ResponsePage(URI from, int status, HttpHeaders headers, Path body, long bytes) {
    String type() {
        return headers.firstValue("Content-Type").orElse("");
    }
}
