package plainsieve.sources.jdbc;

import java.sql.PreparedStatement;
import java.util.Set;

/**
 * A statement that is ready to be run.
 *
 * @param inBytes which columns of its answer, from 1, are texts that come in bytes, see {@link TextsInBytes}
 */
public record Prepared(PreparedStatement statement, Set<Integer> inBytes) {
    public Prepared {
        inBytes = Set.copyOf(inBytes);
    }

    static Prepared asWritten(PreparedStatement statement) {
        return new Prepared(statement, Set.of());
    }
}
