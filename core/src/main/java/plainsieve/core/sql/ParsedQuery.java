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
 * One parsed reading statement. The text itself is never changed.
 *
 * @param brackets the matching brackets
 * @param top the outermost query
 * @param levels all queries, inner ones before outer ones
 * @param blockCount the number of blocks at any depth
 * @param conditionClauses all clauses with a condition, at any depth
 * @param fromItems all FROM items, at any depth
 * @param tables the tables of all FROM clauses, each pair of name and alias once
 * @param parameters every occurrence of every parameter, in text order
 * @param quotedParameters tokens of strings such as {@code ':port'}, which only look like parameters
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

    /** Parses a text. Throws {@link plainsieve.core.value.ProblemException} if it is not one reading statement. */
    public static ParsedQuery parse(String text, Dialect dialect) {
        Lexer.Result scanned = Lexer.scan(text, dialect.syntax());
        return new QueryParser(scanned, dialect.syntax()).parse();
    }

    /** The number of single conditions, at any depth. */
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
