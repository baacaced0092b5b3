package plainsieve.core.question;

import java.util.List;
import java.util.stream.Collectors;

/**
 * A question line with its choices in words.
 *
 * @param quiet the parameters that the sentence could mention, but does not while nothing is chosen for them
 */
public record RenderedQuestion(List<Part> parts, List<String> quiet) {
    public RenderedQuestion {
        parts = List.copyOf(parts);
        quiet = List.copyOf(quiet);
    }

    /** @param parameters whose choice the text says; empty for the words between */
    public record Part(String text, List<String> parameters) {
        public Part {
            parameters = List.copyOf(parameters);
        }
    }

    public String sentence() {
        return parts.stream().map(Part::text).collect(Collectors.joining()).strip();
    }
}
