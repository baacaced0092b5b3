package plainsieve.core.question;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.TextLocation;

/**
 * The sentence that states the choices of a report, as written by its author. The notation is described in docs/question-line.md:
 *
 * <pre>
 * {port}         the choice of a parameter as text
 * {from..to}     the choices of two parameters that form a range
 * [ on {vessel}] omitted when its parameters are blank
 * {{ }} [[ ]]    a literal bracket
 * </pre>
 */
public record QuestionLine(List<Element> parts) {
    public QuestionLine {
        parts = List.copyOf(parts);
    }

    /** A part of the sentence template. */
    public sealed interface Element {}

    record Text(String text) implements Element {}

    /** @param parameters one, or the two bounds of a range */
    record Mark(List<String> parameters) implements Element {}

    record Optional(List<Element> parts) implements Element {}

    /** Reads the notation. Throws {@link ProblemException} with the place of a bracket that does not close. */
    public static QuestionLine read(String text) {
        return new QuestionLineReader(text).read();
    }

    /** A literal sentence; brackets have no meaning. */
    public static QuestionLine verbatim(String text) {
        return new QuestionLine(List.of(new Text(text)));
    }

    /** The parameters that a sentence marks; none when unreadable. */
    public static Set<String> mentionedIn(String text) {
        try {
            return read(text).parameters();
        } catch (ProblemException e) {
            return Set.of();
        }
    }

    /** A sentence composed of labels, for a report without one: {@code Late crossings[; Port {port}]}. */
    public static QuestionLine compose(String report, List<ParameterLabels> parameters) {
        List<Element> parts = new ArrayList<>();
        parts.add(new Text(report));
        Set<String> ends = parameters.stream().map(ParameterLabels::rangeEnd).collect(Collectors.toSet());
        for (ParameterLabels parameter : parameters) {
            if (ends.contains(parameter.name())) {
                continue;
            }
            boolean range = !parameter.rangeEnd().isEmpty();
            List<String> names = range ? List.of(parameter.name(), parameter.rangeEnd()) : List.of(parameter.name());
            parts.add(new Optional(List.of(new Text("; " + parameter.label() + " "), new Mark(names))));
        }
        return new QuestionLine(parts);
    }

    /** Every parameter that is marked, in written order. */
    public Set<String> parameters() {
        Set<String> names = new LinkedHashSet<>();
        collect(parts, names);
        return names;
    }

    private static void collect(List<Element> parts, Set<String> into) {
        for (Element part : parts) {
            if (part instanceof Mark mark) {
                into.addAll(mark.parameters());
            } else if (part instanceof Optional optional) {
                collect(optional.parts(), into);
            }
        }
    }

    /** The same sentence with another name for a parameter, written again. */
    public static String renamed(String text, String from, String to) {
        return text.replaceAll("(?<!\\{)\\{" + from + "(\\}|\\.\\.)", "{" + to + "$1")
                .replaceAll("(\\{[A-Za-z][A-Za-z0-9_]*\\.\\.)" + from + "\\}", "$1" + to + "}");
    }

    /**
     * Renders the sentence with choices.
     *
     * @param words the labels of parameters; marks of undefined parameters are rendered verbatim
     */
    public RenderedQuestion render(Map<String, ParameterLabels> words, ChoiceDescription choices) {
        List<RenderedQuestion.Phrase> said = new ArrayList<>();
        Set<String> quiet = new LinkedHashSet<>();
        render(parts, words, choices, said, quiet);
        said.stream().flatMap(part -> part.parameters().stream()).forEach(quiet::remove);
        return new RenderedQuestion(said, List.copyOf(quiet));
    }

    private static void render(
            List<Element> parts,
            Map<String, ParameterLabels> words,
            ChoiceDescription choices,
            List<RenderedQuestion.Phrase> said,
            Set<String> quiet) {
        for (Element part : parts) {
            if (part instanceof Text text) {
                said.add(new RenderedQuestion.Phrase(text.text(), List.of()));
            } else if (part instanceof Mark mark) {
                boolean known = words.keySet().containsAll(mark.parameters());
                said.add(
                        known
                                ? new RenderedQuestion.Phrase(choices.describe(mark.parameters()), mark.parameters())
                                : new RenderedQuestion.Phrase(
                                        "{" + String.join("..", mark.parameters()) + "}", List.of()));
            } else {
                Optional optional = (Optional) part;
                Set<String> names = new LinkedHashSet<>();
                collect(optional.parts(), names);
                if (names.stream().anyMatch(choices::isChosen)) {
                    render(optional.parts(), words, choices, said, quiet);
                } else {
                    names.stream().filter(words::containsKey).forEach(quiet::add);
                }
            }
        }
    }

    static ProblemException open(String text, int at, String closing) {
        return new ProblemException(Problem.of(
                        ProblemKind.INVALID_QUESTION_LINE,
                        "A bracket in the question line is not closed.",
                        "Write “%s”, or double the bracket to show it.".formatted(closing))
                .at(TextLocation.of(text, at, at + 1)));
    }
}
