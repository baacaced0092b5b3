package plainsieve.core.request;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;

/**
 * A request to a service with all values encoded, and how its response is parsed.
 *
 * @param path relative to the source's address, with the query string
 */
public record ServiceRequest(
        boolean post, String path, Map<String, String> headers, Optional<String> body, ResponseOptions directions) {
    public ServiceRequest {
        headers = Collections.unmodifiableMap(new LinkedHashMap<>(headers));
    }

    public static ServiceRequest get(String path, ResponseOptions options) {
        return new ServiceRequest(false, path, Map.of(), Optional.empty(), options);
    }

    /** As it is reported: {@code get /ports}. */
    public String inWords() {
        return (post ? "post " : "get ") + path;
    }
}
