package plainsieve.sources.jdbc.vendor;

import java.sql.PreparedStatement;
import java.util.Set;

/**
 * A statement that is ready to execute.
 *
 * @param inBytes which columns of its answer, from 1, are texts that come in bytes, see {@link EncodedTexts}
 */
public record PreparedExecution(PreparedStatement statement, Set<Integer> inBytes) {
    public PreparedExecution {
        inBytes = Set.copyOf(inBytes);
    }

    static PreparedExecution asWritten(PreparedStatement statement) {
        return new PreparedExecution(statement, Set.of());
    }
}
