package plainsieve.core.rewrite.filter;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.dialect.SqlFeature;
import plainsieve.core.sql.Block;
import plainsieve.core.sql.Clause;
import plainsieve.core.sql.OutputColumn;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.QueryLevel;
import plainsieve.core.sql.QueryLevel.SetOperator;
import plainsieve.core.sql.SelectList;
import plainsieve.core.sql.lexer.Identifiers;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.TextEdit;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.sql.lexer.Tokens;

/**
 * Gives each output column a name of its own, so that it can be filtered, grouped and sorted by, and read by programs
 * that identify columns by name.
 *
 * <pre>
 * select c.port_id, p.port_id from c join p …   select c.port_id, p.port_id as "port_id_2" from c join p …
 * select max(a), max(b) from t                  select max(a), max(b) as "max_2" from t
 * </pre>
 *
 * A column keeps its name where another clause may refer to it, in a list with a star, and in branches that are matched
 * by name.
 */
public final class UniqueColumnNames {
    private final ParsedQuery query;
    private final Tokens tokens;
    private final Dialect dialect;

    private UniqueColumnNames(ParsedQuery query, Dialect dialect) {
        this.query = query;
        this.tokens = query.tokens();
        this.dialect = dialect;
    }

    /** The edits that name the second and later columns of each name; none if all names differ. */
    public static List<TextEdit> edits(ParsedQuery query, Dialect dialect) {
        QueryLevel top = query.top();
        boolean matchedByName = top.operators().stream().anyMatch(SetOperator::byName);
        if (matchedByName || !(top.operands().get(0) instanceof QueryLevel.Operand.Plain plain)) {
            return List.of();
        }
        return new UniqueColumnNames(query, dialect).edits(plain.block());
    }

    private List<TextEdit> edits(Block block) {
        Optional<SelectList> select = block.clause(Clause.Kind.SELECT).map(clause -> SelectList.of(query, clause));
        List<OutputColumn> columns = select.map(SelectList::columns).orElse(List.of());
        if (columns.size() < 2 || columns.stream().anyMatch(OutputColumn::star)) {
            return List.of();
        }
        OutputColumns names = OutputColumns.of(query, select.orElseThrow());
        Map<OutputColumn, String> repeated = new LinkedHashMap<>();
        Set<String> taken = new HashSet<>();
        for (OutputColumn column : columns) {
            names.sentName(column, dialect)
                    .filter(name -> !taken.add(key(name)))
                    .ifPresent(name -> repeated.put(column, name));
        }
        if (repeated.isEmpty()) {
            return List.of();
        }
        Set<String> referenced = referenced(block, columns);
        List<TextEdit> edits = new ArrayList<>();
        Map<String, Integer> numbers = new HashMap<>();
        repeated.forEach((column, name) -> {
            if (!referenced.contains(name.toLowerCase(Locale.ROOT))) {
                edits.add(named(column, unused(name, taken, numbers)));
            }
        });
        return edits;
    }

    private String key(String name) {
        return dialect.has(SqlFeature.CASE_SENSITIVE_NAMES) ? name : name.toLowerCase(Locale.ROOT);
    }

    /** @param numbers the last number of each name: a list can repeat one thousands of times */
    private String unused(String name, Set<String> taken, Map<String, Integer> numbers) {
        int number = numbers.getOrDefault(key(name), 1) + 1;
        while (!taken.add(key(name + "_" + number))) {
            number++;
        }
        numbers.put(key(name), number);
        return name + "_" + number;
    }

    private TextEdit named(OutputColumn column, String name) {
        String written = dialect.quoteName(name);
        Span expression = column.expression();
        Optional<Integer> alias = alias(column);
        return alias.map(token -> new TextEdit(tokens.start(token), tokens.end(token), written))
                .orElseGet(() -> TextEdit.insert(tokens.end(expression.to() - 1), " as " + written));
    }

    /** The token of an explicit alias: {@code x as name}, {@code x name} or {@code name: x}. */
    private Optional<Integer> alias(OutputColumn column) {
        Span expression = column.expression();
        int behind = tokens.isWord(expression.to(), "as") ? expression.to() + 1 : expression.to();
        if (isName(behind, column)) {
            return Optional.of(behind);
        }
        boolean before = expression.from() >= 2 && tokens.isSymbol(expression.from() - 1, ":");
        return before && isName(expression.from() - 2, column) ? Optional.of(expression.from() - 2) : Optional.empty();
    }

    private boolean isName(int token, OutputColumn column) {
        return token < tokens.size()
                && isIdentifier(token)
                && tokens.written(token).equals(column.name());
    }

    private boolean isIdentifier(int token) {
        return tokens.is(token, TokenKind.WORD) || tokens.is(token, TokenKind.QUOTED_NAME);
    }

    /** The unqualified names, in lower case, in anything but output columns. FROM cannot refer to output columns. */
    private Set<String> referenced(Block block, List<OutputColumn> columns) {
        Set<Integer> own = new HashSet<>();
        for (OutputColumn column : columns) {
            alias(column).ifPresent(own::add);
            if (column.expression().length() == 1) {
                own.add(column.expression().from());
            }
        }
        Span from = block.clause(Clause.Kind.FROM).map(Clause::body).orElse(new Span(0, 0));
        Set<String> names = new HashSet<>();
        for (int i = block.span().from(); i < query.top().span().to(); i++) {
            boolean elsewhere = !from.contains(i) && !own.contains(i);
            boolean unqualified = !tokens.isSymbol(i - 1, ".") && !tokens.isBracket(i + 1, '(');
            if (elsewhere && unqualified && isIdentifier(i)) {
                names.add(Identifiers.bare(tokens.written(i)).toLowerCase(Locale.ROOT));
            }
        }
        return names;
    }
}
