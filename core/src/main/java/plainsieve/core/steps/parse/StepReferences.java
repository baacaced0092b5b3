package plainsieve.core.steps.parse;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.function.BiPredicate;
import plainsieve.core.sql.lexer.TextEdit;
import plainsieve.core.steps.model.LineSpan;
import plainsieve.core.value.ProblemException;

/** The parameters and queries that steps reference, found lexically without a source. */
public final class StepReferences {
    private StepReferences() {}

    /** The parameters of the steps that are on. */
    public static Set<String> parameters(String text) {
        Set<String> names = new LinkedHashSet<>();
        for (StepLines.Line line : StepLines.of(text).steps()) {
            List<StepToken> tokens = tokens(line);
            Set<Integer> arguments = arguments(tokens);
            for (int i = 0; i < tokens.size(); i++) {
                if (tokens.get(i).kind() == StepToken.Kind.PARAMETER && !arguments.contains(i)) {
                    names.add(tokens.get(i).text());
                }
            }
        }
        return names;
    }

    /**
     * A referenced query.
     *
     * @param name in the text: its name or its ID
     * @param arguments its parameters with an argument
     */
    public record QueryReference(String name, Set<String> arguments) {
        public QueryReference {
            arguments = Set.copyOf(arguments);
        }
    }

    /** The queries referenced by enabled steps. */
    public static List<QueryReference> queries(String text) {
        List<QueryReference> taken = new ArrayList<>();
        for (StepLines.Line line : StepLines.of(text).steps()) {
            List<StepToken> tokens = tokens(line);
            Set<String> arguments = new LinkedHashSet<>();
            arguments(tokens).forEach(at -> arguments.add(tokens.get(at).text()));
            for (int i = 1; i < tokens.size(); i++) {
                if (isQuery(tokens, i)) {
                    taken.add(new QueryReference(tokens.get(i).text(), arguments));
                }
            }
        }
        return taken;
    }

    private static boolean isQuery(List<StepToken> tokens, int at) {
        return at > 0
                && tokens.get(at).kind() == StepToken.Kind.TEXT
                && tokens.get(at - 1).isWord("query");
    }

    /** Where parameters of a query that is called are: in {@code called with :port = port_id, :day = today}. */
    private static Set<Integer> arguments(List<StepToken> tokens) {
        Set<Integer> arguments = new LinkedHashSet<>();
        boolean called = false;
        for (int i = 1; i + 1 < tokens.size(); i++) {
            called |= tokens.get(i).isWord("with") && tokens.get(i - 1).isWord("called");
            boolean begins =
                    tokens.get(i - 1).isWord("with") || tokens.get(i - 1).isSign(",");
            boolean named = tokens.get(i).kind() == StepToken.Kind.PARAMETER
                    && tokens.get(i + 1).isSign("=");
            if (called && begins && named) {
                arguments.add(i);
            }
        }
        return arguments;
    }

    /** The text with another name for a parameter, everywhere; in steps that are off, too. */
    public static String renamed(String text, String from, String to) {
        return replaced(
                text,
                (tokens, at) -> tokens.get(at).kind() == StepToken.Kind.PARAMETER
                        && tokens.get(at).text().equals(from),
                ":" + to);
    }

    /** The text with a referenced query renamed; also in disabled steps. */
    public static String withQueryRenamed(String text, String from, String to) {
        return replaced(
                text,
                (tokens, at) -> isQuery(tokens, at) && tokens.get(at).text().equals(from),
                StepQuoting.text(to));
    }

    private static String replaced(String text, BiPredicate<List<StepToken>, Integer> wanted, String replacement) {
        List<TextEdit> edits = new ArrayList<>();
        for (StepLines.Line line : StepLines.of(text).lines()) {
            List<StepToken> tokens = tokens(line);
            for (int i = 0; i < tokens.size(); i++) {
                if (wanted.test(tokens, i)) {
                    LineSpan at = tokens.get(i).at();
                    edits.add(new TextEdit(line.start() + at.start(), line.start() + at.end(), replacement));
                }
            }
        }
        return TextEdit.apply(text, edits);
    }

    /* A line with invalid tokens has no references. */
    private static List<StepToken> tokens(StepLines.Line line) {
        try {
            return StepLexer.of(line.text());
        } catch (ProblemException e) {
            return List.of();
        }
    }
}
