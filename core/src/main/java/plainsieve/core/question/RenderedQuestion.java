package plainsieve.core.question;

import java.util.List;
import java.util.stream.Collectors;

/**
 * A question line with its choices filled in.
 *
 * @param quiet the parameters that the sentence could mention, but does not while nothing is chosen for them
 */
public record RenderedQuestion(List<Phrase> parts, List<String> quiet) {
    public RenderedQuestion {
        parts = List.copyOf(parts);
        quiet = List.copyOf(quiet);
    }

    /** @param parameters whose choice the text states; empty for literal text */
    public record Phrase(String text, List<String> parameters) {
        public Phrase {
            parameters = List.copyOf(parameters);
        }
    }

    public String sentence() {
        return parts.stream().map(Phrase::text).collect(Collectors.joining()).strip();
    }
}
