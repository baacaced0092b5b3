package plainsieve.server.api.viewer;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.validation.Valid;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.server.body.QuestionBodies;
import plainsieve.server.body.ReportBodies.ReportBody;
import plainsieve.server.body.ReportBodies.ReportCard;
import plainsieve.server.body.RunBodies;
import plainsieve.server.definitions.model.Report;
import plainsieve.server.definitions.model.ReportDraft;
import plainsieve.server.definitions.model.Stage;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.http.context.OpenLinkAuthenticator;
import plainsieve.server.http.context.PageRequest;
import plainsieve.server.http.context.RequiredRole;
import plainsieve.server.http.context.Staged;
import plainsieve.server.http.reportpage.ReportContent;
import plainsieve.server.http.reportpage.SignedLinkCallers;
import plainsieve.server.people.Caller;
import plainsieve.server.people.Role;
import plainsieve.server.records.sent.SentRow;
import plainsieve.server.results.runs.QuestionRenderer;
import plainsieve.server.results.runs.ReportRunRequests;
import plainsieve.server.sources.sent.SentLog;

/** Reports and their questions. */
@RestController
@RequestMapping("/api/v1/projects/{project}/reports")
@RequiredRole(Role.VIEWER)
class ReportsApi {
    private final QuestionRenderer questionRenderer;
    private final ReportContent answers;
    private final SignedLinkCallers callers;
    private final OpenLinkAuthenticator openLinkAuthenticator;
    private final SentLog sent;

    ReportsApi(
            QuestionRenderer questionRenderer,
            ReportContent answers,
            SignedLinkCallers callers,
            OpenLinkAuthenticator openLinkAuthenticator,
            SentLog sent) {
        this.openLinkAuthenticator = openLinkAuthenticator;
        this.questionRenderer = questionRenderer;
        this.answers = answers;
        this.callers = callers;
        this.sent = sent;
    }

    @GetMapping
    List<ReportCard> listReports(@Staged(Stage.LIVE) Project project, Caller caller, PageRequest page, Locale locale) {
        List<Report> visible = project.reports().stream()
                .filter(report -> callers.sees(project, report.id(), caller))
                .toList();
        return page.of(visible, Report::id).stream()
                .map(report -> card(project, caller, report, locale))
                .toList();
    }

    private ReportCard card(Project project, Caller caller, Report report, Locale locale) {
        Optional<SentRow> last = sent.lastRun(project, report.id());
        Project opened = project.opening(report);
        return new ReportCard(
                report.id(),
                report.name(),
                report.audience(),
                QuestionBodies.parts(questionRenderer
                        .render(opened, report, ReportRunRequests.choices(opened, caller, report, Map.of()), locale)
                        .said()),
                standing(project.draft(report.id()), report),
                report.version(),
                last.map(row -> row.sentAt().toString()).orElse(""),
                last.map(SentRow::outcome).orElse(null));
    }

    @GetMapping("/{id}")
    ReportBody getReport(
            @Staged(Stage.LIVE) Project project, Caller caller, @PathVariable String id, HttpServletRequest request) {
        Report report = callers.given(project, id, caller);
        openLinkAuthenticator.opened(request, project, id);
        return answers.page(project, caller, report);
    }

    /** Renders the question with these choices, and reports unusable ones. Runs only lists. */
    @PostMapping("/{id}/question")
    QuestionBodies.QuestionBody describeQuestion(
            @Staged(Stage.LIVE) Project project,
            Caller caller,
            @PathVariable String id,
            @Valid @RequestBody RunBodies.QuestionRequest body,
            Locale locale) {
        Report report = callers.given(project, id, caller);
        Caller linked = callers.of(project, id, caller, body.linkToken());
        return answers.question(project, linked, report, body.choices(), locale);
    }

    private static ReportCard.PublicationStatus standing(ReportDraft draft, Report live) {
        boolean changed = !draft.report().equals(live);
        return !draft.published()
                ? ReportCard.PublicationStatus.DRAFT
                : changed ? ReportCard.PublicationStatus.CHANGED : ReportCard.PublicationStatus.PUBLISHED;
    }
}
