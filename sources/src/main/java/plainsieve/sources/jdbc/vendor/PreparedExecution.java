package plainsieve.sources.jdbc.vendor;

import java.sql.PreparedStatement;
import java.util.Set;

/**
 * A prepared statement.
 *
 * @param inBytes numbers, from 1, of text columns encoded as bytes, see {@link EncodedTexts}
 */
public record PreparedExecution(PreparedStatement statement, Set<Integer> inBytes) {
    public PreparedExecution {
        inBytes = Set.copyOf(inBytes);
    }

    static PreparedExecution asWritten(PreparedStatement statement) {
        return new PreparedExecution(statement, Set.of());
    }
}
