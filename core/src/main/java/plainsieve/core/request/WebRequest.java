package plainsieve.core.request;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/**
 * A web request as its author wrote it.
 *
 * @param parts in text order
 * @param directions the lines that describe the response, verbatim
 */
record WebRequest(Method method, List<RequestPart> parts, List<RequestText.Line> directions) {
    /** The HTTP method. */
    enum Method {
        GET,
        /** Only if the author declares that it reads. */
        POST
    }

    WebRequest {
        parts = List.copyOf(parts);
        directions = List.copyOf(directions);
    }

    List<RequestPart> parts(RequestPart.Kind kind) {
        return parts.stream().filter(part -> part.kind() == kind).toList();
    }

    Set<String> parameterNames() {
        Set<String> names = new LinkedHashSet<>();
        parts.forEach(part -> part.value().holes().forEach(placeholder -> names.add(placeholder.name())));
        return names;
    }
}
