package plainsieve.core.request;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/**
 * A web request as its author wrote it.
 *
 * @param parts in the order in which they are there
 * @param directions the lines that say how the answer is read, as they are written
 */
record WebRequest(Method method, List<RequestPart> parts, List<RequestText.Line> directions) {
    /** How a service is asked. */
    enum Method {
        GET,
        /** Only where its author has said that it reads. */
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
