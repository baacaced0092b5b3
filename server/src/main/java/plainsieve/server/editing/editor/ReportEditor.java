package plainsieve.server.editing.editor;

import java.util.List;
import java.util.Set;
import org.springframework.stereotype.Service;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.question.QuestionLine;
import plainsieve.core.rewrite.Measure;
import plainsieve.core.sentence.ControlSentence;
import plainsieve.core.sentence.MarkOption;
import plainsieve.core.sentence.OpeningSentence;
import plainsieve.core.sentence.SentenceContext;
import plainsieve.core.sentence.ViewProposals;
import plainsieve.core.sentence.ViewSentence;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.Type;
import plainsieve.core.view.Control;
import plainsieve.core.view.ReportOpening;
import plainsieve.core.view.Size;
import plainsieve.core.view.View;
import plainsieve.server.definitions.edits.Ids;
import plainsieve.server.definitions.edits.ReportEdits;
import plainsieve.server.definitions.model.Query;
import plainsieve.server.definitions.model.Report;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.people.Caller;

/** Edits reports through the marks of their sentences. */
@Service
public class ReportEditor {
    private final OutputColumnProfiler columns;
    private final ReportEdits edits;
    private final PublishCheck check;

    ReportEditor(OutputColumnProfiler columns, ReportEdits edits, PublishCheck check) {
        this.columns = columns;
        this.edits = edits;
        this.check = check;
    }

    /** Creates a draft of a query: proposed views of its columns, and a control for every parameter. */
    public Report createDraft(Project project, Caller caller, Query query) {
        SentenceContext sentenceContext = known(project, caller, query.id());
        ViewProposals proposals = new ViewProposals(query.id(), sentenceContext);
        List<View> views = proposals.views().stream()
                .filter(ViewProposals.Proposal::taken)
                .map(ViewProposals.Proposal::view)
                .toList();
        List<Control> controls = proposals.controls(selectable(project, project.mentioned(query)));
        String name = query.name();
        String id = Ids.of(name, "report", project::hasReport);
        Report report = new Report(id, name, "", "", controls, views, ReportOpening.USUAL, 1);
        edits.addDraft(project, report);
        return report;
    }

    /** The proposed views of a query that the report does not contain. */
    public List<ViewProposals.Proposal> remainingProposals(
            Project project, Caller caller, Report report, String queryId) {
        return new ViewProposals(queryId, known(project, caller, queryId))
                .views().stream()
                        .filter(proposal -> report.views().stream().noneMatch(view -> showsSame(view, proposal.view())))
                        .toList();
    }

    /** A proposed view. Throws {@link ProblemException} if it is not proposed. */
    public View proposed(Project project, Caller caller, String queryId, String proposalId) {
        return new ViewProposals(queryId, known(project, caller, queryId))
                .views().stream()
                        .filter(proposal -> proposal.id().equals(proposalId))
                        .findFirst()
                        .map(ViewProposals.Proposal::view)
                        .orElseThrow(() -> new ProblemException(Problem.of(
                                ProblemKind.UNKNOWN_ELEMENT,
                                "This suggestion no longer applies.",
                                "Reload the page.")));
    }

    private static boolean showsSame(View one, View other) {
        return one.shown().getClass() == other.shown().getClass()
                && one.queryId().equals(other.queryId())
                && one.shown().grouping().equals(other.shown().grouping());
    }

    /** The parameters of a report that viewers could choose and are not offered. */
    public List<String> notOffered(Project drafted, Report report) {
        return drafted.notOffered(report).stream()
                .map(ParameterDefinition::name)
                .toList();
    }

    /** The parameters of a report that viewers could choose. */
    public List<ParameterDefinition> selectable(Project project, Report report) {
        return selectable(project, project.drafted(report.id()).parametersOf(report));
    }

    private static List<ParameterDefinition> selectable(Project project, Set<String> names) {
        return project.parameters().values().stream()
                .filter(definition -> names.contains(definition.name()) && !definition.isComputed())
                .toList();
    }

    /** The options of a mark. */
    public List<MarkOption> offers(Project project, Caller caller, Report report, Mark mark) {
        EditedElement element = mark.thing();
        if (element instanceof EditedElement.OfView of) {
            View view = report.view(of.id());
            return new ViewSentence(view, known(project, caller, view.queryId(), report)).offers(mark.id());
        }
        return element instanceof EditedElement.OfControl
                ? sentence(project, report, new DraftChange(report).control(element))
                        .offers(mark.id())
                : opening(project, caller, report).offers(mark.id());
    }

    /** The opening of a report, with columns that can determine the age of its data. */
    private OpeningSentence opening(Project project, Caller caller, Report report) {
        List<OpeningSentence.Dated> dated = report.queryIds().stream()
                .flatMap(id -> columns.of(project, caller, project.query(id)).stream()
                        .filter(column -> column.type()
                                .filter(type -> type == Type.DATE || type == Type.DATETIME)
                                .isPresent())
                        .map(column ->
                                new OpeningSentence.Dated(id, project.query(id).name(), column.name())))
                .toList();
        return new OpeningSentence(report.opening(), dated, selectable(project, report));
    }

    /** The report with a changed mark. */
    public Report withMark(Project project, Caller caller, Report report, Mark mark, String taken) {
        EditedElement element = mark.thing();
        DraftChange change = new DraftChange(report);
        if (element instanceof EditedElement.OfView of) {
            View view = report.view(of.id());
            return change.with(
                    new ViewSentence(view, known(project, caller, view.queryId(), report)).with(mark.id(), taken));
        }
        if (element instanceof EditedElement.OfControl) {
            Control before = change.control(element);
            return change.with(before, sentence(project, report, before).with(mark.id(), taken));
        }
        return report.withQuestion(
                report.question(), opening(project, caller, report).with(mark.id(), taken));
    }

    /** The actions on an object as a whole. */
    public enum Step {
        REMOVE,
        COPY,
        UP,
        DOWN
    }

    /** The report with an item removed, copied, or moved by one place. Controls cannot be copied. */
    public Report withStep(Project project, Report report, EditedElement element, Step step) {
        DraftChange change = new DraftChange(report);
        return switch (step) {
            case REMOVE -> change.without(element);
            case COPY -> element instanceof EditedElement.OfView view ? change.copying(view.id()) : report;
            case UP -> joined(project, change.moving(element, false), element);
            case DOWN -> joined(project, change.moving(element, true), element);
        };
    }

    private static Report joined(Project project, Report moved, EditedElement element) {
        return new DraftChange(moved).withHeading(element, control -> {
            String own = control.style().heading();
            return own.isEmpty()
                    ? project.parameter(control.parameters().get(0)).words().group()
                    : own;
        });
    }

    /** The report with an item moved to an index among its kind, from 0. */
    public Report withPlace(Project project, Report report, EditedElement element, int at) {
        return joined(project, new DraftChange(report).moved(element, at), element);
    }

    /** The report with a view of another size. */
    public Report sizing(Report report, String viewId, Size size) {
        return new DraftChange(report).with(report.view(viewId).sized(size));
    }

    /** The report with something that its query could also show. */
    public Report adding(Project project, Caller caller, Report report, String queryId, String proposalId) {
        return new DraftChange(report).adding(proposed(project, caller, queryId, proposalId));
    }

    /** The report with the control that suits a parameter. */
    public Report offering(Project project, Report report, String parameter) {
        return new DraftChange(report).adding(ViewProposals.control(project.parameter(parameter)));
    }

    /** The report with another name, another audience, another question line. Throws {@link ProblemException} when a line cannot be read. */
    public Report saying(Report report, String name, String audience, String question) {
        QuestionLine.read(question);
        return report.called(Ids.name("The report", name), audience.strip())
                .withQuestion(question.strip(), report.opening());
    }

    /** Keeps a draft. @param changed with the version that was seen */
    public void keep(Project project, Report changed) {
        edits.changeDraft(project, changed);
    }

    /** A mark of a sentence. */
    public record Mark(EditedElement thing, String id) {}

    /** The sentence of a control. */
    public ControlSentence sentence(Project project, Report report, Control control) {
        String first = control.parameters().get(0);
        boolean composed = report.question().isBlank();
        return new ControlSentence(
                control,
                project.parameter(first),
                composed || report.inQuestion().contains(first));
    }

    /** The context of an edit; a click can lead to any other report. */
    private SentenceContext known(Project project, Caller caller, String queryId, Report report) {
        SentenceContext sentenceContext = known(project, caller, queryId);
        List<SentenceContext.TargetReport> others = project.reports().stream()
                .filter(other -> !other.id().equals(report.id()))
                .map(other -> target(project, other))
                .toList();
        return new SentenceContext(
                sentenceContext.columns(),
                sentenceContext.parameters(),
                sentenceContext.mentioned(),
                sentenceContext.missing(),
                others);
    }

    private SentenceContext known(Project project, Caller caller, String queryId) {
        if (queryId.isEmpty()) {
            return new SentenceContext(List.of(), project.parameters(), Set.of(), Set.of(), List.of());
        }
        Query query = project.query(queryId);
        boolean hasMedian = project.dialect(query.sourceId()).median("x").isPresent();
        return new SentenceContext(
                columns.of(project, caller, query),
                project.parameters(),
                project.mentioned(query),
                hasMedian ? Set.of() : Set.of(Measure.Function.MEDIAN),
                List.of());
    }

    private static SentenceContext.TargetReport target(Project project, Report report) {
        return new SentenceContext.TargetReport(
                report.id(),
                report.name(),
                report.controls().stream()
                        .flatMap(control -> control.parameters().stream())
                        .filter(project.parameters()::containsKey)
                        .map(project::parameter)
                        .toList());
    }

    /** The differences between the draft and the published report. */
    public List<String> differences(Project project, Report draft) {
        return DraftDifferences.between(project.report(draft.id()), draft);
    }

    /**
     * Publishes the draft if it works for viewers.
     *
     * @throws ProblemException with the problems
     */
    public void publish(Project project, Caller caller, Report draft) {
        check(project.drafted(draft.id()), caller, draft);
        edits.replace(project, draft);
    }

    /** Throws {@link ProblemException} with the problems that viewers would have. @param drafted the project with the report */
    public void check(Project drafted, Caller caller, Report draft) {
        check.of(drafted.opening(draft), caller, draft);
    }
}
