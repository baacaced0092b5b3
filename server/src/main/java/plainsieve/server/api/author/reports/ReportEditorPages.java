package plainsieve.server.api.author.reports;

import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Component;
import plainsieve.core.sentence.OpeningSentence;
import plainsieve.core.sentence.ViewSentence;
import plainsieve.server.api.author.reports.ReportEditorBodies.EditorObject;
import plainsieve.server.api.author.reports.ReportEditorBodies.ReportEditorBody;
import plainsieve.server.definitions.forms.ReportForms;
import plainsieve.server.definitions.model.Report;
import plainsieve.server.definitions.model.ReportDraft;
import plainsieve.server.definitions.model.Stage;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.definitions.project.Projects;
import plainsieve.server.editing.editor.ReportEditor;
import plainsieve.server.editing.refactoring.LimitRelocation;
import plainsieve.server.http.reportpage.ReportContent;
import plainsieve.server.people.Caller;

/** The page of the report editor. */
@Component
class ReportEditorPages {
    private final ReportEditor reportEditor;
    private final ReportContent answers;
    private final Projects projects;

    ReportEditorPages(ReportEditor reportEditor, ReportContent answers, Projects projects) {
        this.reportEditor = reportEditor;
        this.answers = answers;
        this.projects = projects;
    }

    /** As it is after a change. */
    ReportEditorBody now(Project before, Caller caller, String id) {
        return of(projects.get(before.id()), caller, id);
    }

    ReportEditorBody of(Project project, Caller caller, String id) {
        ReportDraft draft = project.draft(id);
        Report report = draft.report();
        Project drafted = project.drafted(id).inStage(Stage.DRAFT).opening(report);
        return new ReportEditorBody(
                answers.page(drafted, caller, report),
                draft.published(),
                draft.published() ? reportEditor.differences(project, report) : List.of(),
                things(project, report),
                reportEditor.notOffered(drafted, report),
                LimitRelocation.of(drafted, report).stream()
                        .map(ReportEditorBodies.LimitedQueryBody::of)
                        .toList(),
                ReportForms.form(report).identified(report.id(), 0));
    }

    /**
     * The draft on which a change of one item is based: the newest one while the item equals the one the author saw,
     * whatever a colleague changed elsewhere. Otherwise the one that was seen, which then conflicts.
     */
    Report seen(Project project, String id, String thing, String sentence, int version) {
        Report draft = project.draft(id).report();
        boolean untouched = draft.version() == version
                || things(project, draft).stream()
                        .anyMatch(one -> one.object().equals(thing) && text(one).equals(sentence));
        return untouched ? draft : draft.withVersion(version);
    }

    private static String text(EditorObject thing) {
        StringBuilder text = new StringBuilder();
        thing.sentence().forEach(piece -> text.append(piece.text()));
        return text.toString();
    }

    private List<EditorObject> things(Project project, Report report) {
        List<EditorObject> things = new ArrayList<>();
        report.controls()
                .forEach(control -> things.add(EditorObject.of(
                        "control:" + control.parameters().get(0),
                        reportEditor.sentence(project, report, control).sentence())));
        report.views()
                .forEach(view -> things.add(EditorObject.of(
                        "view:" + view.id(), ViewSentence.of(view, reportId -> nameOf(project, reportId)))));
        List<OpeningSentence.Dated> dated = report.opening().age().stream()
                .map(age -> new OpeningSentence.Dated(
                        age.queryId(), project.query(age.queryId()).name(), age.column()))
                .toList();
        things.add(EditorObject.of(
                "opening",
                new OpeningSentence(report.opening(), dated, reportEditor.selectable(project, report)).sentence()));
        return things;
    }

    private static String nameOf(Project project, String reportId) {
        return project.hasReport(reportId) ? project.report(reportId).name() : reportId;
    }
}
