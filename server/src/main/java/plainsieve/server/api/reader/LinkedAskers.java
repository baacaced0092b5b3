package plainsieve.server.api.reader;

import org.springframework.stereotype.Component;
import plainsieve.server.people.Asker;
import plainsieve.server.project.Project;
import plainsieve.server.project.Projects;
import plainsieve.server.security.SignedLinks;

/** Askers with what the signed part of their link fixes. */
@Component
class LinkedAskers {
    private final SignedLinks links;
    private final Projects projects;

    LinkedAskers(SignedLinks links, Projects projects) {
        this.links = links;
        this.projects = projects;
    }

    /**
     * The asker with the choices of a signed link fixed. Throws {@link plainsieve.core.value.ProblemException} when the token
     * is not ours for this report.
     *
     * @param token the signed part of the link; empty when it has none
     */
    Asker of(Project project, String reportId, Asker asker, String token) {
        return asker.fixing(links.read(target(project, reportId), token), "The link");
    }

    SignedLinks.Target target(Project project, String reportId) {
        boolean first = projects.first().id().equals(project.id());
        return new SignedLinks.Target(project.id(), first, reportId);
    }
}
