package plainsieve.core.rewrite;

import java.util.List;
import plainsieve.core.rewrite.edit.Edit;
import plainsieve.core.rewrite.edit.EditedText;
import plainsieve.core.rewrite.edit.Fragment;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.Tokens;

/**
 * Gives a parameter another name at every place of a query text; everything else stays byte for byte.
 *
 * <pre>
 * select ':port' where x = :port   port to harbour   select ':port' where x = :harbour
 * </pre>
 */
public final class RenameParameter {
    private RenameParameter() {}

    public static String in(ParsedQuery query, String from, String to) {
        Tokens tokens = query.tokens();
        List<Edit> edits = query.parameters().stream()
                .filter(place -> place.name().equals(from))
                .map(place -> new Edit(tokens.start(place.token()), tokens.end(place.token()), Fragment.of(":" + to)))
                .toList();
        return EditedText.of(query.text(), edits).text();
    }
}
