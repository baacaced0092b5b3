package plainsieve.core.sentence.parameter;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.sentence.MarkOption;
import plainsieve.core.value.NearestName;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.Type;

/**
 * Parses a typed sentence to a parameter; unspecified properties get their defaults. Accepts every sentence that {@link
 * ParameterSentence} writes, and its phrases in any order.
 *
 * <pre>
 * :island is text, many values from ports.island with counts, when blank: no filter, label: Island
 * </pre>
 */
public final class ParameterSentenceParser {
    private static final Pattern NAME = Pattern.compile("\\s*:?([A-Za-z][A-Za-z0-9_]*)");

    /** The first words of phrases and their marks. */
    private static final Map<String, String> LEADS = Map.ofEntries(
            Map.entry("is", "type"),
            Map.entry("takes", "takes"),
            Map.entry("from", "list"),
            Map.entry("values", "list"),
            Map.entry("list", "counts"),
            Map.entry("computed as", "formula"),
            Map.entry("when blank", "blank"),
            Map.entry("when empty", "blank"),
            Map.entry("shown as", "reads"),
            Map.entry("default", "start"),
            Map.entry("viewers may choose", "held"),
            Map.entry("visible to everyone without it", "open"),
            Map.entry("label", "label"),
            Map.entry("called", "label"),
            Map.entry("hint", "hint"),
            Map.entry("heading", "group"),
            Map.entry("unit", "unit"),
            Map.entry("labels from", "label-column"),
            Map.entry("excluded values", "except"),
            Map.entry("values of column", "compared"),
            Map.entry("unlisted values are", "gone"),
            Map.entry("list cached for", "kept"),
            Map.entry("a value means", "covers"),
            Map.entry("all means", "all"),
            Map.entry("minimum", "least"),
            Map.entry("maximum", "most"),
            Map.entry("values in sent", "private"));

    /** Marks with typed text, which may contain the commas between phrases. */
    private static final Set<String> TYPED =
            Set.of("list", "start", "formula", "label", "hint", "group", "unit", "reads", "except", "open");

    /** Phrases that follow from other parameters and set nothing. */
    private static final Pattern DERIVED =
            Pattern.compile("(?:the )?end of the range of :\\w+|depending on .*", Pattern.CASE_INSENSITIVE);

    private static final Pattern EVERY_ROW = Pattern.compile("(\\S+|no number) means all rows");

    /** Today's value of a formula, which is written after it. */
    private static final Pattern NOW = Pattern.compile("\\s*\\(now .*\\)$");

    private static final Pattern SEPARATOR = Pattern.compile("\\s*[,;]\\s*(?:and\\s+(?=\\w))?");

    /** A phrase may start without a separator after the type, the multiplicity, or a column. */
    private static final Pattern INNER_LEAD = Pattern.compile(
            "\\s+(?:and\\s+)?(?=(?:takes|from|default|when blank|with counts)\\b)", Pattern.CASE_INSENSITIVE);

    private static final Set<String> SPLIT = Set.of("type", "takes", "list", "counts", "blank");
    private static final List<String> WITHOUT_LEAD = List.of("type", "takes", "counts", "blank");

    private final ParameterContext context;
    private ParameterDefinition parameter;

    /** @param separator before the phrase, kept in case the phrase continues the previous one */
    private record Phrase(String separator, String text) {}

    private ParameterSentenceParser(ParameterContext context, ParameterDefinition named) {
        this.context = context;
        this.parameter = named;
    }

    /** Parses a sentence. Throws {@link ProblemException} that names an unknown phrase. */
    public static ParameterDefinition read(String sentence, ParameterContext context) {
        Matcher name = NAME.matcher(sentence);
        if (!name.lookingAt()) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_PARAMETER,
                    "A parameter begins with its name: letters, digits and _.",
                    "Write “island”, or “island is text, many values from ports.island”."));
        }
        ParameterSentenceParser parser = new ParameterSentenceParser(context, named(name.group(1)));
        String rest = sentence.substring(name.end()).strip();
        parser.phrases(rest).forEach(parser::apply);
        return parser.parameter;
    }

    /** A parameter of which only the name is known: a text that filters nothing when blank. */
    private static ParameterDefinition named(String name) {
        String words = name.replace('_', ' ');
        String label = Character.toUpperCase(words.charAt(0)) + words.substring(1);
        return ParameterDefinition.of(
                Parameter.of(name, Type.TEXT), new ParameterDefinition.Words(label, "", "", "", "any " + words));
    }

    /** The phrases of a sentence. A part that is no phrase continues the typed text before it: "default: Ardlow, Skerrin". */
    private List<String> phrases(String sentence) {
        List<String> phrases = new ArrayList<>();
        for (Phrase part : parts(sentence)) {
            int last = phrases.size() - 1;
            boolean continues = last >= 0 && isTyped(phrases.get(last)) && !isPhrase(part.text());
            if (continues) {
                phrases.set(last, phrases.get(last) + part.separator() + part.text());
            } else if (!part.text().isEmpty()) {
                addInner(part.text(), phrases);
            }
        }
        return phrases;
    }

    /** Splits at commas and semicolons, except within quotation marks. */
    private static List<Phrase> parts(String sentence) {
        List<Phrase> parts = new ArrayList<>();
        Matcher separator = SEPARATOR.matcher(sentence);
        String before = "";
        int from = 0;
        while (separator.find()) {
            String text = sentence.substring(from, separator.start());
            if (text.chars().filter(sign -> sign == '"').count() % 2 == 0) {
                parts.add(new Phrase(before, text.strip()));
                before = separator.group();
                from = separator.end();
            }
        }
        parts.add(new Phrase(before, sentence.substring(from).strip()));
        return parts;
    }

    private static void addInner(String part, List<String> phrases) {
        String rest = part;
        for (Matcher inner = INNER_LEAD.matcher(rest);
                maySplit(rest) && inner.find();
                inner = INNER_LEAD.matcher(rest)) {
            phrases.add(rest.substring(0, inner.start()));
            rest = rest.substring(inner.end());
        }
        phrases.add(rest);
    }

    private static boolean maySplit(String phrase) {
        return mark(phrase).map(SPLIT::contains).orElse(true);
    }

    private static boolean isTyped(String phrase) {
        return mark(phrase).filter(TYPED::contains).isPresent();
    }

    private boolean isPhrase(String text) {
        return lead(text).isPresent()
                || text.startsWith("with")
                || isAnyValue(text)
                || DERIVED.matcher(text).matches()
                || EVERY_ROW.matcher(text).matches()
                || WITHOUT_LEAD.stream()
                        .anyMatch(mark -> has(mark) && option(mark, text).isPresent());
    }

    private static Optional<String> mark(String phrase) {
        return lead(phrase).map(LEADS::get);
    }

    /** The longest lead that a phrase starts with. */
    private static Optional<String> lead(String phrase) {
        String lower = phrase.toLowerCase(Locale.ROOT);
        return LEADS.keySet().stream()
                .filter(words -> lower.startsWith(words + " ") || lower.startsWith(words + ":"))
                .max((one, other) -> Integer.compare(one.length(), other.length()));
    }

    private void apply(String phrase) {
        Matcher everyRow = EVERY_ROW.matcher(phrase);
        Optional<String> lead = lead(phrase);
        if (DERIVED.matcher(phrase).matches()) {
            return;
        }
        if (everyRow.matches()) {
            set("every-row", everyRow.group(1).equals("no number") ? "" : everyRow.group(1));
        } else if (lead.isPresent()) {
            String words =
                    phrase.substring(lead.get().length()).replaceFirst("^:", "").strip();
            apply(LEADS.get(lead.get()), words);
        } else {
            applyWithoutLead(phrase);
        }
    }

    /** {@code any text}: no list. */
    private boolean isAnyValue(String phrase) {
        return phrase.startsWith("any ")
                && has("list")
                && option("list", phrase).isPresent();
    }

    private void applyWithoutLead(String phrase) {
        if (isAnyValue(phrase)) {
            apply("list", phrase);
            return;
        }
        for (String mark : WITHOUT_LEAD) {
            Optional<MarkOption> meant = has(mark) ? option(mark, phrase) : Optional.empty();
            if (meant.isPresent()) {
                set(mark, meant.get().id());
                return;
            }
        }
        throw unknown(phrase);
    }

    private void apply(String mark, String words) {
        switch (mark) {
            case "formula" -> computed(words);
            case "list" -> list(words);
            case "except" -> set(mark, isNone(words) ? "" : String.join("\n", words.split("\\s*,\\s*")));
            case "open" -> open(words);
            case "label", "hint", "group", "unit", "reads" ->
                set(mark, isNone(words) && !mark.equals("label") ? "" : unquoted(words));
            case "least", "most" -> set(mark, words);
            case "start" -> set(mark, optionOr(mark, NOW.matcher(words).replaceFirst("")));
            default ->
                set(mark, option(mark, words).orElseThrow(() -> unknown(words)).id());
        }
    }

    private void computed(String words) {
        set("takes", option("takes", "computed").orElseThrow().id());
        set("formula", NOW.matcher(words).replaceFirst(""));
    }

    /** A column, a query, or values; {@code typed values: SAILED = Sailed, CANCELLED}. */
    private void list(String words) {
        String typed = "typed values:";
        if (!words.toLowerCase(Locale.ROOT).startsWith(typed)) {
            set("list", optionOr("list", words));
            return;
        }
        String values = words.substring(typed.length()).strip();
        if (values.matches(".* and [\\d,]+ more")) {
            throw new ProblemException(Problem.of(
                            ProblemKind.INVALID_PARAMETER,
                            "The list of values is not complete.",
                            "Write all values, or leave them out.")
                    .about(parameter.name()));
        }
        set("list", option("list", "typed values").orElseThrow().id());
        String lines = parts(values).stream()
                .map(Phrase::text)
                .reduce((one, other) -> one + "\n" + other)
                .orElse("");
        set("values", isNone(values) ? "" : lines);
    }

    /** Queries and lists that are visible to viewers without a value. */
    private void open(String words) {
        if (isNone(words)) {
            return;
        }
        for (String name : words.split("\\s*,\\s*")) {
            set("open", option("open", name).orElseThrow(() -> unknown(name)).id());
        }
    }

    private static boolean isNone(String words) {
        return words.equalsIgnoreCase("none");
    }

    private static String unquoted(String words) {
        boolean quoted = words.length() > 1 && words.startsWith("\"") && words.endsWith("\"");
        return quoted ? words.substring(1, words.length() - 1) : words;
    }

    private void set(String mark, String taken) {
        if (!has(mark)) {
            throw unknown(taken);
        }
        parameter = sentence().with(mark, taken).parameter();
    }

    private String optionOr(String mark, String words) {
        return has(mark) ? option(mark, words).map(MarkOption::id).orElse(words) : words;
    }

    private ParameterSentence sentence() {
        return new ParameterSentence(parameter, context);
    }

    private boolean has(String mark) {
        return sentence().has(mark);
    }

    /** The option with this label, or a label that starts with it. */
    private Optional<MarkOption> option(String mark, String words) {
        List<MarkOption> options = sentence().offers(mark);
        String wanted = plain(words);
        return options.stream()
                .filter(option -> plain(option.label()).equals(wanted))
                .findFirst()
                .or(() -> options.stream()
                        .filter(option -> plain(option.label()).startsWith(wanted + " "))
                        .findFirst());
    }

    private static String plain(String words) {
        return words.toLowerCase(Locale.ROOT).replaceFirst("^(an?|the|that) ", "");
    }

    private ProblemException unknown(String phrase) {
        String advice =
                "Write for example “is a date”, “many values”, “from table.column”, “when blank: no filter”, “default: …”, “label: …”.";
        return new ProblemException(Problem.of(
                        ProblemKind.INVALID_PARAMETER,
                        "Unknown phrase “%s”.".formatted(phrase),
                        nearestLead(phrase).map("Did you mean “%s”?"::formatted).orElse(advice))
                .about(parameter.name()));
    }

    private static Optional<String> nearestLead(String phrase) {
        String[] words = phrase.replace(":", "").split(" ");
        for (int length = Math.min(words.length, 3); length > 0; length--) {
            String beginning = String.join(" ", List.of(words).subList(0, length));
            Optional<String> nearest = NearestName.of(beginning, LEADS.keySet());
            if (nearest.isPresent() && beginning.length() > 2) {
                return nearest;
            }
        }
        return Optional.empty();
    }
}
