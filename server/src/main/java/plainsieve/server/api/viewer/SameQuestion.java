package plainsieve.server.api.viewer;

import plainsieve.core.statement.Statement;
import plainsieve.server.people.Asker;
import plainsieve.server.project.Project;
import plainsieve.server.runs.Runner;

/**
 * What is asked, for whoever asks it: what somebody may not see is kept from them by the statement itself.
 *
 * @param project in the state that the run sees; another state, of its sources too, is another project
 * @param inside whether the answer says what was sent, too
 */
record SameQuestion(Project project, String sourceId, Statement statement, boolean inside) {
    static SameQuestion of(Runner.Ready ready) {
        Asker asker = ready.order().asked().asker();
        return new SameQuestion(
                ready.order().project(), ready.origin().sourceId(), ready.statement(), asker.seesInside());
    }

    /** Whether it was asked in another state of this project, as it is seen in this stage. */
    boolean isOfFormer(Project now) {
        return project != now
                && project.id().equals(now.id())
                && project.stage().name().equals(now.stage().name());
    }
}
