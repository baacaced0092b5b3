package plainsieve.core.rewrite.filter;

import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.stream.Stream;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.sql.Block;
import plainsieve.core.sql.Clause;
import plainsieve.core.sql.Names;
import plainsieve.core.sql.OutputColumn;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.QueryLevel;
import plainsieve.core.sql.SelectList;
import plainsieve.core.sql.Span;
import plainsieve.core.sql.Tokens;

/** The columns that a query gives, as far as its text tells, and how a query around it refers to them. */
public final class OutputColumns {
    private final ParsedQuery query;
    private final List<OutputColumn> columns;

    private OutputColumns(ParsedQuery query, List<OutputColumn> columns) {
        this.query = query;
        this.columns = columns;
    }

    /** The columns of a level are those of its first block. */
    public static OutputColumns of(ParsedQuery query, QueryLevel level) {
        return new OutputColumns(
                query,
                firstBlock(level)
                        .clause(Clause.Kind.SELECT)
                        .map(clause -> SelectList.of(query, clause).columns())
                        .orElse(List.of()));
    }

    public static OutputColumns of(ParsedQuery query, SelectList list) {
        return new OutputColumns(query, list.columns());
    }

    private static Block firstBlock(QueryLevel level) {
        QueryLevel.Operand first = level.operands().get(0);
        return first instanceof QueryLevel.Operand.Plain plain
                ? plain.block()
                : firstBlock(((QueryLevel.Operand.Nested) first).query());
    }

    /** Whether the text lists every column, without a star. */
    public boolean areListed() {
        return !columns.isEmpty() && columns.stream().noneMatch(OutputColumn::star);
    }

    /** Whether the text lists every column and names each. */
    boolean areAllNamed() {
        return areListed() && columns.stream().noneMatch(column -> column.name().isEmpty());
    }

    public List<String> names() {
        return columns.stream()
                .flatMap(column -> column.name().isEmpty()
                        ? MadeUpName.of(query, column.expression()).stream()
                        : Stream.of(Names.bare(column.name())))
                .toList();
    }

    /** Where in the list the column of this name stands; a name given with AS counts before a name that a database makes up. */
    public OptionalInt position(String name) {
        for (int i = 0; i < columns.size(); i++) {
            if (!columns.get(i).name().isEmpty()
                    && Names.bare(columns.get(i).name()).equalsIgnoreCase(name)) {
                return OptionalInt.of(i);
            }
        }
        for (int i = 0; i < columns.size(); i++) {
            if (columns.get(i).name().isEmpty() && isMadeUpName(columns.get(i), name)) {
                return OptionalInt.of(i);
            }
        }
        return OptionalInt.empty();
    }

    /** Databases name an expression by its text, or by the function that it calls. */
    private boolean isMadeUpName(OutputColumn column, String name) {
        if (column.star()) {
            return false;
        }
        Tokens tokens = query.tokens();
        Span expression = column.expression();
        String text = tokens.text().substring(tokens.start(expression.from()), tokens.end(expression.to() - 1));
        return text.equalsIgnoreCase(name)
                || MadeUpName.of(query, expression)
                        .filter(name::equalsIgnoreCase)
                        .isPresent()
                || (tokens.isBracket(expression.from() + 1, '(') && tokens.isWord(expression.from(), name));
    }

    /** How a query around this one refers to the column. */
    public String reference(String name, Dialect dialect) {
        Optional<String> written = columns.stream()
                .map(OutputColumn::name)
                .filter(own -> !own.isEmpty() && Names.bare(own).equalsIgnoreCase(name))
                .findFirst();
        return written.map(own -> Names.isQuoted(own) ? Names.bare(own) : dialect.folded(own))
                .map(dialect::quoteName)
                .orElseGet(() -> dialect.quoteName(name));
    }
}
