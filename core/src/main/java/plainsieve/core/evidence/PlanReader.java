package plainsieve.core.evidence;

import java.util.List;
import plainsieve.core.dialect.ExplainSyntax;

/** Converts the EXPLAIN output of one database to the common plan model. One small class per database. */
public interface PlanReader {
    static PlanReader of(ExplainSyntax.Answer form) {
        return switch (form) {
            case POSTGRESQL_JSON -> new PostgreSqlPlan();
            case MARIADB_JSON -> new MariaDbPlan();
            case DUCKDB_JSON -> new DuckDbPlan();
            case SQLITE_PROGRAM -> new SqlitePlan();
            case TRINO_JSON -> new TrinoPlan();
        };
    }

    /**
     * Reads a plan. Unknown parts are skipped; their verdicts are then "not known".
     *
     * @param answers one for each EXPLAIN query: JSON as maps, lists, texts and numbers; or rows as lists of values
     */
    Plan read(List<?> answers);
}
