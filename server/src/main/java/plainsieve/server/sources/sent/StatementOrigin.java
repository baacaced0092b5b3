package plainsieve.server.sources.sent;

import plainsieve.server.definitions.project.Project;
import plainsieve.server.people.Caller;

/**
 * The source, caller and purpose of a statement.
 *
 * @param project in the state that its whole run sees
 * @param sourceId where it goes: in a stage that says so, elsewhere than where it was meant to
 * @param queryId the query it was made from; empty when there is none
 */
public record StatementOrigin(Project project, Caller caller, String sourceId, String queryId, Purpose purpose) {
    public StatementOrigin {
        sourceId = project.stage().asks(sourceId);
    }

    public StatementOrigin forEvidence() {
        return new StatementOrigin(project, caller, sourceId, queryId, Purpose.EVIDENCE);
    }

    /** The same to another source. */
    public StatementOrigin at(String otherSource) {
        return new StatementOrigin(project, caller, otherSource, queryId, purpose);
    }
}
