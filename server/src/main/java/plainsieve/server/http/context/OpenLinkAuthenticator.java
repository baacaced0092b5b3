package plainsieve.server.http.context;

import jakarta.servlet.http.HttpServletRequest;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.springframework.stereotype.Component;
import plainsieve.core.value.ProblemException;
import plainsieve.server.access.accounts.LinkUsageCounter;
import plainsieve.server.access.accounts.ReportLinks;
import plainsieve.server.access.security.OwnPath;
import plainsieve.server.access.security.SignedLinks;
import plainsieve.server.definitions.model.NotFoundException;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.definitions.project.Projects;
import plainsieve.server.people.Caller;
import plainsieve.server.people.Role;
import plainsieve.server.people.Viewer;

/**
 * Authenticates requests by a signed link without sign-in: a viewer of one report. Requests send the token in a header with the
 * report; pages and downloads have it in the URL.
 */
@Component
public class OpenLinkAuthenticator {
    /** {@code report-id token}. */
    static final String LINK = "Signed-Link";

    private static final Pattern HEADER = Pattern.compile("(\\S+) (\\S+)");
    private static final Pattern PAGE = Pattern.compile("/projects/[^/]+/reports/([^/]+)");

    private final ReportLinks reportLinks;
    private final LinkUsageCounter uses;
    private final Projects projects;

    OpenLinkAuthenticator(ReportLinks reportLinks, LinkUsageCounter uses, Projects projects) {
        this.uses = uses;
        this.reportLinks = reportLinks;
        this.projects = projects;
    }

    /** The caller of a valid public link of a project. */
    Optional<Caller> caller(HttpServletRequest request, String projectId) {
        Optional<LinkParameters> said = readLink(request);
        try {
            return said.flatMap(link -> caller(projectId, link));
        } catch (ProblemException | NotFoundException over) {
            // An invalid link identifies no caller; the reason is reported where it is used.
            return Optional.empty();
        }
    }

    /** Throws {@link ProblemException} with the reason if a request has an invalid link. */
    void refuse(HttpServletRequest request, String projectId) {
        readLink(request).ifPresent(said -> {
            try {
                reportLinks.read(projects.get(projectId), said.report(), said.token());
            } catch (NotFoundException e) {
                throw SignedLinks.notOurs();
            }
        });
    }

    /** Counts that a report was opened by a link, if it was. */
    public void opened(HttpServletRequest request, Project project, String reportId) {
        readLink(request)
                .filter(said -> said.report().equals(reportId))
                .ifPresent(said -> uses.used(reportLinks.read(project, reportId, said.token())));
    }

    private Optional<Caller> caller(String projectId, LinkParameters said) {
        ReportLinks.ValidLink link = reportLinks.read(projects.get(projectId), said.report(), said.token());
        return link.isForAnyone()
                ? Optional.of(Caller.of(link.who(), Role.VIEWER, Viewer.byLink(link.who(), said.report()))
                        .fixing(link.choices(), "The link"))
                : Optional.empty();
    }

    /** The link in a request. */
    private record LinkParameters(String report, String token) {}

    private static Optional<LinkParameters> readLink(HttpServletRequest request) {
        String header = Optional.ofNullable(request.getHeader(LINK)).orElseGet(() -> request.getParameter(LINK));
        if (header != null) {
            Matcher matcher = HEADER.matcher(header);
            return matcher.matches()
                    ? Optional.of(new LinkParameters(matcher.group(1), matcher.group(2)))
                    : Optional.empty();
        }
        Matcher page = PAGE.matcher(OwnPath.of(request));
        String token = page.matches() ? request.getParameter("signed") : null;
        return token == null ? Optional.empty() : Optional.of(new LinkParameters(page.group(1), token));
    }
}
