package plainsieve.core.sql;

import java.util.Optional;

/**
 * One place where a parameter is in a query.
 *
 * @param token the index of its token
 * @param clause the innermost clause around it
 * @param leaf the innermost condition around it, unless it is outside conditions
 */
public record ParameterPlace(int token, String name, Clause.Kind clause, Optional<Condition.Leaf> leaf) {}
