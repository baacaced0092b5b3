package plainsieve.server.definitions.edits;

import java.util.HashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import plainsieve.core.parameter.ChoiceReader;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.DefaultDefinition;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.question.QuestionLine;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.view.ReportOpening;
import plainsieve.server.definitions.forms.StoredForms;
import plainsieve.server.definitions.model.EditConflictException;
import plainsieve.server.definitions.model.NotFoundException;
import plainsieve.server.definitions.model.Report;
import plainsieve.server.definitions.model.ReportDraft;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.records.access.SignedLinkRecords;
import plainsieve.server.records.definitions.DefinitionKind;
import plainsieve.server.records.definitions.DefinitionRecords;
import plainsieve.server.records.definitions.DefinitionRow;

/** Changes and removes the reports of a project. A changed report states the version it is based on. */
@Service
public class ReportEdits implements Restoration {
    private final DefinitionRecords records;
    private final StoredForms forms;
    private final RemovedObjects removedObjects;
    private final SignedLinkRecords links;

    ReportEdits(DefinitionRecords records, StoredForms forms, RemovedObjects removedObjects, SignedLinkRecords links) {
        this.links = links;
        this.records = records;
        this.forms = forms;
        this.removedObjects = removedObjects;
    }

    /** Changes the question line and how a report starts, for viewers and in the draft. Throws {@link ProblemException} when something does not fit. */
    public void changeQuestion(Project project, Report report, String question, ReportOpening opening) {
        QuestionLine.read(question);
        Set<String> known = project.parametersOf(report);
        opening.signedParameters().stream()
                .filter(name -> !known.contains(name))
                .findFirst()
                .ifPresent(name -> {
                    throw new NotFoundException("parameter", name, known);
                });
        change(project, report, before -> before.withQuestion(question, opening));
    }

    /** Renames a report. Its ID, used in links, stays. */
    public void rename(Project project, Report report, String name, String audience) {
        String called = Ids.name("The report", name);
        change(project, report, before -> before.called(called, audience.strip()));
    }

    /** Duplicates a report as an unpublished draft. */
    public Report duplicate(Project project, String id) {
        Report of = project.draft(id).report();
        return create(project, of.as(of.id(), of.name() + " copy"));
    }

    /** Adds an unpublished report under an ID from its name. Throws {@link ProblemException} when something does not fit. */
    public Report create(Project project, Report draft) {
        QuestionLine.read(draft.question());
        String name = Ids.name("A report", draft.name());
        Report report =
                draft.as(Ids.of(name, "report", project::hasReport), name).withVersion(1);
        addDraft(project, report);
        return report;
    }

    /** Adds a report that viewers get at once. */
    public void add(Project project, Report report) {
        add(project, new ReportDraft(report, true));
    }

    /** Adds an unpublished report. */
    public void addDraft(Project project, Report report) {
        add(project, new ReportDraft(report, false));
    }

    private void add(Project project, ReportDraft draft) {
        checkParts(project, draft.report());
        records.add(row(project, draft.report(), draft));
    }

    /** Applies the same change to the published report and the draft. @param seen the version it is based on */
    public void change(Project project, Report seen, UnaryOperator<Report> how) {
        ReportDraft draft = project.draft(seen.id());
        Report live = how.apply(project.report(seen.id())).withVersion(seen.version());
        save(project, live, new ReportDraft(how.apply(draft.report()), draft.published()));
    }

    /** Lets a report open with its own value, in place of the default of the parameter. */
    public void openWith(Project project, String id, String parameter, ChoiceText choice) {
        ParameterDefinition definition = project.parameter(parameter);
        ChoiceReader.readAll(Map.of(parameter, definition.toParameter()), Map.of(parameter, choice));
        Report seen = project.draft(id).report();
        change(
                project,
                seen,
                report -> report.withQuestion(
                        report.question(),
                        report.opening().with(parameter, Optional.of(DefaultDefinition.of(choice)))));
    }

    /** Replaces the published report and the draft. */
    public void replace(Project project, Report report) {
        save(project, report, new ReportDraft(report, true));
    }

    /** Changes the draft alone. @param draft with the version that was seen */
    public void changeDraft(Project project, Report draft) {
        boolean given = project.draft(draft.id()).published();
        Report live = given ? project.report(draft.id()).withVersion(draft.version()) : draft;
        save(project, live, new ReportDraft(draft, given));
    }

    private void save(Project project, Report live, ReportDraft draft) {
        checkParts(project, live);
        checkParts(project, draft.report());
        if (records.change(row(project, live, draft)) == 0) {
            throw new EditConflictException("The report");
        }
    }

    private static void checkParts(Project project, Report report) {
        Set<String> ids = new HashSet<>();
        if (!report.views().stream().allMatch(view -> !view.id().isEmpty() && ids.add(view.id()))) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_REPORT,
                    "A view has no ID, or that of another view.",
                    "Give each view of the report an ID of its own."));
        }
        report.queryIds().forEach(project::query);
        report.controls().stream()
                .flatMap(control -> control.parameters().stream())
                .forEach(project::parameter);
    }

    /** Removes a report; it can be restored. Its saved selections are kept for that. */
    @Transactional
    public void remove(Project project, Report report) {
        DefinitionRow row = row(project, report, project.draft(report.id()));
        removedObjects.store(row, report.name());
        records.remove(project.id(), kind(), report.id());
        links.shelve(project.id(), report.id());
    }

    private DefinitionRow row(Project project, Report live, ReportDraft draft) {
        return forms.row(project.id(), live, draft);
    }

    @Override
    public DefinitionKind kind() {
        return DefinitionKind.REPORT;
    }

    @Override
    public void restore(Project project, DefinitionRow row) {
        Restoration.requireFree(kind(), project.hasReport(row.id()), row.id());
        forms.report(row).queryIds().forEach(project::query);
        records.add(row);
        links.restore(project.id(), row.id());
    }
}
