package plainsieve.core.rewrite;

import java.util.List;
import plainsieve.core.sql.lexer.TextEdit;

/**
 * Renames a parameter in a query text; everything else stays byte for byte.
 *
 * <pre>
 * select ':port' where x = :port   port to harbour   select ':port' where x = :harbour
 * </pre>
 */
public final class RenameParameter {
    private RenameParameter() {}

    /** @param text that the query was read from */
    public static String apply(PreparedQuery query, String text, String from, String to) {
        List<TextEdit> edits = query.places().stream()
                .filter(place -> place.name().equals(from))
                .map(place -> new TextEdit(place.start(), place.end(), ":" + to))
                .toList();
        return TextEdit.apply(text, edits);
    }
}
