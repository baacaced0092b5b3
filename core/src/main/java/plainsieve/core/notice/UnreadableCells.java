package plainsieve.core.notice;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import plainsieve.core.sql.FromItem;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.lexer.Tokens;

/** Cells that could not be read in the files of a query. They have no value in every result, which would otherwise go unnoticed. */
public final class UnreadableCells {
    private UnreadableCells() {}

    /** @param unread unreadable cells, one sentence each, by table name in lower case */
    public static List<Notice> of(ParsedQuery query, Map<String, List<String>> unread) {
        if (unread.isEmpty()) {
            return List.of();
        }
        Tokens tokens = query.tokens();
        Set<String> own = ReferencedTables.names(query);
        Set<String> told = new HashSet<>();
        List<Notice> notices = new ArrayList<>();
        for (FromItem item : query.fromItems()) {
            String table = ReferencedTables.name(item, tokens);
            boolean real = item.kind() == FromItem.Kind.TABLE && !own.contains(table);
            if (real && told.add(table)) {
                unread.getOrDefault(table, List.of())
                        .forEach(what -> notices.add(Notice.of(
                                        NoticeKind.UNREADABLE_CELLS,
                                        what,
                                        "Correct the files, or set the column's type under Sources.")
                                .at(tokens.place(item.name().from()))));
            }
        }
        return notices;
    }
}
