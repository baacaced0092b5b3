package plainsieve.server.http.results;

import plainsieve.core.statement.Statement;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.people.Caller;
import plainsieve.server.results.runs.QueryRunner;

/**
 * Identifies a result: statement, source, and the caller's restrictions.
 *
 * @param project in the state that the run sees; another state, of its sources too, is another project
 * @param inside whether the answer says what was sent, too
 */
record ResultCacheKey(Project project, String sourceId, Statement statement, boolean inside) {
    static ResultCacheKey of(QueryRunner.PreparedRun ready) {
        Caller caller = ready.order().asked().caller();
        return new ResultCacheKey(
                ready.order().project(), ready.origin().sourceId(), ready.statement(), caller.seesInside());
    }

    /** Whether it was asked in another state of this project, as it is seen in this stage. */
    boolean isOfFormer(Project now) {
        return project != now
                && project.id().equals(now.id())
                && project.stage().name().equals(now.stage().name());
    }
}
