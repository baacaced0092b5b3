package plainsieve.sources;

import plainsieve.core.statement.Statement;

/** A statement for a source. */
public sealed interface OutgoingStatement {
    /** A statement for a database. */
    record Sql(Statement statement) implements OutgoingStatement {}
}
