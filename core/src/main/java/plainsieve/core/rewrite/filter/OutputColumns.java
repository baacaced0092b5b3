package plainsieve.core.rewrite.filter;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.function.Predicate;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.dialect.SqlFeature;
import plainsieve.core.sql.Block;
import plainsieve.core.sql.Clause;
import plainsieve.core.sql.OutputColumn;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.QueryLevel;
import plainsieve.core.sql.SelectList;
import plainsieve.core.sql.lexer.Identifiers;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.Tokens;

/** The output columns of a query, as far as its text shows them, and how an outer query refers to them. */
public final class OutputColumns {
    /** PostgreSQL's name for columns without a derived name. */
    private static final String NAMELESS = "?column?";

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
                        ? GeneratedColumnName.of(query, column.expression()).stream()
                        : Stream.of(Identifiers.bare(column.name())))
                .toList();
    }

    /** The column's name in the result; empty if the text does not tell. Only PostgreSQL keeps case and generates names by its rules. */
    public Optional<String> sentName(OutputColumn column, Dialect dialect) {
        if (isNamed(column)) {
            String bare = Identifiers.bare(column.name());
            return Optional.of(Identifiers.isQuoted(column.name()) ? bare : dialect.folded(bare));
        }
        return dialect.has(SqlFeature.CASE_SENSITIVE_NAMES)
                ? GeneratedColumnName.of(query, column.expression())
                : Optional.of(text(column.expression()));
    }

    /** Where in the list the column of this name is: the first that may be called so. */
    public OptionalInt position(String name) {
        return positions(name).findFirst();
    }

    /** How many columns may be called so. */
    long called(String name) {
        return positions(name).count();
    }

    /** Exact case takes precedence over other case, and an explicit alias over a generated name. */
    private IntStream positions(String name) {
        return Stream.<Predicate<OutputColumn>>of(
                        column -> isNamed(column) && isWritten(column.name(), name),
                        column -> isNamed(column)
                                && Identifiers.bare(column.name()).equalsIgnoreCase(name),
                        column -> !isNamed(column) && isMadeUpName(column, name),
                        column -> name.equals(NAMELESS) && isNameless(column))
                .map(this::indexes)
                .filter(found -> found.length > 0)
                .findFirst()
                .or(() -> Optional.of(indexes(column -> isTextOf(column, name))).filter(found -> found.length == 1))
                .map(Arrays::stream)
                .orElse(IntStream.empty());
    }

    private int[] indexes(Predicate<OutputColumn> test) {
        return IntStream.range(0, columns.size())
                .filter(i -> test.test(columns.get(i)))
                .toArray();
    }

    private static boolean isNamed(OutputColumn column) {
        return !column.name().isEmpty();
    }

    /** Databases keep unquoted names unchanged or in lower case. */
    private static boolean isWritten(String written, String name) {
        return Identifiers.bare(written).equals(name)
                || (!Identifiers.isQuoted(written)
                        && written.toLowerCase(Locale.ROOT).equals(name));
    }

    /** Databases name an expression by its text, or by the function that it calls. */
    private boolean isMadeUpName(OutputColumn column, String name) {
        if (column.star()) {
            return false;
        }
        Tokens tokens = query.tokens();
        Span expression = column.expression();
        return text(expression).equalsIgnoreCase(name)
                || GeneratedColumnName.of(query, expression)
                        .filter(name::equalsIgnoreCase)
                        .isPresent()
                || (tokens.isBracket(expression.from() + 1, '(') && tokens.isWord(expression.from(), name));
    }

    private boolean isNameless(OutputColumn column) {
        return !isNamed(column)
                && !column.star()
                && GeneratedColumnName.of(query, column.expression()).isEmpty();
    }

    /** Databases write an expression in their own way, {@code x+1} as {@code (x + 1)}, to call its column by it. */
    private boolean isTextOf(OutputColumn column, String name) {
        return !isNamed(column)
                && !column.star()
                && bare(text(column.expression())).equals(bare(name));
    }

    private static String bare(String expression) {
        return expression.replaceAll("[\\s()]", "").toLowerCase(Locale.ROOT);
    }

    private String text(Span expression) {
        Tokens tokens = query.tokens();
        return tokens.text().substring(tokens.start(expression.from()), tokens.end(expression.to() - 1));
    }

    /** How an outer query refers to the column. */
    public String reference(String name, Dialect dialect) {
        Optional<String> written = positions(name)
                .mapToObj(at -> columns.get(at).name())
                .filter(own -> !own.isEmpty())
                .findFirst();
        return written.map(own -> Identifiers.isQuoted(own) ? Identifiers.bare(own) : dialect.folded(own))
                .map(dialect::quoteName)
                .orElseGet(() -> dialect.quoteName(name));
    }
}
