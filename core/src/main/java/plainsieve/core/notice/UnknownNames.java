package plainsieve.core.notice;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.sql.FromItem;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.TextEdit;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.sql.lexer.Tokens;
import plainsieve.core.value.NearestName;

/**
 * Tables that a source does not have, and columns that a table does not have, with the nearest existing name. Only
 * certain findings: a column is checked only if it is qualified by its table.
 */
public final class UnknownNames {
    private final Tokens tokens;
    private final Map<String, Set<String>> tables;
    private final Map<String, String> qualifiers = new HashMap<>();
    private final Set<String> unsure = new HashSet<>();
    private final List<Notice> notices = new ArrayList<>();

    private UnknownNames(ParsedQuery query, Map<String, Set<String>> tables) {
        this.tokens = query.tokens();
        this.tables = tables;
    }

    /** @param tables every table and view of the source with its columns, all in lower case; empty when it did not answer */
    public static List<Notice> of(ParsedQuery query, Map<String, Set<String>> tables) {
        if (tables.isEmpty()) {
            return List.of();
        }
        UnknownNames names = new UnknownNames(query, tables);
        Set<String> own = ReferencedTables.names(query);
        query.fromItems().forEach(item -> names.item(item, own));
        names.columns();
        return names.notices;
    }

    /* An alias used for two tables in different blocks identifies no column. */
    private void item(FromItem item, Set<String> own) {
        String table = ReferencedTables.name(item, tokens);
        String qualifier = item.alias().isEmpty() ? table : ReferencedTables.lower(item.alias());
        boolean real = item.kind() == FromItem.Kind.TABLE
                && !own.contains(table)
                && item.columns().isEmpty();
        if (!real || !tables.containsKey(table)) {
            unsure.add(qualifier);
        }
        String before = qualifiers.put(qualifier, table);
        if (before != null && !before.equals(table)) {
            unsure.add(qualifier);
        }
        boolean named = item.kind() == FromItem.Kind.TABLE
                && item.name().length() == 1
                && !tokens.is(item.name().from(), TokenKind.PARAMETER);
        if (named && !own.contains(table) && !tables.containsKey(table)) {
            add(
                    NoticeKind.UNKNOWN_TABLE,
                    "Table “%s” does not exist in this source.".formatted(table),
                    item.name(),
                    table,
                    tables.keySet());
        }
    }

    private void columns() {
        for (int i = 0; i + 2 < tokens.size(); i++) {
            boolean path = isName(i) && tokens.isSymbol(i + 1, ".") && isName(i + 2) && !tokens.isSymbol(i - 1, ".");
            boolean longer = tokens.isSymbol(i + 3, ".") || tokens.isBracket(i + 3, '(');
            String qualifier = path ? ReferencedTables.lower(tokens.written(i)) : "";
            Optional<Set<String>> columns = path && !longer && !unsure.contains(qualifier)
                    ? Optional.ofNullable(qualifiers.get(qualifier)).map(tables::get)
                    : Optional.empty();
            String column = path ? ReferencedTables.lower(tokens.written(i + 2)) : "";
            if (columns.isPresent() && !columns.get().contains(column)) {
                add(
                        NoticeKind.UNKNOWN_COLUMN,
                        "Column “%s” does not exist in %s.".formatted(column, qualifiers.get(qualifier)),
                        new Span(i + 2, i + 3),
                        column,
                        columns.get());
            }
        }
    }

    private boolean isName(int at) {
        return tokens.is(at, TokenKind.WORD) || tokens.is(at, TokenKind.QUOTED_NAME);
    }

    private void add(NoticeKind kind, String message, Span place, String name, Set<String> known) {
        Optional<String> near = NearestName.of(name, known);
        Notice notice = Notice.of(
                        kind, message, near.map("Did you mean “%s”?"::formatted).orElse("Look it up under Sources."))
                .at(tokens.place(place.from()));
        notices.add(near.map(found -> notice.fixedBy(
                        "Write " + found, new TextEdit(tokens.start(place.from()), tokens.end(place.from()), found)))
                .orElse(notice));
    }
}
