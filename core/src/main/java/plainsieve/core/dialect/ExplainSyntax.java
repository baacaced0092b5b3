package plainsieve.core.dialect;

import java.util.List;

/**
 * How a database is asked for the plan of a statement.
 *
 * @param planned what precedes the statement, for each question that is asked
 * @param measured the same, for a statement that is run to its end and counted; empty where the database cannot do that
 * @param indexedColumns a statement that lists tables and their indexed columns, for a database that only decides while it
 *     runs whether it uses an index; empty where the plan itself tells
 * @param answer how the answers are written
 * @param valuesWritten whether the values are in the text of the question, for a database that takes no placeholders there
 */
public record ExplainSyntax(
        List<String> planned, List<String> measured, String indexedColumns, Answer answer, boolean valuesWritten) {
    /** The shape of the answers. Those that are JSON are in the last column of one row. */
    public enum Answer {
        POSTGRESQL_JSON,
        MARIADB_JSON,
        DUCKDB_JSON,
        /** The lines of the query plan, and then the program that the statement became, one instruction a row. */
        SQLITE_PROGRAM,
        TRINO_JSON;

        public boolean isJson() {
            return this != SQLITE_PROGRAM;
        }
    }

    public ExplainSyntax {
        planned = List.copyOf(planned);
        measured = List.copyOf(measured);
    }

    static ExplainSyntax of(Answer answer, String planned, String measured) {
        return new ExplainSyntax(List.of(planned), List.of(measured), "", answer, false);
    }

    static ExplainSyntax withValuesWritten(Answer answer, String planned) {
        return new ExplainSyntax(List.of(planned), List.of(), "", answer, true);
    }
}
