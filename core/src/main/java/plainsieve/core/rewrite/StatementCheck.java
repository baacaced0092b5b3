package plainsieve.core.rewrite;

import java.util.HashSet;
import java.util.Set;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.sql.Lexer;
import plainsieve.core.sql.TokenKind;
import plainsieve.core.sql.Tokens;

/**
 * Reads every rewritten statement again, independently of the rules that made it, and discards one that is wrong: every
 * value must stand at a {@code ?} outside strings and comments, no parameter may be left, brackets must balance.
 */
final class StatementCheck {
    private StatementCheck() {}

    static void check(EditedText edited, Dialect dialect) {
        Tokens tokens = Lexer.scan(edited.text(), dialect.syntax()).tokens();
        Set<Integer> placeholders = new HashSet<>();
        int depth = 0;
        for (int i = 0; i < tokens.size(); i++) {
            TokenKind kind = tokens.kind(i);
            if (kind == TokenKind.PARAMETER) {
                throw new IllegalStateException("A parameter was neither bound nor left out: " + edited.text());
            }
            if (kind == TokenKind.PLACEHOLDER || tokens.isSymbol(i, "?")) {
                placeholders.add(tokens.start(i));
            }
            depth += kind == TokenKind.OPEN ? 1 : kind == TokenKind.CLOSE ? -1 : 0;
        }
        boolean bound = edited.values().stream().allMatch(value -> placeholders.contains(value.offset()));
        if (!bound || depth != 0) {
            throw new IllegalStateException("The rewritten statement is not sound: " + edited.text());
        }
    }
}
