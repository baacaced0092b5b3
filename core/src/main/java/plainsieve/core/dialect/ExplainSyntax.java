package plainsieve.core.dialect;

import java.util.List;

/**
 * The EXPLAIN syntax of a database.
 *
 * @param planned the prefix of the statement, for each query that is sent
 * @param measured the same, for a statement that is executed and counted; empty if unsupported
 * @param indexedColumns a statement that lists tables and their indexed columns, for a database that decides at
 *     run time whether it uses an index; empty if the plan shows it
 * @param answer the output format
 * @param valuesWritten whether values are inlined because EXPLAIN accepts no placeholders
 */
public record ExplainSyntax(
        List<String> planned, List<String> measured, String indexedColumns, Answer answer, boolean valuesWritten) {
    /** The output format. JSON is in the last column of a single row. */
    public enum Answer {
        POSTGRESQL_JSON,
        MARIADB_JSON,
        DUCKDB_JSON,
        /** The lines of the query plan, followed by the compiled program, one instruction per row. */
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
