package plainsieve.core.rewrite.rule;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import plainsieve.core.dialect.SqlFeature;
import plainsieve.core.parameter.Choice;
import plainsieve.core.parameter.Choices;
import plainsieve.core.rewrite.edit.Edit;
import plainsieve.core.rewrite.edit.Fragment;
import plainsieve.core.rewrite.edit.SourceText;
import plainsieve.core.rewrite.rule.ConditionShape.Pattern;
import plainsieve.core.sql.ParameterPlace;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.sql.lexer.Tokens;
import plainsieve.core.statement.PlaceholderBinding;
import plainsieve.core.statement.Placement;
import plainsieve.core.value.Value;

/**
 * Matches literal text where the author writes the wildcards around it.
 *
 * <pre>
 * x like '%' || :p || '%'    50%_off    x like '%' || ? || '%'    bound as 50\%\_off
 * </pre>
 *
 * For a database without a default escape character, {@code escape '\'} is added, whatever the value is: the text
 * must not depend on it. A parameter that is the whole pattern, or an argument of a function, stays a pattern.
 */
public final class PatternEscapeRule implements ConditionRule {
    @Override
    public Optional<ConditionChange> apply(ConditionSite conditionSite, Choices choices, SourceText sourceText) {
        if (!(conditionSite.shape() instanceof Pattern pattern)) {
            return Optional.empty();
        }
        char escape = pattern.escape().orElse('\\');
        List<Edit> edits = new ArrayList<>();
        Map<Integer, Placement.Outcome> outcomes = new HashMap<>();
        for (ParameterPlace place : conditionSite.places()) {
            if (choices.of(place.name()) instanceof Choice.One one
                    && one.value() instanceof Value.Text text
                    && isJoined(sourceText.tokens(), place.token())) {
                PlaceholderBinding placeholderBinding =
                        new PlaceholderBinding.Single(new Value.Text(escaped(text.text(), escape)));
                edits.add(new Edit(
                        sourceText.tokens().start(place.token()),
                        sourceText.tokens().end(place.token()),
                        Fragment.bound(place.name(), placeholderBinding)));
                outcomes.put(place.token(), Placement.Outcome.BOUND);
            }
        }
        if (edits.isEmpty()) {
            return Optional.empty();
        }
        if (pattern.escape().isEmpty() && !sourceText.dialect().has(SqlFeature.BACKSLASH_ESCAPES_LIKE)) {
            edits.add(Edit.insert(sourceText.end(conditionSite.span()), Fragment.of(" escape '\\'")));
        }
        return Optional.of(ConditionChange.edits(edits, outcomes));
    }

    /** Escapes the text so that LIKE matches every character literally. */
    public static String escaped(String text, char escape) {
        StringBuilder out = new StringBuilder(text.length() + 8);
        for (int i = 0; i < text.length(); i++) {
            char c = text.charAt(i);
            if (c == '%' || c == '_' || c == escape) {
                out.append(escape);
            }
            out.append(c);
        }
        return out.toString();
    }

    /** Whether the parameter is joined to other text: by {@code ||}, or as an argument of {@code concat(…)}. */
    private static boolean isJoined(Tokens tokens, int token) {
        if (tokens.isSymbol(token - 1, "||") || tokens.isSymbol(token + 1, "||")) {
            return true;
        }
        int depth = 0;
        for (int i = token - 1; i >= 0; i--) {
            if (tokens.is(i, TokenKind.CLOSE)) {
                depth++;
            } else if (tokens.is(i, TokenKind.OPEN) && depth-- == 0) {
                return tokens.isWord(i - 1, "concat") || tokens.isWord(i - 1, "concat_ws");
            }
        }
        return false;
    }
}
