package plainsieve.server.project;

import java.time.Clock;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import plainsieve.core.rewrite.RenameParameter;
import plainsieve.core.value.ProblemException;
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
        ReportDefinition before = json.read(row.definition(), ReportDefinition.class);
        ReportDefinition after = new ReportDefinition(
                before.controls().stream()
                        .map(control -> renamed(control, from, to))
                        .toList(),
                before.views().stream().map(view -> renamed(view, from, to)).toList());
        String question = row.question().replace("{" + from + "}", "{" + to + "}");
        reportRecords.change(row.id(), question, json.write(after));
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
