package plainsieve.server.http.context;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.List;
import java.util.function.Function;
import org.springframework.http.HttpHeaders;
import org.springframework.web.util.UriComponentsBuilder;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;

/**
 * The requested part of a list: {@code limit} items, those after the item with the ID {@code after}. If there are more, the header Link
 * (RFC 8288) of the response has the address of the next page, with the relation {@code next}.
 */
public final class PageRequest {
    /** The maximum and the default number of items of a page. */
    public static final int LARGEST = 1_000;

    private static final String AFTER = "after";
    private static final String LIMIT = "limit";

    private final HttpServletRequest request;
    private final HttpServletResponse response;

    PageRequest(HttpServletRequest request, HttpServletResponse response) {
        this.request = request;
        this.response = response;
    }

    /** Throws {@link ProblemException} for a limit that is not between 1 and {@value #LARGEST} and for an ID that is not in the list. */
    public <T> List<T> of(List<T> all, Function<T, String> idOf) {
        int start = start(all, idOf);
        int end = Math.min(all.size(), start + limit());
        if (end < all.size()) {
            String next = UriComponentsBuilder.fromPath(request.getRequestURI())
                    .query(request.getQueryString())
                    .replaceQueryParam(AFTER, "{after}")
                    .encode()
                    .buildAndExpand(idOf.apply(all.get(end - 1)))
                    .toUriString();
            response.setHeader(HttpHeaders.LINK, "<" + next + ">; rel=\"next\"");
        }
        return all.subList(start, end);
    }

    private <T> int start(List<T> all, Function<T, String> idOf) {
        String after = request.getParameter(AFTER);
        if (after == null) {
            return 0;
        }
        for (int i = 0; i < all.size(); i++) {
            if (idOf.apply(all.get(i)).equals(after)) {
                return i + 1;
            }
        }
        throw new ProblemException(Problem.of(
                ProblemKind.INVALID_REQUEST,
                "The list has no item “%s”.".formatted(after),
                "Request the list from its beginning."));
    }

    private int limit() {
        String limit = request.getParameter(LIMIT);
        if (limit == null) {
            return LARGEST;
        }
        if (!limit.matches("\\d{1,4}") || Integer.parseInt(limit) < 1 || Integer.parseInt(limit) > LARGEST) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_REQUEST,
                    "A page cannot have %s items.".formatted(limit),
                    "Use 1 to %d.".formatted(LARGEST)));
        }
        return Integer.parseInt(limit);
    }
}
