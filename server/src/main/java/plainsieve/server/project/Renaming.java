package plainsieve.server.project;

import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.question.QuestionLine;
import plainsieve.core.rewrite.RenameParameter;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Type;
import plainsieve.server.records.QueryRecords;
import plainsieve.server.records.QueryRow;
import plainsieve.server.records.ReportRecords;
import plainsieve.server.records.ReportRow;

/** Gives a parameter another name everywhere: in drafts and live texts, in controls, views and question lines. */
@Service
public class Renaming {
    private final Parameters parameters;
    private final Queries queries;
    private final QueryRecords queryRecords;
    private final ReportRecords reportRecords;
    private final Json json;
    private final Clock clock;

    Renaming(
            Parameters parameters,
            Queries queries,
            QueryRecords queryRecords,
            ReportRecords reportRecords,
            Json json,
            Clock clock) {
        this.parameters = parameters;
        this.queries = queries;
        this.queryRecords = queryRecords;
        this.reportRecords = reportRecords;
        this.json = json;
        this.clock = clock;
    }

    /** Every line that renaming would change, without changing it. */
    public List<TextChange> preview(String from, String to) {
        parameters.get(from);
        Parameter.of(to, Type.TEXT);
        List<TextChange> changes = new ArrayList<>();
        queries.all().forEach(query -> {
            lines(query, "live text", query.liveText(), from, to, changes);
            if (!query.draftText().equals(query.liveText())) {
                lines(query, "draft", query.draftText(), from, to, changes);
            }
        });
        reportRecords.all().forEach(report -> {
            String after = QuestionLine.renamed(report.question(), from, to);
            if (!after.equals(report.question())) {
                changes.add(new TextChange(
                        "report", report.id(), report.name(), "question line", 1, report.question(), after));
            }
            if (!json.write(renamed(definition(report), from, to)).equals(json.write(definition(report)))) {
                changes.add(new TextChange(
                        "report", report.id(), report.name(), "controls and views", 0, ":" + from, ":" + to));
            }
        });
        parameters.all().values().stream()
                .filter(other -> !ParameterReferences.renamed(other, from, to).equals(other))
                .forEach(other -> changes.add(new TextChange(
                        "parameter", other.name(), ":" + other.name(), "range or formula", 0, ":" + from, ":" + to)));
        return changes;
    }

    private void lines(QueryRow query, String where, String text, String from, String to, List<TextChange> into) {
        String[] before = text.split("\n", -1);
        String[] after = renamed(query, text, from, to).split("\n", -1);
        for (int i = 0; i < before.length; i++) {
            if (!before[i].equals(after[i])) {
                into.add(new TextChange(
                        "query", query.id(), query.name(), where, i + 1, before[i].strip(), after[i].strip()));
            }
        }
    }

    /** Renames all of it or nothing. Throws {@link ProblemException} when the name is taken or cannot be a name. */
    @Transactional
    public ParameterDefinition rename(String from, String to) {
        parameters.rename(from, to);
        queries.all().forEach(query -> rename(query, from, to));
        reportRecords.all().forEach(report -> rename(report, from, to));
        return parameters.get(to);
    }

    private void rename(QueryRow query, String from, String to) {
        String draft = renamed(query, query.draftText(), from, to);
        String live = renamed(query, query.liveText(), from, to);
        if (!draft.equals(query.draftText()) || !live.equals(query.liveText())) {
            queryRecords.changeTexts(query.id(), draft, live, clock.instant());
        }
    }

    /* A draft that cannot be read is left as it is: where its parameters stand cannot be told. */
    private String renamed(QueryRow query, String text, String from, String to) {
        try {
            return RenameParameter.in(queries.prepare(query, text).query(), from, to);
        } catch (ProblemException e) {
            return text;
        }
    }

    private void rename(ReportRow row, String from, String to) {
        String question = QuestionLine.renamed(row.question(), from, to);
        reportRecords.change(row.id(), question, json.write(renamed(definition(row), from, to)));
    }

    private ReportDefinition definition(ReportRow row) {
        return json.read(row.definition(), ReportDefinition.class);
    }

    private static ReportDefinition renamed(ReportDefinition before, String from, String to) {
        return before.with(
                before.controls().stream()
                        .map(control -> renamed(control, from, to))
                        .toList(),
                before.views().stream().map(view -> renamed(view, from, to)).toList(),
                before.signed().stream()
                        .map(name -> name.equals(from) ? to : name)
                        .toList());
    }

    private static ReportDefinition.Control renamed(ReportDefinition.Control control, String from, String to) {
        List<String> names = control.parameters().stream()
                .map(name -> name.equals(from) ? to : name)
                .toList();
        return new ReportDefinition.Control(control.kind(), control.label(), names);
    }

    private static ReportDefinition.View renamed(ReportDefinition.View view, String from, String to) {
        return new ReportDefinition.View(
                view.id(),
                view.kind(),
                view.title(),
                view.queryId(),
                view.measures(),
                view.groupBy(),
                view.limitParameter().equals(from) ? to : view.limitParameter(),
                view.columns());
    }
}
