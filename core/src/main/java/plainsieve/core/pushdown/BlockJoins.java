package plainsieve.core.pushdown;

import java.util.Optional;
import java.util.Set;
import plainsieve.core.sql.Block;
import plainsieve.core.sql.Clause;
import plainsieve.core.sql.FromItem;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.lexer.Tokens;

/** The joins of a block. */
final class BlockJoins {
    private static final Set<String> JOIN_WORDS =
            Set.of("right", "full", "outer", "cross", "natural", "asof", "anti", "semi", "positional");

    private final ParsedQuery query;
    private final Tokens tokens;

    BlockJoins(ParsedQuery query) {
        this.query = query;
        this.tokens = query.tokens();
    }

    /** Whether the effect of every join on rows is known. */
    boolean arePlain(Block block) {
        return block.from().stream().allMatch(this::isPlain);
    }

    /** FROM, JOIN or LEFT JOIN; the effect of other joins on rows is not analyzed. */
    private boolean isPlain(FromItem item) {
        int before = start(item) - 1;
        boolean lateral = tokens.isWord(before, "lateral");
        int join = lateral ? before - 1 : before;
        return tokens.isWord(before, "from")
                || tokens.isWord(join, "join") && (tokens.isWord(join - 1, "left") || !isJoinWord(join - 1));
    }

    private boolean isJoinWord(int token) {
        return JOIN_WORDS.stream().anyMatch(word -> tokens.isWord(token, word));
    }

    private int start(FromItem item) {
        return item.query()
                .map(level -> level.span().from() - 1)
                .orElse(item.name().from());
    }

    /** Whether rows that it has none for stay. */
    boolean isKept(FromItem item) {
        int before = start(item) - 1;
        int join = tokens.isWord(before, "lateral") ? before - 1 : before;
        return tokens.isWord(join, "join") && tokens.isWord(join - 1, "left");
    }

    /** The item that an ON belongs to: the last one of the block before it, excluding subqueries. */
    Optional<FromItem> joined(Block block, Clause on) {
        if (!block.span().contains(on.keyword()) || isWithinOther(block, on.keyword())) {
            return Optional.empty();
        }
        FromItem last = null;
        for (FromItem item : block.from()) {
            last = start(item) < on.keyword() ? item : last;
        }
        return Optional.ofNullable(last);
    }

    private boolean isWithinOther(Block block, int token) {
        return query.levels().stream()
                .anyMatch(level -> level.span().contains(token)
                        && block.span().from() < level.span().from()
                        && level.span().to() <= block.span().to());
    }
}
