package plainsieve.core.steps.compile.block;

import java.util.Optional;
import plainsieve.core.value.Type;

/**
 * SQL of a value or a condition.
 *
 * @param type of the value; nothing when it is not known
 * @param chosen whether a parameter is in it, so that two copies of it are not the same to a database
 */
public record SqlExpression(
        SqlFragment sql,
        Optional<Type> type,
        EvaluationLevel level,
        boolean mayBeEmpty,
        Binding binding,
        boolean chosen) {
    /** The precedence of an expression; looser operands need brackets. */
    public enum Binding {
        OR,
        AND,
        NOT,
        COMPARED,
        SUM,
        PRODUCT,
        SINGLE
    }

    public static SqlExpression single(SqlFragment sql, Optional<Type> type, EvaluationLevel evaluationLevel) {
        return new SqlExpression(sql, type, evaluationLevel, true, Binding.SINGLE, false);
    }

    /** Its SQL for a place that wants parts to hang together as strongly as this. */
    public SqlFragment at(Binding wanted, StepOrigin origin) {
        return binding.compareTo(wanted) >= 0 ? sql : sql.bracketed(origin);
    }

    /** Whether the SQL is equal, whatever its origin. */
    public boolean isAs(SqlExpression other) {
        return sql.isAs(other.sql);
    }

    public SqlExpression neverEmpty() {
        return new SqlExpression(sql, type, level, false, binding, chosen);
    }

    public SqlExpression perhapsEmpty() {
        return new SqlExpression(sql, type, level, true, binding, chosen);
    }

    /** The same, computed on other rows. */
    public SqlExpression on(EvaluationLevel other) {
        return new SqlExpression(sql, type, other, mayBeEmpty, binding, chosen);
    }

    public SqlExpression typed(Optional<Type> other) {
        return new SqlExpression(sql, other, level, mayBeEmpty, binding, chosen);
    }

    /** Another text with the same dependencies. */
    public SqlExpression written(SqlFragment other, Binding how) {
        return new SqlExpression(other, type, level, mayBeEmpty, how, chosen);
    }
}
