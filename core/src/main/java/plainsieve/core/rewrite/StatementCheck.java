package plainsieve.core.rewrite;

import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.rewrite.edit.EditedText;
import plainsieve.core.sql.Lexer;
import plainsieve.core.sql.TokenKind;
import plainsieve.core.sql.Tokens;
import plainsieve.core.statement.BoundValue;
import plainsieve.core.value.Place;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;

/**
 * Reads every rewritten statement again, independently of the rules that made it, and discards one that is wrong: every
 * value must stand at a {@code ?} outside strings and comments, no parameter may be left, brackets must balance.
 *
 * <p>The text depends only on which parameters are blank and how long lists are, so few texts come again and again:
 * those found right are remembered, each with the places of its placeholders.
 */
final class StatementCheck {
    private static final int MOST_REMEMBERED = 64;

    private final Dialect dialect;
    private final Map<String, List<Integer>> right = new ConcurrentHashMap<>();

    StatementCheck(Dialect dialect) {
        this.dialect = dialect;
    }

    void check(EditedText edited) {
        List<Integer> offsets = edited.values().stream().map(BoundValue::offset).toList();
        if (offsets.equals(right.get(edited.text()))) {
            return;
        }
        read(edited);
        if (right.size() >= MOST_REMEMBERED) {
            right.clear();
        }
        right.put(edited.text(), offsets);
    }

    private void read(EditedText edited) {
        Tokens tokens = Lexer.scan(edited.text(), dialect.syntax()).tokens();
        Set<Integer> placeholders = new HashSet<>();
        int depth = 0;
        for (int i = 0; i < tokens.size(); i++) {
            TokenKind kind = tokens.kind(i);
            // In "a[:low:high]" the second colon stood behind an operand and was no parameter; so it stands now.
            boolean behindValue = tokens.is(i, TokenKind.PARAMETER) && placeholders.contains(tokens.start(i) - 1);
            if (kind == TokenKind.PARAMETER && !behindValue) {
                throw unsound(tokens.place(i));
            }
            // In "?||x" a lexer that knows the operator ?| sees that; the placeholder still begins there.
            boolean mark = kind == TokenKind.PLACEHOLDER
                    || (kind == TokenKind.SYMBOL && edited.text().charAt(tokens.start(i)) == '?');
            if (mark) {
                placeholders.add(tokens.start(i));
            }
            depth += kind == TokenKind.OPEN ? 1 : kind == TokenKind.CLOSE ? -1 : 0;
        }
        boolean bound = edited.values().stream().allMatch(value -> placeholders.contains(value.offset()));
        if (!bound || depth != 0) {
            throw unsound(Place.in(edited.text(), 0, 0));
        }
    }

    /** The place is one in the statement. */
    private static ProblemException unsound(Place place) {
        return new ProblemException(Problem.of(
                        "unsound-statement",
                        "The rewritten statement did not pass its own check, so nothing was sent.",
                        "Write the query in another way near this place, and tell who looks after Plain Sieve.")
                .at(place));
    }
}
