package plainsieve.core.sentence.parameter;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.sentence.MarkOption;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Type;

/**
 * Parses a typed sentence to a parameter; unspecified properties get their defaults.
 *
 * <pre>
 * :island is text, many values from ports.island with counts, blank means no filter, called Island
 * </pre>
 */
public final class ParameterSentenceParser {
    private static final Pattern NAME = Pattern.compile("\\s*:?([A-Za-z][A-Za-z0-9_]*)");

    /** What a phrase can begin with, and the mark that it is about. */
    private static final Map<String, String> LEADS = Map.ofEntries(
            Map.entry("is", "type"),
            Map.entry("takes", "takes"),
            Map.entry("from", "list"),
            Map.entry("blank means", "blank"),
            Map.entry("reads", "reads"),
            Map.entry("opens with", "start"),
            Map.entry("called", "label"),
            Map.entry("with the hint", "hint"),
            Map.entry("under", "group"),
            Map.entry("in", "unit"),
            Map.entry("a value means", "covers"),
            Map.entry("all means", "all"));

    private static final Pattern BETWEEN_PHRASES = Pattern.compile(
            "\\s*[,;]\\s*(?:and\\s+)?|\\s+(?:and\\s+)?(?=(?:takes|from|reads|called|blank means|opens with|with counts)\\s)"
                    + "|\\s+(?=with counts\\b)",
            Pattern.CASE_INSENSITIVE);
    private static final List<String> WITHOUT_LEAD = List.of("type", "takes", "counts", "blank");

    private final ParameterContext around;
    private ParameterDefinition parameter;

    private ParameterSentenceParser(ParameterContext around, ParameterDefinition named) {
        this.around = around;
        this.parameter = named;
    }

    /** Reads a sentence. Throws {@link ProblemException} that names the phrase which says nothing. */
    public static ParameterDefinition read(String sentence, ParameterContext around) {
        Matcher name = NAME.matcher(sentence);
        if (!name.lookingAt()) {
            throw new ProblemException(Problem.of(
                    "bad-parameter",
                    "A parameter begins with its name: letters, digits and _.",
                    "Write “island”, or “island is text, many values from ports.island”."));
        }
        ParameterSentenceParser typed = new ParameterSentenceParser(around, named(name.group(1)));
        String rest = sentence.substring(name.end()).strip();
        typed.phrases(rest).forEach(typed::take);
        return typed.parameter;
    }

    /** The phrases of a sentence. What says nothing itself goes on with the values before it: "opens with Ardlow, Skerrin". */
    private List<String> phrases(String sentence) {
        List<String> phrases = new ArrayList<>();
        for (String part : BETWEEN_PHRASES.split(sentence)) {
            String phrase = part.strip();
            int last = phrases.size() - 1;
            boolean goesOn = last >= 0 && takesValues(phrases.get(last)) && !saysSomething(phrase);
            if (goesOn) {
                phrases.set(last, phrases.get(last) + ", " + phrase);
            } else if (!phrase.isEmpty()) {
                phrases.add(phrase);
            }
        }
        return phrases;
    }

    private static boolean takesValues(String phrase) {
        return lead(phrase)
                .map(LEADS::get)
                .filter(mark -> mark.equals("list") || mark.equals("start"))
                .isPresent();
    }

    private boolean saysSomething(String phrase) {
        return lead(phrase).isPresent()
                || phrase.startsWith("with")
                || WITHOUT_LEAD.stream()
                        .anyMatch(mark ->
                                sentenceHas(mark) && offered(mark, phrase).isPresent());
    }

    private static Optional<String> lead(String phrase) {
        String lower = phrase.toLowerCase(Locale.ROOT);
        return LEADS.keySet().stream()
                .filter(words -> lower.startsWith(words + " "))
                .findFirst();
    }

    /** A parameter of which only the name is known: a text that filters nothing when blank. */
    private static ParameterDefinition named(String name) {
        String words = name.replace('_', ' ');
        String label = Character.toUpperCase(words.charAt(0)) + words.substring(1);
        return ParameterDefinition.of(
                Parameter.of(name, Type.TEXT), new ParameterDefinition.Words(label, "", "", "", "any " + words));
    }

    private void take(String phrase) {
        Optional<String> lead = lead(phrase);
        if (lead.isPresent()) {
            String said = phrase.substring(lead.get().length()).strip();
            put(LEADS.get(lead.get()), said);
            return;
        }
        for (String mark : WITHOUT_LEAD) {
            Optional<MarkOption> meant = sentenceHas(mark) ? offered(mark, phrase) : Optional.empty();
            if (meant.isPresent()) {
                parameter = sentence().with(mark, meant.get().id()).parameter();
                return;
            }
        }
        throw unknown(phrase);
    }

    private void put(String mark, String said) {
        if (!sentenceHas(mark)) {
            throw unknown(said);
        }
        List<MarkOption> offers = sentence().offers(mark);
        Optional<MarkOption> meant = offered(mark, said);
        boolean onlyOffered = !offers.isEmpty() && !mark.equals("list") && !mark.equals("start");
        if (meant.isEmpty() && onlyOffered) {
            throw unknown(said);
        }
        parameter =
                sentence().with(mark, meant.map(MarkOption::id).orElse(said)).parameter();
    }

    private ParameterSentence sentence() {
        return new ParameterSentence(parameter, around);
    }

    private boolean sentenceHas(String mark) {
        return sentence().has(mark);
    }

    /** The offer that some words mean: its own words, or their beginning. */
    private Optional<MarkOption> offered(String mark, String said) {
        List<MarkOption> offers = sentence().offers(mark);
        String wanted = plain(said);
        return offers.stream()
                .filter(option -> plain(option.words()).equals(wanted))
                .findFirst()
                .or(() -> offers.stream()
                        .filter(option -> plain(option.words()).startsWith(wanted + " "))
                        .findFirst());
    }

    private static String plain(String words) {
        return words.toLowerCase(Locale.ROOT).replaceFirst("^(an?|the|that) ", "");
    }

    private ProblemException unknown(String phrase) {
        return new ProblemException(Problem.of(
                        "bad-parameter",
                        "Unknown phrase “%s”.".formatted(phrase),
                        "Write for example “is a date”, “many values”, “from table.column”, “blank means no filter”, “opens with …”, “called …”.")
                .about(parameter.name()));
    }
}
