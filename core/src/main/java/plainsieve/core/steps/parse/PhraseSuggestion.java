package plainsieve.core.steps.parse;

import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import plainsieve.core.value.NearestName;
import plainsieve.core.value.ProblemException;

/**
 * The valid phrase nearest to a mistyped one.
 *
 * @param typed the mistyped words
 * @param phrase the valid phrase
 */
record PhraseSuggestion(String typed, String phrase) {
    /** The nearest phrase to an equal number of words; otherwise one with the same first word. */
    static Optional<PhraseSuggestion> nearest(String typed, Stream<String> phrases) {
        List<String> words = List.of(typed.split(" "));
        List<String> known =
                phrases.filter(phrase -> Character.isLetter(phrase.charAt(0))).toList();
        return IntStream.iterate(words.size(), length -> length > 0, length -> length - 1)
                .mapToObj(length -> String.join(" ", words.subList(0, length)))
                .flatMap(beginning -> nearestOfLength(beginning, known).stream())
                .findFirst()
                .or(() -> known.stream()
                        .filter(phrase -> phrase.split(" ")[0].equalsIgnoreCase(words.get(0)))
                        .findFirst()
                        .map(phrase -> new PhraseSuggestion(words.get(0), phrase)));
    }

    private static Optional<PhraseSuggestion> nearestOfLength(String beginning, List<String> known) {
        int length = beginning.split(" ").length;
        List<String> sameLength = known.stream()
                .filter(phrase -> phrase.split(" ").length == length)
                .toList();
        return NearestName.of(beginning, sameLength).map(phrase -> new PhraseSuggestion(beginning, phrase));
    }

    /** @param kind of phrase, such as "step" */
    ProblemException at(StepCursor cursor, String kind) {
        return cursor.wrong("Unknown %s “%s”.".formatted(kind, typed), "Did you mean “%s”?".formatted(phrase));
    }
}
