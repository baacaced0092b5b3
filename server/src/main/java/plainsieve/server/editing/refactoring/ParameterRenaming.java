package plainsieve.server.editing.refactoring;

import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.rewrite.RenameParameter;
import plainsieve.core.steps.parse.StepLines;
import plainsieve.core.steps.parse.StepReferences;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Type;
import plainsieve.server.definitions.edits.ParameterEdits;
import plainsieve.server.definitions.edits.ParameterReferences;
import plainsieve.server.definitions.edits.QueryEdits;
import plainsieve.server.definitions.edits.ReportEdits;
import plainsieve.server.definitions.model.Query;
import plainsieve.server.definitions.model.Report;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.records.definitions.DefinitionKind;

/** Gives a parameter another name everywhere: in drafts and live texts, in controls, views and question lines. */
@Service
public class ParameterRenaming {
    private final ParameterEdits parameters;
    private final QueryEdits queries;
    private final ReportEdits reports;

    ParameterRenaming(ParameterEdits parameters, QueryEdits queries, ReportEdits reports) {
        this.parameters = parameters;
        this.queries = queries;
        this.reports = reports;
    }

    /** Every line that renaming would change, without changing it. */
    public List<TextChange> preview(Project project, String from, String to) {
        project.parameter(from);
        Parameter.of(to, Type.TEXT);
        List<TextChange> changes = new ArrayList<>();
        project.queries().forEach(query -> {
            lines(query, "live text", query.liveText(), renamed(project, query, query.liveText(), from, to), changes);
            if (query.isChanged()) {
                lines(query, "draft", query.draftText(), renamed(project, query, query.draftText(), from, to), changes);
            }
        });
        project.reports().forEach(report -> report(report, report.renamed(from, to), from, to, changes));
        project.parameters().values().stream()
                .filter(other -> !ParameterReferences.renamed(other, from, to).equals(other))
                .forEach(other -> changes.add(new TextChange(
                        DefinitionKind.PARAMETER,
                        other.name(),
                        ":" + other.name(),
                        "range or formula",
                        0,
                        ":" + from,
                        ":" + to)));
        return changes;
    }

    private static void report(Report before, Report after, String from, String to, List<TextChange> into) {
        if (!after.question().equals(before.question())) {
            into.add(new TextChange(
                    DefinitionKind.REPORT,
                    before.id(),
                    before.name(),
                    "question line",
                    1,
                    before.question(),
                    after.question()));
        }
        if (!after.withQuestion(before.question(), after.opening()).equals(before)) {
            into.add(new TextChange(
                    DefinitionKind.REPORT, before.id(), before.name(), "controls and views", 0, ":" + from, ":" + to));
        }
    }

    private static void lines(Query query, String where, String text, String renamed, List<TextChange> into) {
        String[] before = text.split("\n", -1);
        String[] after = renamed.split("\n", -1);
        for (int i = 0; i < before.length; i++) {
            if (!before[i].equals(after[i])) {
                into.add(new TextChange(
                        DefinitionKind.QUERY,
                        query.id(),
                        query.name(),
                        where,
                        i + 1,
                        before[i].strip(),
                        after[i].strip()));
            }
        }
    }

    /** Renames everything or nothing. Throws {@link ProblemException} if the name is in use or invalid. */
    @Transactional
    public ParameterDefinition rename(Project project, String from, String to) {
        ParameterDefinition renamed = parameters.rename(project, from, to);
        for (Query query : project.queries()) {
            String draft = renamed(project, query, query.draftText(), from, to);
            String live = renamed(project, query, query.liveText(), from, to);
            String by = query.sourceParameter().equals(from) ? to : query.sourceParameter();
            Query changed = query.saying(draft, live).withSourceParameter(by);
            if (!changed.equals(query)) {
                queries.change(project, changed);
            }
        }
        Project after = project.with(renamed);
        for (Report report : project.reports()) {
            Report draft = project.draft(report.id()).report();
            boolean live = !report.renamed(from, to).equals(report);
            if (live || !draft.renamed(from, to).equals(draft)) {
                reports.change(after, report, before -> before.renamed(from, to));
            }
        }
        return renamed;
    }

    /* An unreadable draft stays unchanged: the positions of its parameters are unknown. */
    private static String renamed(Project project, Query query, String text, String from, String to) {
        if (StepLines.isSteps(text)) {
            return StepReferences.renamed(text, from, to);
        }
        try {
            return RenameParameter.apply(project.prepare(query, text), text, from, to);
        } catch (ProblemException e) {
            return text;
        }
    }
}
