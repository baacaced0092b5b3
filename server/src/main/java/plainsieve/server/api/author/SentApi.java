package plainsieve.server.api.author;

import jakarta.annotation.Nullable;
import java.util.List;
import java.util.Optional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.core.view.View;
import plainsieve.server.body.SentBodies;
import plainsieve.server.definitions.model.NotFoundException;
import plainsieve.server.definitions.model.Report;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.http.context.RequiredRole;
import plainsieve.server.people.Caller;
import plainsieve.server.people.Role;
import plainsieve.server.records.sent.SentFilter;
import plainsieve.server.records.sent.SentOrder;
import plainsieve.server.records.sent.SentRow;
import plainsieve.server.records.sent.StatementCause;
import plainsieve.server.records.sent.StatementOutcome;
import plainsieve.server.results.evidence.EvidenceService;
import plainsieve.server.results.evidence.StatementReplay;
import plainsieve.server.sources.sent.SentLog;

/** Statements in Sent: an author's own, or everyone's for operators; with comparison and evidence. */
@RestController
@RequestMapping("/api/v1/projects/{project}/sent")
@RequiredRole(Role.AUTHOR)
class SentApi {
    private static final int MOST = 200;

    private final SentLog log;
    private final EvidenceService evidenceService;
    private final StatementReplay statementReplay;

    SentApi(SentLog log, EvidenceService evidenceService, StatementReplay statementReplay) {
        this.log = log;
        this.evidenceService = evidenceService;
        this.statementReplay = statementReplay;
    }

    /**
     * A statement in Sent.
     *
     * @param caller the account, API key or link that caused it
     * @param queryName the ID of a removed query
     * @param reportName the ID of a removed report; empty if it was not for a report
     * @param viewTitle the title template; empty without one
     * @param localRows rows fetched to compute the result here; -1 if the source computed it
     */
    record SentStatementBody(
            long id,
            String at,
            String caller,
            String sourceId,
            String queryId,
            String queryName,
            String reportId,
            String reportName,
            String viewId,
            String viewTitle,
            StatementCause cause,
            String text,
            List<SentBodies.SentValueBody> values,

            StatementOutcome outcome,
            String problem,
            long localRows,
            long fetchedRows,
            long shownRows,
            double databaseMs,
            double totalMs) {}

    @GetMapping
    List<SentStatementBody> listSentStatements(
            Project project,
            Caller caller,
            @RequestParam(defaultValue = "9223372036854775807") long before,
            @RequestParam(defaultValue = "") String report,
            @RequestParam(defaultValue = "") String query,
            @RequestParam(defaultValue = "") String source,
            @Nullable @RequestParam(required = false) StatementOutcome outcome,
            @Nullable @RequestParam(required = false) StatementCause cause,
            @RequestParam(defaultValue = "") String search,
            @RequestParam(defaultValue = "new") SentOrder order,
            @RequestParam(defaultValue = "50") int limit) {
        SentFilter wanted = new SentFilter(
                project.id(),
                SentLog.ownerFilter(caller),
                report,
                query,
                source,
                Optional.ofNullable(outcome),
                Optional.ofNullable(cause),
                search.strip(),
                order);
        return log.latest(before, wanted, Math.max(1, Math.min(limit, MOST))).stream()
                .map(row -> line(project, row))
                .toList();
    }

    /** Where each choice ran, with rows counted: the database runs the statement once more, to its end. */
    @PostMapping("/{id}/measured-evidence")
    SentBodies.EvidenceBody measureEvidence(Project project, Caller caller, @PathVariable long id) {
        return SentBodies.EvidenceBody.of(evidenceService.of(
                project, caller, visibleTo(project, caller, id).id(), true));
    }

    private SentRow visibleTo(Project project, Caller caller, long id) {
        return log.find(project, caller, id)
                .orElseThrow(() -> new NotFoundException("statement", Long.toString(id), List.of()));
    }

    /** @param otherId the statement to compare with */
    record ComparedStatement(long otherId) {}

    record RunnableStatement(String text) {}

    /** The statement as text that runs in any client of its database; a private value is as its parameter's name. */
    @GetMapping("/{id}/text")
    RunnableStatement getRunnableStatement(Project project, Caller caller, @PathVariable long id) {
        return new RunnableStatement(
                statementReplay.runnable(project, visibleTo(project, caller, id).id()));
    }

    /** Compares two statements, and their results up to the first difference. */
    @PostMapping("/{id}/comparisons")
    StatementReplay.StatementComparison compareSentStatements(
            Project project, Caller caller, @PathVariable long id, @RequestBody ComparedStatement body) {
        return statementReplay.compare(
                project,
                caller,
                visibleTo(project, caller, id).id(),
                visibleTo(project, caller, body.otherId()).id());
    }

    @GetMapping("/{id}")
    SentStatementBody getSentStatement(Project project, Caller caller, @PathVariable long id) {
        return line(project, visibleTo(project, caller, id));
    }

    private SentStatementBody line(Project project, SentRow row) {
        String queryName =
                project.hasQuery(row.queryId()) ? project.query(row.queryId()).name() : row.queryId();
        Optional<Report> report =
                Optional.of(row.reportId()).filter(project::hasReport).map(project::report);
        String viewTitle = report.stream()
                .flatMap(known -> known.views().stream())
                .filter(view -> view.id().equals(row.viewId()))
                .map(View::title)
                .findFirst()
                .orElse("");
        return new SentStatementBody(
                row.id(),
                row.sentAt().toString(),
                row.caller(),
                row.sourceId(),
                row.queryId(),
                queryName,
                row.reportId(),
                report.map(Report::name).orElse(row.reportId()),
                row.viewId(),
                viewTitle,
                row.cause(),
                row.text(),
                SentBodies.SentValueBody.of(log.values(row)),
                row.outcome(),
                row.problem(),
                row.localRows(),
                row.fetchedRows(),
                row.shownRows(),
                row.databaseMs(),
                row.totalMs());
    }
}
