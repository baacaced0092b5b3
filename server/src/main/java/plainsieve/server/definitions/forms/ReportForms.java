package plainsieve.server.definitions.forms;

import java.util.Optional;
import plainsieve.core.value.ProblemException;
import plainsieve.core.view.DataAge;
import plainsieve.core.view.ReportOpening;
import plainsieve.files.forms.ControlForm;
import plainsieve.files.forms.DefaultForm;
import plainsieve.files.forms.ReportForm;
import plainsieve.files.forms.ReportForm.DataAgeForm;
import plainsieve.files.forms.ViewForm;
import plainsieve.server.definitions.model.Report;

/** Converts reports to forms and back. */
public final class ReportForms {
    private ReportForms() {}

    public static ReportForm form(Report report) {
        ReportOpening opening = report.opening();
        return new ReportForm(
                report.id(),
                report.name(),
                report.audience(),
                report.question(),
                report.controls().stream().map(ControlForm::of).toList(),
                report.views().stream().map(ViewForm::of).toList(),
                opening.start(),
                opening.onDemand(),
                opening.signedParameters(),
                opening.showsPlacements(),
                opening.age()
                        .map(age -> new DataAgeForm(age.queryId(), age.column(), age.lateHours()))
                        .orElse(null),
                DefaultForm.of(opening.values()),
                report.version());
    }

    /** Throws {@link ProblemException} with the errors of the form. */
    public static Report report(ReportForm form) {
        return new Report(
                form.id(),
                form.name(),
                form.audience(),
                form.question(),
                form.controls().stream().map(ControlForm::toControl).toList(),
                form.views().stream().map(ViewForm::toView).toList(),
                new ReportOpening(
                        form.start(),
                        form.onDemand(),
                        form.signedParameters(),
                        form.showsPlacements(),
                        Optional.ofNullable(form.dataAge())
                                .map(age -> new DataAge(age.query(), age.column(), age.lateHours())),
                        DefaultForm.toDefinitions(form.defaults())),
                form.version());
    }
}
