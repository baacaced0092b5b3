package plainsieve.server.sources.sent;

import plainsieve.server.definitions.project.Project;
import plainsieve.server.people.Caller;

/**
 * The source, caller and purpose of a statement.
 *
 * @param project the snapshot for the whole run
 * @param sourceId where it is sent; a stage may replace the query's own source
 * @param queryId the query; empty if there is none
 */
public record StatementOrigin(Project project, Caller caller, String sourceId, String queryId, Purpose purpose) {
    public StatementOrigin {
        sourceId = project.stage().sourceFor(sourceId);
    }

    public StatementOrigin forEvidence() {
        return new StatementOrigin(project, caller, sourceId, queryId, Purpose.EVIDENCE);
    }

    /** The same to another source. */
    public StatementOrigin at(String otherSource) {
        return new StatementOrigin(project, caller, otherSource, queryId, purpose);
    }
}
