package plainsieve.server.api.author.reports;

import jakarta.validation.Valid;
import java.util.List;
import java.util.Optional;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.core.view.Size;
import plainsieve.files.forms.ReportForm;
import plainsieve.server.api.author.reports.ReportEditorBodies.ReportEditorBody;
import plainsieve.server.body.SentenceBodies;
import plainsieve.server.definitions.forms.ReportForms;
import plainsieve.server.definitions.model.Report;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.editing.editor.EditedElement;
import plainsieve.server.editing.editor.ReportEditor;
import plainsieve.server.http.context.Audited;
import plainsieve.server.http.context.RequiredRole;
import plainsieve.server.people.Caller;
import plainsieve.server.people.Role;

/** Report drafts, edited mark by mark on their page until they are published. */
@RestController
@RequestMapping("/api/v1/projects/{project}/reports/{id}/editor")
@RequiredRole(Role.AUTHOR)
class ReportEditorApi {
    private final ReportEditor reportEditor;
    private final ReportEditorPages pages;

    ReportEditorApi(ReportEditor reportEditor, ReportEditorPages pages) {
        this.reportEditor = reportEditor;
        this.pages = pages;
    }

    private static Report draft(Project project, String id) {
        return project.draft(id).report();
    }

    private static Report seen(Project project, String id, int version) {
        return draft(project, id).withVersion(version);
    }

    private ReportEditorBody save(Project project, Caller caller, Report changed) {
        reportEditor.keep(project, changed);
        return pages.now(project, caller, changed.id());
    }

    @GetMapping
    ReportEditorBody getReportEditor(Project project, Caller caller, @PathVariable String id) {
        return pages.of(project, caller, id);
    }

    /** Suggests views of a query, from its columns and their values. */
    @PostMapping("/proposals/{queryId}")
    List<ReportEditorBodies.ViewSuggestion> suggestViews(
            Project project, Caller caller, @PathVariable String id, @PathVariable String queryId) {
        return reportEditor.remainingProposals(project, caller, draft(project, id), queryId).stream()
                .map(ReportEditorBodies.ViewSuggestion::of)
                .toList();
    }

    /** The options of a mark; unavailable ones with the reason. */
    @GetMapping("/options")
    List<SentenceBodies.OptionBody> listEditorOptions(
            Project project,
            Caller caller,
            @PathVariable String id,
            @RequestParam String object,
            @RequestParam String mark) {
        return reportEditor
                .offers(project, caller, draft(project, id), new ReportEditor.Mark(EditedElement.read(object), mark))
                .stream()
                .map(SentenceBodies.OptionBody::of)
                .toList();
    }

    /** Changes a mark. */
    @PutMapping("/marks")
    ReportEditorBody editReportSentence(
            Project project,
            Caller caller,
            @PathVariable String id,
            @Valid @RequestBody ReportEditorBodies.SentenceEdit body) {
        ReportEditor.Mark mark = new ReportEditor.Mark(EditedElement.read(body.object()), body.mark());
        Report seen = pages.seen(project, id, body.object(), body.seen(), body.version());
        return save(project, caller, reportEditor.withMark(project, caller, seen, mark, body.option()));
    }

    /** Removes, copies or moves an item. */
    @PostMapping("/steps")
    ReportEditorBody applyObjectAction(
            Project project,
            Caller caller,
            @PathVariable String id,
            @Valid @RequestBody ReportEditorBodies.ObjectAction body) {
        Report seen = seen(project, id, body.version());
        return save(
                project,
                caller,
                reportEditor.withStep(project, seen, EditedElement.read(body.object()), body.action()));
    }

    /** Moves an item to another place. */
    @PostMapping("/places")
    ReportEditorBody moveObject(
            Project project,
            Caller caller,
            @PathVariable String id,
            @Valid @RequestBody ReportEditorBodies.ObjectPosition body) {
        Report seen = draft(project, id);
        return save(
                project,
                caller,
                reportEditor.withPlace(project, seen, EditedElement.read(body.object()), body.index()));
    }

    /** Gives a view another size; the nearest that it can have. */
    @PostMapping("/sizes")
    ReportEditorBody resizeView(
            Project project,
            Caller caller,
            @PathVariable String id,
            @Valid @RequestBody ReportEditorBodies.ViewSize body) {
        Report now = draft(project, id);
        Size size = now.view(body.view()).size();
        boolean untouched = size.width() == body.seenWidth() && size.height() == body.seenHeight();
        Report seen = untouched ? now : now.withVersion(body.version());
        return save(project, caller, reportEditor.sizing(seen, body.view(), Size.near(body.width(), body.height())));
    }

    /** Adds a proposed view of a query. */
    @PostMapping("/views")
    ReportEditorBody addSuggestedView(
            Project project,
            Caller caller,
            @PathVariable String id,
            @Valid @RequestBody ReportEditorBodies.AddedSuggestion body) {
        Report seen = draft(project, id);
        return save(project, caller, reportEditor.adding(project, caller, seen, body.queryId(), body.id()));
    }

    /** Lets viewers choose a parameter. */
    @PostMapping("/controls")
    ReportEditorBody addControl(
            Project project,
            Caller caller,
            @PathVariable String id,
            @Valid @RequestBody ReportEditorBodies.NewControl body) {
        return save(project, caller, reportEditor.offering(project, draft(project, id), body.parameter()));
    }

    /** Changes the name, the audience and the question line; fields that a colleague changed meanwhile are kept. */
    @PutMapping("/words")
    ReportEditorBody updateReportTexts(
            Project project,
            Caller caller,
            @PathVariable String id,
            @Valid @RequestBody ReportEditorBodies.ReportTextsChange body) {
        Report now = draft(project, id);
        ReportEditorBodies.ReportTexts mine =
                new ReportEditorBodies.ReportTexts(body.name(), body.audience(), body.question());
        boolean newest = body.version() == now.version();
        Optional<ReportEditorBodies.ReportTexts> both = newest
                ? Optional.of(mine)
                : body.seen().flatMap(seen -> mine.beside(seen, ReportEditorBodies.ReportTexts.of(now)));
        ReportEditorBodies.ReportTexts said = both.orElse(mine);
        Report from = both.isPresent() ? now : now.withVersion(body.version());
        return save(project, caller, reportEditor.saying(from, said.name(), said.audience(), said.question()));
    }

    /** Replaces the whole draft. */
    @PutMapping
    ReportEditorBody replaceReportDraft(
            Project project, Caller caller, @PathVariable String id, @Valid @RequestBody ReportForm body) {
        return save(project, caller, ReportForms.report(body.identified(id, body.version())));
    }

    /** Publishes the draft; rejected with the problems that viewers would have. */
    @PostMapping("/publish")
    @Audited("published a report")
    ReportEditorBody publishReport(
            Project project,
            Caller caller,
            @PathVariable String id,
            @Valid @RequestBody ReportEditorBodies.SeenVersion body) {
        reportEditor.publish(project, caller, seen(project, id, body.version()));
        return pages.now(project, caller, id);
    }

    /** Discards the draft. */
    @DeleteMapping
    ReportEditorBody discardReportDraft(
            Project project, Caller caller, @PathVariable String id, @RequestParam int version) {
        return save(project, caller, project.report(id).withVersion(version));
    }
}
