package plainsieve.sources.web;

import java.net.URI;
import java.util.Optional;
import java.util.function.BiFunction;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import plainsieve.core.request.RequestEncoding;
import plainsieve.core.request.ResponseOptions;
import plainsieve.sources.engine.JsonPath;

/** Finds the address of the next page. */
final class NextPageFinder {
    private static final Pattern NEXT =
            Pattern.compile("<([^>]*)>\\s*;[^,<]*\\brel\\s*=\\s*\"?(?:[^\",<]*\\s)?next\\b", Pattern.CASE_INSENSITIVE);

    private final ResponseOptions.Paging way;
    private final URI start;
    private final BiFunction<URI, String, URI> resolving;

    /**
     * @param start the URL of the first page
     * @param resolving resolves a URL from a page
     */
    NextPageFinder(ResponseOptions.Paging way, URI start, BiFunction<URI, String, URI> resolving) {
        this.way = way;
        this.start = start;
        this.resolving = resolving;
    }

    URI first() {
        if (way instanceof ResponseOptions.Paging.Number number) {
            return pageUrl(number.name(), number.first());
        }
        return way instanceof ResponseOptions.Paging.Offset offset ? pageUrl(offset.name(), 0) : start;
    }

    /**
     * The page after another.
     *
     * @param number of that page, from 0
     * @param rows of that page
     */
    Optional<URI> after(ResponsePage responsePage, int number, long rows) {
        if (way instanceof ResponseOptions.Paging.Link link) {
            return JsonPath.text(responsePage.body(), JsonPath.of(link.at()))
                    .map(told -> resolving.apply(responsePage.from(), told));
        }
        if (way instanceof ResponseOptions.Paging.HeaderLink) {
            return responsePage.headers().allValues("Link").stream()
                    .map(NEXT::matcher)
                    .filter(Matcher::find)
                    .map(found -> resolving.apply(responsePage.from(), found.group(1)))
                    .findFirst();
        }
        if (way instanceof ResponseOptions.Paging.Number numbered) {
            return rows == 0 ? Optional.empty() : Optional.of(pageUrl(numbered.name(), numbered.first() + number + 1));
        }
        return way instanceof ResponseOptions.Paging.Offset offset && rows >= offset.size()
                ? Optional.of(pageUrl(offset.name(), offset.size() * (number + 1)))
                : Optional.empty();
    }

    private URI pageUrl(String name, long number) {
        String sign = start.getRawQuery() == null ? "?" : "&";
        return URI.create(start + sign + RequestEncoding.value(name) + "=" + number);
    }
}
