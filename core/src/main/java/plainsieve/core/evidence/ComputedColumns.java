package plainsieve.core.evidence;

import java.util.HashMap;
import java.util.HashSet;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.sql.Clause;
import plainsieve.core.sql.OutputColumn;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.QueryLevel;
import plainsieve.core.sql.SelectList;
import plainsieve.core.sql.lexer.Identifiers;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.Tokens;

/**
 * The columns computed in SELECT lists of a statement, by name: a plan may show the expression instead of the
 * name.
 *
 * @param columns input columns of each expression; for a name used several times, those of all
 */
record ComputedColumns(Map<String, Set<String>> columns) {

    static ComputedColumns of(ParsedQuery query, Dialect dialect) {
        Map<String, Set<String>> columns = new HashMap<>();
        Tokens tokens = query.tokens();
        selectLists(query)
                .flatMap(list -> list.columns().stream())
                .filter(column -> isComputed(tokens, column))
                .forEach(column -> columns.computeIfAbsent(
                                Identifiers.bare(column.name()).toLowerCase(Locale.ROOT), name -> new HashSet<>())
                        .addAll(columnsIn(tokens, column.expression(), dialect)));
        return new ComputedColumns(columns);
    }

    private static Stream<SelectList> selectLists(ParsedQuery query) {
        return query.levels().stream()
                .flatMap(level -> level.operands().stream())
                .flatMap(operand ->
                        operand instanceof QueryLevel.Operand.Plain plain ? Stream.of(plain.block()) : Stream.empty())
                .flatMap(block -> block.clause(Clause.Kind.SELECT).stream())
                .map(select -> SelectList.of(query, select));
    }

    private static boolean isComputed(Tokens tokens, OutputColumn column) {
        return !column.star() && !column.name().isEmpty() && !SelectList.isPath(tokens, column.expression());
    }

    private static Set<String> columnsIn(Tokens tokens, Span expression, Dialect dialect) {
        String text = tokens.text().substring(tokens.start(expression.from()), tokens.end(expression.to() - 1));
        Set<String> columns = new HashSet<>();
        PlanCondition.parseAll(text, dialect).forEach(condition -> columns.addAll(condition.columns()));
        return columns;
    }

    /** A condition on computed columns as one on their input columns; empty for other conditions. */
    Stream<PlanCondition> expanded(PlanCondition condition) {
        if (condition.columns().stream().noneMatch(columns::containsKey)) {
            return Stream.empty();
        }
        Set<String> own = new HashSet<>();
        condition.columns().forEach(column -> own.addAll(columns.getOrDefault(column, Set.of(column))));
        return Stream.of(condition.about(own));
    }
}
