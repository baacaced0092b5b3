package plainsieve.server.editing.revisions;

import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.server.definitions.edits.QueryEdits;
import plainsieve.server.definitions.edits.ReportEdits;
import plainsieve.server.definitions.model.Query;
import plainsieve.server.definitions.model.ReportDraft;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.definitions.project.Projects;
import plainsieve.server.editing.editor.ReportEditor;
import plainsieve.server.people.Caller;

/** Publishes all pending changes in one transaction. */
@Service
public class PublishAll {
    private final QueryEdits queries;
    private final ReportEdits reports;
    private final ReportEditor reportEditor;
    private final Projects projects;
    private final TransactionTemplate change;

    PublishAll(
            QueryEdits queries,
            ReportEdits reports,
            ReportEditor reportEditor,
            Projects projects,
            PlatformTransactionManager transactions) {
        this.queries = queries;
        this.reports = reports;
        this.reportEditor = reportEditor;
        this.projects = projects;
        this.change = new TransactionTemplate(transactions);
    }

    /** The project as if every draft were published; not saved. */
    public Project drafted(Project project) {
        Project all = project;
        for (Query query : project.queries()) {
            all = query.isChanged() ? all.with(query.saying(query.draftText(), query.draftText())) : all;
        }
        for (ReportDraft draft : drafts(project)) {
            all = all.withPublished(draft.report());
        }
        return all;
    }

    private static List<ReportDraft> drafts(Project project) {
        return project.reports().stream()
                .map(report -> project.draft(report.id()))
                .filter(draft -> !draft.published()
                        || !draft.report().equals(project.report(draft.report().id())))
                .toList();
    }

    /**
     * Publishes everything or nothing.
     *
     * @throws ProblemException with the problems that viewers would have
     */
    public void publish(Project project, Caller caller) {
        List<ReportDraft> drafts = drafts(project);
        List<Query> changed =
                project.queries().stream().filter(Query::isChanged).toList();
        if (drafts.isEmpty() && changed.isEmpty()) {
            throw new ProblemException(Problem.of(
                    ProblemKind.NOTHING_TO_PUBLISH, "Nothing to publish.", "Change something, then publish."));
        }
        Project after = drafted(project);
        // Value lists may be queried: that is done before the transaction.
        drafts.forEach(draft -> reportEditor.check(after, caller, draft.report()));
        change.executeWithoutResult(begun -> {
            changed.forEach(query -> queries.publish(projects.get(project.id()), query));
            drafts.forEach(draft -> reports.replace(projects.get(project.id()), draft.report()));
        });
    }
}
