package plainsieve.sources;

import java.util.Optional;
import plainsieve.core.value.Type;

/**
 * A column of a result or a table.
 *
 * @param type the database's own name of the type
 * @param kind of the type, for display
 */
public record Column(String name, String type, Kind kind) {
    /** How a value of the column is shown and compared. */
    public enum Kind {
        TEXT,
        INTEGER,
        DECIMAL,
        DATE,
        DATETIME,
        BOOLEAN,
        OTHER;

        public boolean isNumber() {
            return this == INTEGER || this == DECIMAL;
        }

        /** The type of its values; nothing where none of ours is it. */
        public Optional<Type> type() {
            return this == OTHER ? Optional.empty() : Optional.of(Type.valueOf(name()));
        }
    }
}
