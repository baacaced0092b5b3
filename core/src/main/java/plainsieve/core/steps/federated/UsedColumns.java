package plainsieve.core.steps.federated;

import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import plainsieve.core.sql.FromItem;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.lexer.Identifiers;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.sql.lexer.Tokens;
import plainsieve.core.steps.model.KnownColumn;

/** The tables that the SQL of steps reads, and the columns it may use: those whose names occur in it. */
final class UsedColumns {
    private final ParsedQuery query;
    private final Tokens tokens;
    private final Set<String> words = new HashSet<>();
    private final Set<String> starred = new HashSet<>();

    /** @param schema empty where none is named */
    record Table(String schema, String name) {}

    UsedColumns(ParsedQuery query) {
        this.query = query;
        this.tokens = query.tokens();
        for (int i = 0; i < tokens.size(); i++) {
            if (tokens.is(i, TokenKind.WORD) || tokens.is(i, TokenKind.QUOTED_NAME)) {
                words.add(lower(i));
            } else if (tokens.isSymbol(i, "*")) {
                star(i);
            }
        }
    }

    private String lower(int token) {
        return Identifiers.bare(tokens.written(token)).toLowerCase(Locale.ROOT);
    }

    /** Steps write {@code r.*} for all columns of one item, and an unqualified star only for a single item. */
    private void star(int token) {
        if (tokens.isSymbol(token - 1, ".")) {
            String alias = lower(token - 2);
            tablesCalled(alias).forEach(table -> starred.add(table.name().toLowerCase(Locale.ROOT)));
        } else if (tokens.isWord(token - 1, "select") || tokens.isWord(token - 1, "distinct")) {
            tables().forEach(table -> starred.add(table.name().toLowerCase(Locale.ROOT)));
        }
    }

    private List<Table> tablesCalled(String alias) {
        return query.fromItems().stream()
                .filter(item -> item.kind() == FromItem.Kind.TABLE)
                .filter(item -> Identifiers.bare(item.alias()).equalsIgnoreCase(alias)
                        || table(item).name().equalsIgnoreCase(alias))
                .map(this::table)
                .toList();
    }

    /** In order of first occurrence. */
    List<Table> tables() {
        Set<Table> tables = new LinkedHashSet<>();
        query.fromItems().stream()
                .filter(item -> item.kind() == FromItem.Kind.TABLE)
                .sorted((one, other) ->
                        Integer.compare(one.name().from(), other.name().from()))
                .map(this::table)
                .forEach(tables::add);
        return List.copyOf(tables);
    }

    private Table table(FromItem item) {
        String name = Identifiers.bare(tokens.written(item.name().to() - 1));
        String schema = item.name().length() < 3
                ? ""
                : Identifiers.bare(tokens.written(item.name().from()));
        return new Table(schema, name);
    }

    /** The used columns; at least one, so that rows can be counted. */
    List<KnownColumn> of(Table table, List<KnownColumn> columns) {
        if (starred.contains(table.name().toLowerCase(Locale.ROOT))) {
            return columns;
        }
        List<KnownColumn> named = columns.stream()
                .filter(column -> words.contains(column.name().toLowerCase(Locale.ROOT)))
                .toList();
        return named.isEmpty() ? columns.stream().limit(1).toList() : named;
    }
}
