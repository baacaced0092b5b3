package plainsieve.server.http;

import jakarta.servlet.http.HttpServletRequest;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.boot.webmvc.autoconfigure.WebMvcRegistrations;
import org.springframework.context.annotation.Configuration;
import org.springframework.web.servlet.mvc.method.RequestMappingInfo;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;

/**
 * Finds the route of a request. The framework matches a path against the patterns of all 200 routes; here those that end
 * in another word are skipped.
 */
@Configuration
class RouteFinder implements WebMvcRegistrations {
    @Override
    public RequestMappingHandlerMapping getRequestMappingHandlerMapping() {
        return new ByLastWord();
    }

    private static final class ByLastWord extends RequestMappingHandlerMapping {
        private final Map<RequestMappingInfo, String> lastWords = new ConcurrentHashMap<>();

        @Override
        protected RequestMappingInfo getMatchingMapping(RequestMappingInfo route, HttpServletRequest request) {
            String word = lastWords.computeIfAbsent(route, ByLastWord::lastWord);
            return mayEndIn(word, request.getRequestURI()) ? super.getMatchingMapping(route, request) : null;
        }

        /* An address that may be written in another way is left to the framework. */
        private static boolean mayEndIn(String word, String address) {
            return word.isEmpty()
                    || address.endsWith(word)
                    || address.indexOf('%', address.lastIndexOf('/')) >= 0
                    || address.endsWith("/")
                    || address.indexOf(';') >= 0;
        }

        /* Empty if any path may match: a variable at its end, a pattern, or several patterns. */
        private static String lastWord(RequestMappingInfo route) {
            if (route.getPathPatternsCondition() == null
                    || route.getPathPatternsCondition().getPatterns().size() != 1) {
                return "";
            }
            String pattern = route.getPathPatternsCondition().getFirstPattern().getPatternString();
            String last = pattern.substring(pattern.lastIndexOf('/') + 1);
            return last.matches("[a-z-]+") ? "/" + last : "";
        }
    }
}
