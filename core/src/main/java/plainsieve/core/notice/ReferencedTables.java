package plainsieve.core.notice;

import java.util.Locale;
import java.util.Set;
import java.util.stream.Collectors;
import plainsieve.core.sql.FromItem;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.lexer.Identifiers;
import plainsieve.core.sql.lexer.Tokens;

/** The names of tables that a query reads, in lower case. */
final class ReferencedTables {
    private ReferencedTables() {}

    /** The queries that it has named itself. */
    static Set<String> names(ParsedQuery query) {
        return query.levels().stream()
                .flatMap(level -> level.with().stream())
                .map(with -> lower(with.name()))
                .collect(Collectors.toSet());
    }

    /** The name of a table without its schema; empty for a subquery. */
    static String name(FromItem item, Tokens tokens) {
        return item.name().isEmpty() ? "" : lower(tokens.written(item.name().to() - 1));
    }

    static String lower(String written) {
        return Identifiers.bare(written).toLowerCase(Locale.ROOT);
    }
}
