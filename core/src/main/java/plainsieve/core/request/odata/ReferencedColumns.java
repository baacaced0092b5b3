package plainsieve.core.request.odata;

import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import plainsieve.core.sql.Block;
import plainsieve.core.sql.Clause;
import plainsieve.core.sql.FromItem;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.QueryLevel;
import plainsieve.core.sql.lexer.Identifiers;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.sql.lexer.Tokens;

/** The columns of an entity set that a statement may use: those whose names occur in it, or all for a star. */
final class ReferencedColumns {
    private final ParsedQuery query;
    private final Tokens tokens;

    ReferencedColumns(ParsedQuery query) {
        this.query = query;
        this.tokens = query.tokens();
    }

    List<EntitySet.Property> of(EntitySet set) {
        if (usesAll(set)) {
            return set.properties();
        }
        Set<String> words = new HashSet<>();
        for (int i = 0; i < tokens.size(); i++) {
            if (tokens.is(i, TokenKind.WORD) || tokens.is(i, TokenKind.QUOTED_NAME)) {
                words.add(Identifiers.bare(tokens.written(i)).toLowerCase(Locale.ROOT));
            }
        }
        List<EntitySet.Property> named = set.properties().stream()
                .filter(property -> words.contains(property.column().toLowerCase(Locale.ROOT)))
                .toList();
        // Rows are counted by any column.
        return named.isEmpty() ? set.properties().subList(0, 1) : named;
    }

    private boolean usesAll(EntitySet set) {
        for (int i = 0; i < tokens.size(); i++) {
            if (isStar(i) || isWholeRow(i, set) || tokens.isWord(i, "columns") || tokens.isWord(i, "natural")) {
                return true;
            }
        }
        return query.fromItems().stream().anyMatch(item -> !item.columns().isEmpty())
                || query.levels().stream()
                        .flatMap(level -> level.operands().stream())
                        .anyMatch(operand ->
                                operand instanceof QueryLevel.Operand.Plain plain && selectsNothing(plain.block()));
    }

    /** {@code from fares} alone. */
    private static boolean selectsNothing(Block block) {
        return block.clause(Clause.Kind.SELECT).isEmpty();
    }

    /** A star that is neither a multiplication nor a count of rows. */
    private boolean isStar(int token) {
        if (!tokens.isSymbol(token, "*")) {
            return false;
        }
        boolean counts = tokens.isBracket(token - 1, '(') && tokens.isWord(token - 2, "count");
        boolean behindColumn = tokens.is(token - 1, TokenKind.QUOTED_NAME)
                || tokens.is(token - 1, TokenKind.NUMBER)
                || tokens.is(token - 1, TokenKind.PARAMETER)
                || tokens.is(token - 1, TokenKind.CLOSE)
                || tokens.is(token - 1, TokenKind.WORD)
                        && !tokens.isWord(token - 1, "select")
                        && !tokens.isWord(token - 1, "distinct")
                        && !tokens.isWord(token - 1, "all");
        return !counts && !behindColumn;
    }

    /** The name of a table where a value is means all of its columns. */
    private boolean isWholeRow(int token, EntitySet set) {
        if (!tokens.is(token, TokenKind.WORD) && !tokens.is(token, TokenKind.QUOTED_NAME)) {
            return false;
        }
        String word = Identifiers.bare(tokens.written(token));
        boolean named = query.fromItems().stream().anyMatch(item -> names(item, word, set));
        boolean inFrom = query.fromItems().stream()
                .anyMatch(item ->
                        token >= item.name().from() && token <= item.name().to() + 1);
        return named && !inFrom && !tokens.isSymbol(token + 1, ".");
    }

    private boolean names(FromItem item, String word, EntitySet set) {
        boolean of = item.kind() == FromItem.Kind.TABLE
                && Identifiers.bare(tokens.written(item.name().to() - 1)).equalsIgnoreCase(set.name());
        return of
                && (word.equalsIgnoreCase(set.name())
                        || Identifiers.bare(item.alias()).equalsIgnoreCase(word));
    }
}
