package plainsieve.sources;

import plainsieve.core.statement.Statement;

/** What is sent to a source. */
public sealed interface OutgoingStatement {
    /** A statement for a database. */
    record Sql(Statement statement) implements OutgoingStatement {}
}
