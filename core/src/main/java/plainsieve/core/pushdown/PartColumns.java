package plainsieve.core.pushdown;

import java.util.List;
import java.util.Optional;
import plainsieve.core.federation.FederatedStatement;
import plainsieve.core.federation.SourcePart;
import plainsieve.core.sql.Block;
import plainsieve.core.sql.Clause;
import plainsieve.core.sql.FromItem;
import plainsieve.core.sql.OutputColumn;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.QueryLevel;
import plainsieve.core.sql.SelectList;
import plainsieve.core.sql.lexer.Identifiers;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.sql.lexer.Tokens;
import plainsieve.core.value.Type;

/** Finds the column of a side that a name in the SQL over all of them means, through queries within queries. */
final class PartColumns {
    private final ParsedQuery query;
    private final Tokens tokens;
    private final List<SourcePart> sides;

    PartColumns(ParsedQuery query, FederatedStatement sent) {
        this.query = query;
        this.tokens = query.tokens();
        this.sides = sent.parts().stream()
                .map(FederatedStatement.PartStatement::part)
                .toList();
    }

    /**
     * A column of a part.
     *
     * @param item the FROM item in which it was found
     * @param through whether filtering the part only removes rows and changes nothing else
     */
    record PartColumn(SourcePart part, String column, Type type, FromItem item, boolean through) {}

    /** Nothing where it is no plain column, or its type is not known. */
    Optional<PartColumn> of(Span path, Block block) {
        if (!SelectList.isPath(tokens, path) || path.length() > 3) {
            return Optional.empty();
        }
        String column = Identifiers.bare(tokens.written(path.to() - 1));
        if (path.length() == 1) {
            return block.from().size() == 1 ? of(column, block.from().get(0)) : Optional.empty();
        }
        String called = Identifiers.bare(tokens.written(path.from()));
        List<FromItem> items = block.from().stream()
                .filter(item -> name(item).equalsIgnoreCase(called))
                .toList();
        return items.size() == 1 ? of(column, items.get(0)) : Optional.empty();
    }

    /** Whether a name with its dot speaks of something of a block. */
    boolean speaksOf(Span path, Block block) {
        return path.length() == 3
                && block.from().stream()
                        .anyMatch(item -> name(item).equalsIgnoreCase(Identifiers.bare(tokens.written(path.from()))));
    }

    private String name(FromItem item) {
        return item.alias().isEmpty() && item.kind() == FromItem.Kind.TABLE
                ? Identifiers.bare(tokens.written(item.name().to() - 1))
                : Identifiers.bare(item.alias());
    }

    private Optional<PartColumn> of(String column, FromItem item) {
        if (!item.columns().isEmpty()) {
            return Optional.empty();
        }
        if (item.kind() == FromItem.Kind.TABLE) {
            return side(item).flatMap(part -> part.columns().entrySet().stream()
                    .filter(known -> known.getKey().equalsIgnoreCase(column))
                    .findFirst()
                    .map(known -> new PartColumn(part, known.getKey(), known.getValue(), item, uses(part) == 1)));
        }
        return item.query().flatMap(level -> resolveWithin(column, level, item));
    }

    /** The side that a table is. */
    private Optional<SourcePart> side(FromItem item) {
        String name = Identifiers.bare(tokens.written(item.name().to() - 1));
        return item.name().length() == 1
                ? sides.stream()
                        .filter(part -> part.name().equalsIgnoreCase(name))
                        .findFirst()
                : Optional.empty();
    }

    private long uses(SourcePart part) {
        return query.fromItems().stream()
                .filter(item -> item.kind() == FromItem.Kind.TABLE)
                .filter(item -> side(item).filter(part::equals).isPresent())
                .count();
    }

    /** Resolves through a subquery that only selects and filters rows. */
    private Optional<PartColumn> resolveWithin(String column, QueryLevel level, FromItem around) {
        Optional<Block> block = only(level);
        if (block.isEmpty()) {
            return Optional.empty();
        }
        Optional<Clause> select = block.get().clause(Clause.Kind.SELECT);
        if (select.isEmpty()) {
            return Optional.empty();
        }
        List<OutputColumn> columns = SelectList.of(query, select.get()).columns();
        List<OutputColumn> named = columns.stream()
                .filter(one -> Identifiers.bare(one.name()).equalsIgnoreCase(column))
                .toList();
        boolean star = columns.size() == 1
                && columns.get(0).star()
                && block.get().from().size() == 1;
        Optional<PartColumn> found = named.size() == 1
                ? of(named.get(0).expression(), block.get())
                : star ? of(column, block.get().from().get(0)) : Optional.empty();
        return found.map(one -> new PartColumn(
                one.part(),
                one.column(),
                one.type(),
                around,
                one.through() && onlyTests(block.get(), level, one.item())));
    }

    private static Optional<Block> only(QueryLevel level) {
        return level.with().isEmpty()
                        && level.operands().size() == 1
                        && level.operands().get(0) instanceof QueryLevel.Operand.Plain plain
                ? Optional.of(plain.block())
                : Optional.empty();
    }

    /** Whether removing rows of an item only removes rows derived from them. */
    private boolean onlyTests(Block block, QueryLevel level, FromItem item) {
        boolean plain = block.clauses().stream()
                .allMatch(clause -> clause.kind() == Clause.Kind.SELECT
                        || clause.kind() == Clause.Kind.FROM
                        || clause.kind() == Clause.Kind.WHERE);
        boolean limited = level.tail().stream().anyMatch(clause -> clause.kind() != Clause.Kind.ORDER_BY);
        return plain && !limited && item.reach() == FromItem.Reach.INSIDE && !computesOverRows(block.span());
    }

    /** Windows, aggregates without groups, DISTINCT ON: anything that depends on more than one row. */
    private boolean computesOverRows(Span span) {
        for (int i = span.from(); i < span.to(); i++) {
            boolean call = tokens.isBracket(i, '(') && i > span.from() && isCall(i - 1);
            if (tokens.isWord(i, "over") || tokens.isWord(i, "on") && tokens.isWord(i - 1, "distinct") || call) {
                return true;
            }
        }
        return false;
    }

    /** Any function may be an aggregate: the texts compiled from steps with plain columns call none. */
    private boolean isCall(int token) {
        return !tokens.isWord(token, "in")
                && !tokens.isWord(token, "and")
                && !tokens.isWord(token, "or")
                && !tokens.isWord(token, "not")
                && !tokens.isWord(token, "where")
                && tokens.is(token, TokenKind.WORD);
    }
}
