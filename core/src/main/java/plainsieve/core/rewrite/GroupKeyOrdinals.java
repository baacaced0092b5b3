package plainsieve.core.rewrite;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.stream.Stream;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.dialect.SqlFeature;
import plainsieve.core.sql.Block;
import plainsieve.core.sql.Clause;
import plainsieve.core.sql.OutputColumn;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.QueryLevel;
import plainsieve.core.sql.SelectList;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.TextEdit;
import plainsieve.core.sql.lexer.Tokens;

/**
 * Replaces a parameterized key in GROUP BY and ORDER BY by the ordinal of the same expression in the SELECT list. Some
 * databases treat two placeholders as different values, so that the two expressions are not equal.
 *
 * <pre>
 * select coalesce(state, :word), count(*) from t group by coalesce(state, :word)
 * select coalesce(state, :word), count(*) from t group by 1
 * </pre>
 */
final class GroupKeyOrdinals {
    private final ParsedQuery query;
    private final Tokens tokens;
    private final List<TextEdit> edits = new ArrayList<>();

    private GroupKeyOrdinals(ParsedQuery query) {
        this.query = query;
        this.tokens = query.tokens();
    }

    /** The edits; none if the database treats repeated parameters as equal. */
    static List<TextEdit> edits(ParsedQuery query, Dialect dialect) {
        if (dialect.has(SqlFeature.REPEATED_PARAMETERS_EQUAL)
                || query.parameters().isEmpty()) {
            return List.of();
        }
        GroupKeyOrdinals numbers = new GroupKeyOrdinals(query);
        query.levels().forEach(numbers::level);
        return numbers.edits;
    }

    private void level(QueryLevel level) {
        level.operands().stream()
                .flatMap(operand ->
                        operand instanceof QueryLevel.Operand.Plain plain ? Stream.of(plain.block()) : Stream.empty())
                .forEach(block -> block(block, level));
    }

    private void block(Block block, QueryLevel level) {
        Optional<Clause> select = block.clause(Clause.Kind.SELECT);
        Optional<Clause> groupBy = block.clause(Clause.Kind.GROUP_BY);
        if (select.isEmpty() || query.parametersIn(select.get().body()).isEmpty()) {
            return;
        }
        SelectList list = SelectList.of(query, select.get());
        groupBy.ifPresent(clause -> keys(clause).forEach(key -> number(list, key)));
        boolean folds = groupBy.isPresent() || tokens.isWord(select.get().keyword() + 1, "distinct");
        if (folds && level.operands().size() == 1) {
            level.tailClause(Clause.Kind.ORDER_BY)
                    .ifPresent(
                            clause -> keys(clause).map(this::withoutDirection).forEach(key -> number(list, key)));
        }
    }

    private Stream<Span> keys(Clause clause) {
        return SelectList.split(tokens, query.brackets(), clause.body()).stream();
    }

    private Span withoutDirection(Span key) {
        int end = key.to();
        while (end > key.from() + 1 && isDirection(end - 1)) {
            end--;
        }
        return new Span(key.from(), end);
    }

    private boolean isDirection(int at) {
        return Stream.of("asc", "desc", "nulls", "first", "last").anyMatch(word -> tokens.isWord(at, word));
    }

    private void number(SelectList list, Span key) {
        if (!query.parametersIn(key).isEmpty()) {
            position(list, key)
                    .ifPresent(position -> edits.add(new TextEdit(
                            tokens.start(key.from()), tokens.end(key.to() - 1), Integer.toString(position + 1))));
        }
    }

    private OptionalInt position(SelectList list, Span key) {
        List<OutputColumn> columns = list.columns();
        for (int i = 0; i < columns.size() && !columns.get(i).star(); i++) {
            if (tokens.sameText(columns.get(i).expression(), key)) {
                return OptionalInt.of(i);
            }
        }
        return OptionalInt.empty();
    }
}
