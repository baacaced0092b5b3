package plainsieve.core.request.odata;

import java.util.Optional;
import plainsieve.core.request.RequiredRowCount;
import plainsieve.core.sql.Block;
import plainsieve.core.sql.Clause;
import plainsieve.core.sql.FromItem;
import plainsieve.core.sql.QueryLevel;
import plainsieve.core.sql.lexer.Identifiers;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.Tokens;
import plainsieve.core.statement.SentStatement;

/**
 * A row count that a service can compute.
 *
 * @param column its name
 */
public record CountRequest(EntitySetRequest ask, String column) {
    private static final int COUNT_LENGTH = 4;

    /** The alias of the count if the statement returns only that; empty for other statements. */
    static Optional<String> column(SentStatement sent) {
        Optional<Block> outer = alone(sent.query().top());
        Optional<String> column = outer.flatMap(block -> countAlias(block, sent.tokens()));
        boolean plain = outer.filter(
                        block -> block.from().size() == 1 && (isSimple(block) || countsSimple(block, sent.tokens())))
                .isPresent();
        return plain ? column : Optional.empty();
    }

    private static Optional<Block> alone(QueryLevel level) {
        return level.with().isEmpty()
                        && level.tail().isEmpty()
                        && level.operands().size() == 1
                        && level.operands().get(0) instanceof QueryLevel.Operand.Plain plain
                ? Optional.of(plain.block())
                : Optional.empty();
    }

    /** {@code count(*) as trips} */
    private static Optional<String> countAlias(Block block, Tokens tokens) {
        Span items = block.clause(Clause.Kind.SELECT).map(Clause::body).orElse(new Span(0, 0));
        int from = items.from();
        boolean counts = items.length() >= COUNT_LENGTH
                && tokens.isWord(from, "count")
                && tokens.isBracket(from + 1, '(')
                && tokens.isSymbol(from + 2, "*")
                && tokens.isBracket(from + 3, ')');
        if (!counts) {
            return Optional.empty();
        }
        int name = items.to() - 1;
        boolean named = items.length() == COUNT_LENGTH + 2 && tokens.isWord(name - 1, "as");
        return named
                ? Optional.of(Identifiers.bare(tokens.written(name)))
                : items.length() == COUNT_LENGTH ? Optional.of("count_star()") : Optional.empty();
    }

    /** {@code select count(*) from fares where …} */
    private static boolean isSimple(Block block) {
        return block.from().get(0).kind() == FromItem.Kind.TABLE && hasOnly(block, true);
    }

    /** {@code select count(*) from (select * from fares where …) as matching} */
    private static boolean countsSimple(Block block, Tokens tokens) {
        Optional<Block> inner = block.from().get(0).query().flatMap(CountRequest::alone);
        return hasOnly(block, false)
                && inner.filter(one -> one.from().size() == 1
                                && isSimple(one)
                                && one.clause(Clause.Kind.SELECT)
                                        .filter(select -> RequiredRowCount.namesColumns(select.body(), tokens))
                                        .isPresent())
                        .isPresent();
    }

    private static boolean hasOnly(Block block, boolean conditions) {
        return block.clauses().stream()
                .allMatch(clause -> clause.kind() == Clause.Kind.SELECT
                        || clause.kind() == Clause.Kind.FROM
                        || conditions && clause.kind() == Clause.Kind.WHERE);
    }
}
