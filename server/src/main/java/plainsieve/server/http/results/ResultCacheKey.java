package plainsieve.server.http.results;

import plainsieve.core.statement.Statement;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.people.Caller;
import plainsieve.server.results.runs.QueryRunner;

/**
 * Identifies a result: statement, source, and the caller's restrictions.
 *
 * @param project the snapshot; another state, including its sources, is another project
 * @param inside whether the result contains the statement
 */
record ResultCacheKey(Project project, String sourceId, Statement statement, boolean inside) {
    static ResultCacheKey of(QueryRunner.PreparedRun ready) {
        Caller caller = ready.order().asked().caller();
        return new ResultCacheKey(
                ready.order().project(), ready.origin().sourceId(), ready.statement(), caller.seesInside());
    }

    /** Whether it belongs to an older state of this project in the same stage. */
    boolean isOfFormer(Project now) {
        return project != now
                && project.id().equals(now.id())
                && project.stage().name().equals(now.stage().name());
    }
}
