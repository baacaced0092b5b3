package plainsieve.core.steps.sql;

import java.util.Optional;
import plainsieve.core.value.Type;

/**
 * SQL of a value or a condition.
 *
 * @param type of the value; nothing when it is not known
 * @param chosen whether a parameter is in it, so that two copies of it are not the same to a database
 */
record Reckoned(Sql sql, Optional<Type> type, Level level, boolean mayBeEmpty, Binding binding, boolean chosen) {
    /** How strongly its parts hang together; what hangs more loosely than its place wants brackets. */
    enum Binding {
        OR,
        AND,
        NOT,
        COMPARED,
        SUM,
        PRODUCT,
        SINGLE
    }

    static Reckoned single(Sql sql, Optional<Type> type, Level level) {
        return new Reckoned(sql, type, level, true, Binding.SINGLE, false);
    }

    /** Its SQL for a place that wants parts to hang together as strongly as this. */
    Sql at(Binding wanted, Origin origin) {
        return binding.compareTo(wanted) >= 0 ? sql : sql.bracketed(origin);
    }

    /** Whether it is the same SQL, wherever it comes from. */
    boolean isAs(Reckoned other) {
        return sql.isAs(other.sql);
    }

    Reckoned neverEmpty() {
        return new Reckoned(sql, type, level, false, binding, chosen);
    }

    Reckoned perhapsEmpty() {
        return new Reckoned(sql, type, level, true, binding, chosen);
    }

    /** The same, reckoned on other rows. */
    Reckoned on(Level other) {
        return new Reckoned(sql, type, other, mayBeEmpty, binding, chosen);
    }

    Reckoned typed(Optional<Type> other) {
        return new Reckoned(sql, other, level, mayBeEmpty, binding, chosen);
    }

    /** Another text for what hangs on the same. */
    Reckoned written(Sql other, Binding how) {
        return new Reckoned(other, type, level, mayBeEmpty, how, chosen);
    }
}
