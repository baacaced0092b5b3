package plainsieve.server.authoring;

import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import plainsieve.core.question.QuestionLine;
import plainsieve.core.value.ProblemException;
import plainsieve.server.project.Changed;
import plainsieve.server.project.NotFound;
import plainsieve.server.project.Project;
import plainsieve.server.project.Report;
import plainsieve.server.project.StoredForms;
import plainsieve.server.records.ReportRecords;
import plainsieve.server.records.ReportRow;

/** Changes and removes the reports of a project. A report that is given in says by its version what was seen. */
@Service
public class ReportEdits {
    private final ReportRecords records;
    private final StoredForms forms;
    private final Removed removed;

    ReportEdits(ReportRecords records, StoredForms forms, Removed removed) {
        this.records = records;
        this.forms = forms;
        this.removed = removed;
    }

    /** Changes the question line and how a report starts. Throws {@link ProblemException} when something does not fit. */
    public Report changeQuestion(Project project, Report report, String question, Report.Opening opening) {
        QuestionLine.read(question);
        Set<String> known = project.parametersOf(report);
        opening.signed().stream()
                .filter(name -> !known.contains(name))
                .findFirst()
                .ifPresent(name -> {
                    throw new NotFound("parameter", name, known);
                });
        return change(project, report.withQuestion(question, opening));
    }

    /** Calls a report otherwise. Its id, which links have, stays. */
    public Report rename(Project project, Report report, String name, String audience) {
        return change(project, report.called(Ids.name("The report", name), audience.strip()));
    }

    /** Another report that begins as this one is. */
    public Report duplicate(Project project, Report of) {
        String name = Ids.name("A report", of.name() + " copy");
        Report copy = of.as(Ids.of(name, "report", project::hasReport), name);
        add(project, copy);
        return copy;
    }

    void add(Project project, Report report) {
        checkParts(project, report);
        records.add(row(project, report));
    }

    Report change(Project project, Report report) {
        checkParts(project, report);
        if (records.change(row(project, report)) == 0) {
            throw new Changed("The report");
        }
        return report.withVersion(report.version() + 1);
    }

    private static void checkParts(Project project, Report report) {
        report.queryIds().forEach(project::query);
        report.controls().stream()
                .flatMap(control -> control.parameters().stream())
                .forEach(project::parameter);
    }

    /** Removes a report; it can be brought back. Its saved selections wait for that. */
    @Transactional
    public void remove(Project project, Report report) {
        removed.keep(project, Removed.Kind.REPORT, report.id(), report.name(), row(project, report));
        records.remove(project.id(), report.id());
    }

    private ReportRow row(Project project, Report report) {
        return new ReportRow(project.id(), report.id(), forms.write(report), 0, report.version());
    }
}
