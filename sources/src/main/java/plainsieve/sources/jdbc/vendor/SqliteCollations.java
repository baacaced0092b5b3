package plainsieve.sources.jdbc.vendor;

import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.HashMap;
import java.util.Map;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.sql.lexer.Identifiers;
import plainsieve.core.sql.lexer.Lexer;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.sql.lexer.Tokens;
import plainsieve.core.value.ProblemException;

/** Reads the collations of columns from the statements that created the tables, the only place where SQLite reports them. */
final class SqliteCollations {
    private static final String DEFAULT = "binary";

    private final Tokens tokens;
    private final Map<String, String> collations = new HashMap<>();

    private SqliteCollations(Tokens tokens) {
        this.tokens = tokens;
    }

    /** Of views and virtual tables none is known. */
    static TableCollations read(Connection connection) throws SQLException {
        Map<String, Map<String, String>> tables = new HashMap<>();
        try (Statement statement = connection.createStatement();
                ResultSet found = statement.executeQuery(
                        "select name, sql from sqlite_master where type = 'table' and sql like 'create table%'")) {
            while (found.next()) {
                tables.put(found.getString(1), ofColumns(found.getString(2)));
            }
        }
        return new TableCollations(tables);
    }

    /** @param definition {@code CREATE TABLE name (column type …, …)} */
    static Map<String, String> ofColumns(String definition) {
        try {
            return new SqliteCollations(
                            Lexer.scan(definition, Dialects.of("sqlite").syntax())
                                    .tokens())
                    .ofColumns();
        } catch (ProblemException e) {
            return Map.of();
        }
    }

    private Map<String, String> ofColumns() {
        int depth = 0;
        String column = "";
        for (int i = 0; i < tokens.size(); i++) {
            boolean opens = tokens.kind(i) == TokenKind.OPEN;
            depth += opens ? 1 : tokens.kind(i) == TokenKind.CLOSE ? -1 : 0;
            if (depth == 1
                    && (opens && column.isEmpty() || tokens.kind(i) == TokenKind.COMMA)
                    && i + 1 < tokens.size()) {
                column = Identifiers.bare(tokens.written(i + 1));
                collations.put(column, DEFAULT);
            } else if (depth == 1 && tokens.isWord(i, "collate") && i + 1 < tokens.size()) {
                collations.put(column, Identifiers.bare(tokens.written(i + 1)));
            }
        }
        return collations;
    }
}
