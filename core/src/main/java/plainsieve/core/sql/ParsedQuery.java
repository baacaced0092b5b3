package plainsieve.core.sql;

import java.util.Collections;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.sql.lexer.Brackets;
import plainsieve.core.sql.lexer.Lexer;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.Tokens;

/**
 * One reading statement, understood by structure. The text itself is never changed.
 *
 * @param brackets which bracket closes which
 * @param top the outermost query
 * @param levels every query at any depth, inner ones before those around them
 * @param blockCount how many blocks there are at any depth
 * @param conditionClauses every clause that holds a condition, at any depth
 * @param fromItems everything that a FROM reads, at any depth
 * @param tables the tables that any FROM reads, each name with each alias once
 * @param parameters every place of every parameter, in written order
 * @param quotedParameters the tokens of strings such as {@code ':port'}, which look like parameters and are none
 */
public record ParsedQuery(
        Tokens tokens,
        Brackets brackets,
        QueryLevel top,
        List<QueryLevel> levels,
        int blockCount,
        List<Clause> conditionClauses,
        List<Clause> limitClauses,
        List<FromItem> fromItems,
        List<FromItem> tables,
        List<ParameterPlace> parameters,
        List<Integer> quotedParameters) {

    public ParsedQuery {
        conditionClauses = List.copyOf(conditionClauses);
        limitClauses = List.copyOf(limitClauses);
        levels = List.copyOf(levels);
        fromItems = List.copyOf(fromItems);
        tables = List.copyOf(tables);
        parameters = List.copyOf(parameters);
        quotedParameters = List.copyOf(quotedParameters);
    }

    /** Reads a text. Throws {@link plainsieve.core.value.ProblemException} when it is not one reading statement. */
    public static ParsedQuery parse(String text, Dialect dialect) {
        Lexer.Result scanned = Lexer.scan(text, dialect.syntax());
        return new QueryParser(scanned, dialect.syntax()).parse();
    }

    /** How many single conditions there are, at any depth. */
    public int conditionCount() {
        return conditionClauses.stream()
                .mapToInt(clause -> clause.condition().orElseThrow().count())
                .sum();
    }

    /** The names of the parameters, in the order in which they first are in the text. */
    public Set<String> parameterNames() {
        Set<String> names = new LinkedHashSet<>();
        parameters.forEach(place -> names.add(place.name()));
        return Collections.unmodifiableSet(names);
    }

    /** The parameters that are among these tokens, in written order. */
    public List<ParameterPlace> parametersIn(Span span) {
        return parameters.subList(firstFrom(span.from()), firstFrom(span.to()));
    }

    private int firstFrom(int token) {
        int low = 0;
        int high = parameters.size();
        while (low < high) {
            int middle = (low + high) >>> 1;
            if (parameters.get(middle).token() < token) {
                low = middle + 1;
            } else {
                high = middle;
            }
        }
        return low;
    }

    public String text() {
        return tokens.text();
    }
}
