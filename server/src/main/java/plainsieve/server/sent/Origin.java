package plainsieve.server.sent;

import plainsieve.server.people.Asker;
import plainsieve.server.project.Project;

/**
 * Where a statement comes from.
 *
 * @param project in the state that its whole run sees
 * @param sourceId where it goes: in a stage that says so, elsewhere than where it was meant to
 * @param queryId the query it was made from; empty when there is none
 */
public record Origin(Project project, Asker asker, String sourceId, String queryId, Purpose purpose) {
    public Origin {
        sourceId = project.stage().asks(sourceId);
    }

    public Origin forEvidence() {
        return new Origin(project, asker, sourceId, queryId, Purpose.EVIDENCE);
    }

    /** The same to another source. */
    public Origin at(String otherSource) {
        return new Origin(project, asker, otherSource, queryId, purpose);
    }
}
