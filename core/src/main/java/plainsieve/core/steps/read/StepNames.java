package plainsieve.core.steps.read;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import plainsieve.core.sql.TextEdit;
import plainsieve.core.value.ProblemException;

/** The parameters and the other queries that the text of steps names; told from its words alone, so that no source is asked. */
public final class StepNames {
    private StepNames() {}

    /** The parameters of the steps that are on. */
    public static Set<String> parameters(String text) {
        Set<String> names = new LinkedHashSet<>();
        for (StepLines.Line line : StepLines.of(text).steps()) {
            tokens(line).stream()
                    .filter(token -> token.kind() == Token.Kind.PARAMETER)
                    .forEach(token -> names.add(token.text()));
        }
        return names;
    }

    /** The ids of the queries whose rows are taken by the steps that are on. */
    public static Set<String> queries(String text) {
        Set<String> ids = new LinkedHashSet<>();
        for (StepLines.Line line : StepLines.of(text).steps()) {
            List<Token> tokens = tokens(line);
            for (int i = 1; i < tokens.size(); i++) {
                if (tokens.get(i).kind() == Token.Kind.TEXT && tokens.get(i - 1).isWord("query")) {
                    ids.add(tokens.get(i).text());
                }
            }
        }
        return ids;
    }

    /** The text with another name for a parameter, everywhere; in steps that are off, too. */
    public static String renamed(String text, String from, String to) {
        List<TextEdit> edits = new ArrayList<>();
        for (StepLines.Line line : StepLines.of(text).lines()) {
            for (Token token : tokens(line)) {
                if (token.kind() == Token.Kind.PARAMETER && token.text().equals(from)) {
                    edits.add(new TextEdit(
                            line.start() + token.at().start(), line.start() + token.at().end(), ":" + to));
                }
            }
        }
        return TextEdit.apply(text, edits);
    }

    /* Of a line that cannot be cut into words nobody can tell what it names. */
    private static List<Token> tokens(StepLines.Line line) {
        try {
            return Tokens.of(line.text());
        } catch (ProblemException e) {
            return List.of();
        }
    }
}
